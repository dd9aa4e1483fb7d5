import { keystrokes } from './index'
import { amount, fraction, number, root, sign, sum, type Formula } from './token'

const ohms = (value: number) => amount({ value }, 'Ω')
const keys = (...work: Formula) => keystrokes(work).join(' ')

test('the keys of a sum, a quotient, a product over a sum', () => {
  expect(keys(sum([{ value: 10 }, { value: 20 }], 'Ω'))).toBe('10 + 20 =')
  expect(keys(fraction([amount({ value: 12 }, 'V')], [ohms(12.5)]))).toBe('12 ÷ 12.5 =')
  const two = [{ value: 10 }, { value: 15 }]
  expect(keys(fraction([ohms(10), sign('·'), ohms(15)], [sum(two, 'Ω')]))).toBe('10 × 15 ÷ ( 10 + 15 ) =')
})

test('a reciprocal has its own key', () => {
  expect(keys(fraction([number(1)], [ohms(8)]))).toBe('8 x⁻¹ =')
  const both = [fraction([number(1)], [ohms(8)]), sign('+'), fraction([number(1)], [ohms(4)])]
  expect(keys(fraction([number(1)], both))).toBe('( 8 x⁻¹ + 4 x⁻¹ ) x⁻¹ =')
})

test('prefixes go in as powers of ten, fractions as decimals', () => {
  expect(keys(amount({ value: 0.32 }, 'A'), sign('·'), ohms(4700))).toBe('320 EXP −3 × 4.7 EXP 3 =')
  expect(keys(amount({ value: 10 / 7, exact: { n: 10n, d: 7n, root: 1n } }, 'A'), sign('·'), ohms(0))).toBe(
    '1.428571 × 0 =',
  )
})

test('squares and roots', () => {
  const I = { token: 'bracket', inside: [amount({ value: 2 }, 'A')] } as const
  expect(keys(I, sign('²'), sign('·'), ohms(5))).toBe('2 x² × 5 =')
  expect(keys(root([amount({ value: 5 }, 'W'), sign('·'), ohms(20)]))).toBe('√ 5 × 20 =')
})

test('nothing to work out needs no key', () => expect(keystrokes([])).toEqual([]))
