import type { Token } from '@/core/explain'
import { texOf } from './Formula'

const amount = (value: number, exact?: string, root?: string): Token => ({
  token: 'amount',
  amount: { value, exact, root },
  unit: 'Ω',
})

test('formulas become TeX with numbers in the wanted figures', () => {
  const tokens: Token[] = [
    { token: 'symbol', letter: 'R', of: 'R2+3' },
    { token: 'sign', sign: '=' },
    { token: 'sum', amounts: [{ value: 4700 }, { value: 680 }], unit: 'Ω', sign: '+' },
  ]
  expect(texOf(tokens, 4)).toBe('R_{\\text{2+3}} = 4.7\\,\\mathrm{k\\Omega}+680\\,\\mathrm{\\Omega}')
  expect(texOf([amount(12.5, '25/2')], 'fraction')).toBe('\\tfrac{25}{2}\\,\\mathrm{\\Omega}')
  expect(texOf([amount(1e-15)], 3)).toBe('1\\cdot 10^{-15}\\,\\mathrm{\\Omega}')
  expect(texOf([{ token: 'amount', amount: { value: 2e-6 }, unit: 'A' }], 3)).toBe('2\\,\\mathrm{\\text{µ}A}')
  expect(texOf([{ token: 'root', under: [{ token: 'number', value: 1 }] }], 4)).toBe('\\sqrt{1}')
})

test('names stay text, whatever stands in them', () => {
  expect(texOf([{ token: 'symbol', letter: 'V', of: 'R_1' }], 4)).toBe('V_{\\text{R\\_1}}')
  expect(texOf([{ token: 'symbol', letter: 'R', of: '(R2+3)‖4' }], 4)).toBe('R_{\\text{(2+3)}\\parallel \\text{4}}')
  expect(texOf([{ token: 'symbol', letter: 'V', of: '\\href{x}$%' }], 4)).not.toMatch(/\\href|\$|%/)
  expect(texOf([{ token: 'symbol', letter: 'R', of: 'Req' }], 4)).toBe('R_{\\text{eq}}')
  expect(texOf([{ token: 'symbol', letter: 'I', of: null }], 4)).toBe('I')
})
