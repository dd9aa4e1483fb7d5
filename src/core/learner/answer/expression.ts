import { readQuantity, type Unit } from '../../number'

/** What an expression comes to. */
export interface Worked {
  readonly value: number
  /** The unit that follows where every number has its own; null where it does not follow; `none` for no unit of ours. */
  readonly unit: Unit | 'none' | null
  /** The most significant figures that a number in it has. */
  readonly figures: number
}

/** Volts and amperes by power; null where a number stands without its unit. */
type Dimension = readonly [volts: number, amperes: number] | null

interface Value {
  readonly value: number
  readonly dimension: Dimension
}

const units: readonly (readonly [Unit, number, number])[] = [
  ['V', 1, 0],
  ['A', 0, 1],
  ['Ω', 1, -1],
  ['W', 1, 1],
]

const literal =
  /(?:\d+[RrpnuµμmkKMG]\d+|(?:\d+(?:[.,]\d*)?|[.,]\d+)(?:[eE][+-]?\d+)?)(?:\s*[pnuµμmkKMG](?![\p{L}\d]*\d))?(?:\s*(?:ohms?|volts?|amps?|watts?|[vawrΩω\u2126]))?(?![\p{L}\d])/iuy
const longest = 100
const deepest = 40

/**
 * Works out what a person writes into a calculator: numbers with prefix and unit, `+ − · × * / ÷ ^ ²` and brackets.
 *
 * @returns null where it is none, or comes to nothing finite
 */
export function workExpression(typed: string): Worked | null {
  if (typed.length > longest) return null
  const text = typed.replaceAll('\u2212', '-').replaceAll('\u2009', ' ').replaceAll('\u00a0', ' ')
  let at = 0
  let figures = 0
  let depth = 0
  const skip = () => {
    while (text[at] === ' ') at++
  }
  const sign = (...signs: string[]) => {
    skip()
    return signs.includes(text[at]) ? text[at++] : null
  }
  const atom = (): Value | null => {
    if (sign('(')) {
      if (++depth > deepest) return null
      const inside = sum()
      depth--
      return inside && sign(')') ? inside : null
    }
    literal.lastIndex = at
    const match = literal.exec(text)
    if (!match) return null
    const read = readQuantity(match[0], null)
    if (!read.ok) return null
    at += match[0].length
    figures = Math.max(figures, figuresOf(match[0]))
    const unit = units.find(([it]) => it === read.unit)
    return { value: read.value, dimension: unit ? [unit[1], unit[2]] : null }
  }
  const power = (): Value | null => {
    const base = atom()
    if (!base) return null
    const raised = sign('²', '³', '^')
    if (raised === null) return base
    const exponent = raised === '²' ? 2 : raised === '³' ? 3 : whole()
    if (exponent === null) return null
    const { dimension } = base
    return {
      value: base.value ** exponent,
      dimension: dimension && [dimension[0] * exponent, dimension[1] * exponent],
    }
  }
  const whole = (): number | null => {
    skip()
    const match = /^\(?([+-]?\d{1,2})\)?/.exec(text.slice(at))
    if (!match) return null
    at += match[0].length
    return Number(match[1])
  }
  const signed = (): Value | null => {
    if (sign('-')) {
      if (++depth > deepest) return null
      const it = signed()
      depth--
      return it && { ...it, value: -it.value }
    }
    return power()
  }
  const product = (): Value | null => {
    let left = signed()
    for (let by = sign('*', '·', '×', '/', '÷', ':'); left && by; by = sign('*', '·', '×', '/', '÷', ':')) {
      const right = signed()
      if (!right) return null
      const way = '/÷:'.includes(by) ? -1 : 1
      const [a, b]: readonly Dimension[] = [left.dimension, right.dimension]
      left = {
        value: way === 1 ? left.value * right.value : left.value / right.value,
        dimension: a && b && [a[0] + way * b[0], a[1] + way * b[1]],
      }
    }
    return left
  }
  const sum = (): Value | null => {
    let left = product()
    for (let by = sign('+', '-'); left && by; by = sign('+', '-')) {
      const right = product()
      if (!right) return null
      const [a, b] = [left.dimension, right.dimension]
      // Volts and ohms do not add up.
      if (a && b && (a[0] !== b[0] || a[1] !== b[1])) return null
      left = { value: by === '+' ? left.value + right.value : left.value - right.value, dimension: a && b && a }
    }
    return left
  }
  const all = sum()
  skip()
  if (!all || at < text.length || !Number.isFinite(all.value)) return null
  const { value, dimension } = all
  const unit = dimension && (units.find(([, v, a]) => v === dimension[0] && a === dimension[1])?.[0] ?? 'none')
  return { value, unit, figures }
}

/** The significant figures that are written: zeros behind the point count, `4k7` has its point where the prefix stands. */
export function figuresOf(typed: string): number {
  const [mantissa] = typed.split(/e/i)
  return mantissa.replace(/\D/g, '').replace(/^0+/, '').length
}
