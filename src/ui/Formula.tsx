import katex from 'katex'
import { memo } from 'react'
import { formulaText, withSigns, type Formula as FormulaTokens, type Token } from '@/core/explain'
import { writeQuantity, type Amount, type Figures, type ShownUnit } from '@/core/quantity'

/** A formula, typeset. Names are escaped on the way into TeX; KaTeX runs without trust, so they stay text. */
export const Formula = memo(function Formula({
  tokens,
  figures,
}: {
  readonly tokens: FormulaTokens
  readonly figures: Figures
}) {
  return (
    <span role="math" aria-label={formulaText(tokens, figures)}>
      <span aria-hidden dangerouslySetInnerHTML={{ __html: typeset(texOf(withSigns(tokens, figures), figures)) }} />
    </span>
  )
})

/** Typeset formulas by their TeX: after a change most of them are the same as before. The oldest go first. */
const typesets = new Map<string, string>()
const mostKept = 2000

function typeset(tex: string): string {
  const known = typesets.get(tex)
  if (known !== undefined) return known
  const html = katex.renderToString(tex, { output: 'html', throwOnError: false, trust: false, strict: false })
  if (typesets.size >= mostKept) for (const [oldest] of typesets) if (typesets.delete(oldest)) break
  typesets.set(tex, html)
  return html
}

/** The TeX of a formula, numbers in the wanted figures. */
export function texOf(tokens: FormulaTokens, figures: Figures): string {
  return tokens.map((token) => texOfToken(token, figures)).join(' ')
}

const signs = { '=': '=', '≈': '\\approx ', '·': '\\cdot ', '+': '+', '−': '-', '²': '^{2}' } as const

function texOfToken(token: Token, figures: Figures): string {
  switch (token.token) {
    case 'symbol':
      return token.of === null ? token.letter : `${token.letter}_{${subscript(token.letter, token.of)}}`
    case 'number':
      return String(token.value)
    case 'amount':
      return amountTex(token.amount, token.unit, token.full ? 6 : figures)
    case 'sum':
      return token.amounts.map((amount) => amountTex(amount, token.unit, figures)).join(token.sign === '+' ? '+' : '-')
    case 'sign':
      return signs[token.sign]
    case 'fraction':
      return `\\frac{${texOf(token.over, figures)}}{${texOf(token.under, figures)}}`
    case 'bracket':
      return `\\left(${texOf(token.inside, figures)}\\right)`
    case 'root':
      return `\\sqrt{${texOf(token.under, figures)}}`
  }
}

/** `R` of `R2+3` is written R with the subscript 2+3: the letter is not said twice. */
function subscript(letter: string, name: string): string {
  const bare = letter === 'R' ? name.replace(/(^|[(])R(?=[\d(YD]|eq|[a-z]{1,2}$)/g, '$1') : name
  return bare
    .split('‖')
    .map(
      (piece) =>
        `\\text{${piece.replace(/[\\{}$&#^_%~]/g, (character) => (character === '_' ? '\\_' : ' ')).replaceAll('′', "'")}}`,
    )
    .join('\\parallel ')
}

/** The digits of a raised power of ten. */
function lowered(power: string): string {
  return [...power].map((digit) => (digit === '⁻' ? '-' : '⁰¹²³⁴⁵⁶⁷⁸⁹'.indexOf(digit))).join('')
}

function amountTex(amount: Amount, unit: ShownUnit, figures: Figures): string {
  const { number, prefix } = writeQuantity(amount, unit, figures)
  const fraction = /^(−?)(\d+)\/(\d+)$/.exec(number)
  const digits = fraction
    ? `${fraction[1] && '-'}\\tfrac{${fraction[2]}}{${fraction[3]}}`
    : number
        .replace('−', '-')
        .replace(/√(\d+)/, '\\sqrt{$1}')
        .replace(/e(-?\d+)$/, '\\cdot 10^{$1}')
        .replace(/·10([⁻⁰¹²³⁴-⁹]+)$/, (_, power: string) => `\\cdot 10^{${lowered(power)}}`)
  return `${digits}\\,\\mathrm{${prefix === 'µ' ? '\\text{µ}' : prefix}${unit === 'Ω' ? '\\Omega' : unit}}`
}
