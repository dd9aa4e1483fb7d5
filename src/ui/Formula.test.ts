import { createElement } from 'react'
import { renderToStaticMarkup } from 'react-dom/server'
import type { Exact, Figures } from '@/core/number'
import type { Token } from '@/core/worksheet'
import { Formula } from './Formula'

const amount = (value: number, exact?: Exact): Token => ({
  token: 'amount',
  amount: { value, exact },
  unit: 'Ω',
})

/** The MathML of a formula, without what is the same in all of them. */
function mathOf(tokens: readonly Token[], figures: Figures): string {
  const markup = renderToStaticMarkup(createElement(Formula, { tokens, figures }))
  return markup.replace(/^.*?<math aria-hidden="true"><mrow>|<\/mrow><\/math><\/span>$/g, '')
}

test('formulas become MathML with numbers in the wanted figures', () => {
  const tokens: Token[] = [
    { token: 'symbol', letter: 'R', of: 'R2+3' },
    { token: 'sign', sign: '=' },
    { token: 'sum', amounts: [{ value: 4700 }, { value: 680 }], unit: 'Ω', sign: '+' },
  ]
  const unit = (text: string) => `<mspace width="0.17em"></mspace><mtext>${text}</mtext></mrow>`
  expect(mathOf(tokens, 4)).toBe(
    `<msub><mi>R</mi><mtext>2+3</mtext></msub><mo>=</mo><mrow><mrow><mn>4.7</mn>${unit('kΩ')}<mo>+</mo><mrow><mn>680</mn>${unit('Ω')}</mrow>`,
  )
  expect(mathOf([amount(12.5, { n: 25n, d: 2n, root: 1n })], 'fraction')).toBe(
    `<mrow><mfrac><mn>25</mn><mn>2</mn></mfrac>${unit('Ω')}`,
  )
  expect(mathOf([amount(1e-15)], 'ten:3')).toBe(`<mrow><mn>1·10⁻¹⁵</mn>${unit('Ω')}`)
  expect(mathOf([{ token: 'root', under: [{ token: 'number', value: 1 }] }], 4)).toBe(
    '<msqrt><mrow><mn>1</mn></mrow></msqrt>',
  )
})

test('names stay text, whatever stands in them', () => {
  const named = (letter: 'R' | 'V', of: string) => mathOf([{ token: 'symbol', letter, of }], 4)
  expect(named('V', 'R_1')).toContain('<mtext>R_1</mtext>')
  expect(named('R', '(R2+3)‖4')).toContain('<mtext>(2+3)‖4</mtext>')
  expect(named('V', '<b>')).toContain('<mtext>&lt;b&gt;</mtext>')
  expect(named('R', 'Req')).toContain('<mtext>eq</mtext>')
  expect(mathOf([{ token: 'symbol', letter: 'I', of: null }], 4)).toBe('<mi>I</mi>')
})
