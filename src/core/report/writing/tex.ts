import { writeQuantity, type Figures, type WrittenQuantity } from '../../number'
import { figuresFor, subscriptOf, unitText, withSigns, writeAmount, type Formula, type Token } from '../../worksheet'
import type { SaidFormula, ReportValue } from '../contents'

/** Which TeX: what every viewer of Markdown with math reads, or LaTeX with siunitx. */
type Dialect = 'math' | 'siunitx'

/** A formula as TeX, without the signs around it. */
function formulaTex(formula: Formula, figures: Figures, dialect: Dialect): string {
  const read = figuresFor(formula, figures)
  return rowTex(withSigns(formula, read), read, dialect)
}

/** What is said in a formula, with room where it is to be filled in. */
export function saidTex({ tokens, blank }: SaidFormula, figures: Figures, dialect: Dialect): string {
  const formula = formulaTex(tokens, figures, dialect)
  return blank === undefined ? formula : `${formula} ${blankTex} ${unitTex('', blank, dialect)}`
}

/** A line to be written on. */
export const blankTex = '\\underline{\\hspace{5em}}'

/** A value as TeX; a dash where there is none. */
export function valueTex(
  { amount, unit, before, boxed, blank }: ReportValue,
  figures: Figures,
  dialect: Dialect,
): string {
  const own = before === undefined ? '' : `${symbolTex('I', before.slice(1))}\\ `
  if (blank) return `${own}${blankTex}`
  if (amount === null) return '\\text{--}'
  const value = own + quantityTex(writeQuantity(amount, unit, figures), dialect)
  return boxed ? `\\boxed{${value}}` : value
}

function rowTex(tokens: Formula, figures: Figures, dialect: Dialect): string {
  return tokens.map((token) => tokenTex(token, figures, dialect)).join(' ')
}

const signs = { '=': '=', '≈': '\\approx', '·': '\\cdot', '+': '+', '−': '-', '²': '{}^{2}' } as const

function tokenTex(token: Token, figures: Figures, dialect: Dialect): string {
  switch (token.token) {
    case 'symbol':
      return symbolTex(token.letter, token.of === null ? null : subscriptOf(token.letter, token.of))
    case 'number':
      return String(token.value)
    case 'amount':
      return quantityTex(writeAmount(token, figures), dialect)
    case 'unit':
      return dialect === 'math' ? `\\mathrm{${lettersTex(unitText(token))}}` : `\\text{${words(unitText(token))}}`
    case 'sum':
      return token.amounts
        .map((amount) => quantityTex(writeQuantity(amount, token.unit, figures), dialect))
        .join(` ${signs[token.sign]} `)
    case 'sign':
      return signs[token.sign]
    case 'fraction':
      return `\\frac{${rowTex(token.over, figures, dialect)}}{${rowTex(token.under, figures, dialect)}}`
    case 'bracket':
      return `\\left(${rowTex(token.inside, figures, dialect)}\\right)`
    case 'root':
      return `\\sqrt{${rowTex(token.under, figures, dialect)}}`
  }
}

function symbolTex(letter: string, of: string | null): string {
  return of === null ? letter : `${letter}_{\\text{${words(of)}}}`
}

const prefixNames: Readonly<Record<string, string>> = {
  p: '\\pico',
  n: '\\nano',
  µ: '\\micro',
  m: '\\milli',
  k: '\\kilo',
  M: '\\mega',
  G: '\\giga',
}
const unitNames: Readonly<Record<string, string>> = {
  Ω: '\\ohm',
  V: '\\volt',
  A: '\\ampere',
  W: '\\watt',
  S: '\\siemens',
}

/** A written quantity: a plain decimal by siunitx where that is there, everything else set by hand. */
function quantityTex({ number, prefix, unit }: WrittenQuantity, dialect: Dialect): string {
  const plain = number.replace('−', '-')
  if (dialect === 'siunitx' && /^-?\d+(\.\d+)?(e-?\d+)?$/.test(plain))
    return `\\qty{${plain}}{${prefixNames[prefix] ?? ''}${unitNames[unit]}}`
  return `${numberTex(plain)}\\,${unitTex(prefix, unit, dialect)}`
}

function unitTex(prefix: string, unit: string, dialect: Dialect): string {
  return dialect === 'siunitx'
    ? `\\unit{${prefixNames[prefix] ?? ''}${unitNames[unit]}}`
    : `\\mathrm{${lettersTex(prefix + unit)}}`
}

/** The letters of a unit within math. */
function lettersTex(text: string): string {
  return text.replace('Ω', '\\Omega').replace('µ', '\\mu ').replace(/\s+$/, '')
}

const raised: Readonly<Record<string, string>> = {
  '⁻': '-',
  ...Object.fromEntries([...'⁰¹²³⁴⁵⁶⁷⁸⁹'].map((sign, digit) => [sign, String(digit)])),
}

/** A number as it is written by hand: a fraction, digits under a bar, a power of ten, a root. */
function numberTex(number: string): string {
  const negative = number.startsWith('-') ? '-' : ''
  const size = number.slice(negative.length)
  if (size.includes('/')) {
    const [over, under] = size.split('/')
    return `${negative}\\frac{${numberTex(over)}}{${under}}`
  }
  if (size.includes('√')) {
    const [factor, under] = size.split('√')
    return `${negative}${factor}\\sqrt{${under}}`
  }
  const [before, period] = size.split(/[()]/)
  if (period !== undefined) return `${negative}${before}\\overline{${period}}`
  const ten = /^(.*)·10([⁻⁰¹²³⁴⁵⁶⁷⁸⁹]+)$/u.exec(size)
  if (ten) return `${negative}${ten[1]}\\cdot 10^{${[...ten[2]].map((sign) => raised[sign]).join('')}}`
  const exponent = /^(.*)e(-?\d+)$/.exec(size)
  return exponent ? `${negative}${exponent[1]}\\cdot 10^{${exponent[2]}}` : number
}

/** Letters that are set otherwise than they are typed. */
const letters: Readonly<Record<string, string>> = {
  Ω: '$\\Omega$',
  µ: '$\\mu$',
  '∥': '$\\parallel$',
  '‖': '$\\parallel$',
  '−': '$-$',
  '·': '$\\cdot$',
  '≈': '$\\approx$',
  '≠': '$\\neq$',
  '±': '$\\pm$',
  '×': '$\\times$',
  '÷': '$\\div$',
  '√': '$\\surd$',
  '✓': '$\\checkmark$',
  '✗': '$\\times$',
  '²': '${}^{2}$',
  '→': '$\\rightarrow$',
  '↑': '$\\uparrow$',
  '°': '${}^{\\circ}$',
  '′': '${}^{\\prime}$',
  '–': '--',
  '—': '---',
  '’': "'",
  '‘': '`',
  '“': '``',
  '”': "''",
  '…': '\\dots{}',
  '\u2009': '\\,',
  '\u00a0': '~',
}

/** Plain text in TeX, within math only inside of `\\text`; every sign of TeX's own made harmless. Digits that repeat stand in brackets. */
export function words(text: string): string {
  return texText(text).replace(/[^\x20-\x7e]/gu, (letter) => letters[letter] ?? letter)
}

const special: Readonly<Record<string, string>> = {
  '\\': '\\textbackslash{}',
  '{': '\\{',
  '}': '\\}',
  $: '\\$',
  '&': '\\&',
  '#': '\\#',
  '^': '\\textasciicircum{}',
  _: '\\_',
  '~': '\\textasciitilde{}',
  '%': '\\%',
}

function texText(text: string): string {
  return text.replace(/[\\{}$&#^_~%]/g, (sign) => special[sign]).replace(/\p{Cc}/gu, ' ')
}
