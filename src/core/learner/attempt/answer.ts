import { quantityProblem, readQuantity, unitOf, type Quantity, type Unit } from '../../number'

/** An answer as it was read. */
export interface Answer {
  /** In SI base units, with its sign. */
  readonly value: number
  /** Half of the last digit that was typed, in SI base units; 0 for a fraction, which is exact. */
  readonly half: number
  readonly digits: number
  /** The unit that was typed; null if none. */
  readonly unit: Unit | null
}

/** Reads an answer: with or without unit, with prefix, as a fraction, and with a sign. null if it is no number. */
export function readAnswer(typed: string): Answer | null {
  const text = typed.trim().replaceAll('\u2212', '-')
  const negative = text.startsWith('-')
  const read = readQuantity(negative ? text.slice(1).trim() : text, null)
  if (!read.ok) return null
  const value = negative ? -read.value : read.value
  if (text.includes('/')) return { value, half: 0, digits: Infinity, unit: read.unit }
  const [mantissa] = text.replace('-', '').split(/e/i)
  // `4k7` has its point where the prefix stands.
  const digits = mantissa.replace(/[^\d]/g, '').replace(/^0+/, '').length
  if (read.value === 0) return { value: 0, half: 0, digits: Infinity, unit: read.unit }
  const place = Math.floor(Math.log10(read.value) + 1e-12) + 1 - digits
  return { value, half: 0.5 * 10 ** place, digits, unit: read.unit }
}

/** Why an answer cannot be read, and what would be accepted; null if it can. */
export function answerProblem(typed: string, quantity: Quantity): string | null {
  const unit = unitOf[quantity]
  const text = typed.trim().replaceAll('\u2212', '-')
  const bare = text.startsWith('-') ? text.slice(1) : text
  const read = readQuantity(bare, null)
  if (!read.ok) return quantityProblem(read.problem, typed, unit)
  // Volts where amperes are asked for (or the other way) is a slip worth naming; any other unit is a mistake of typing.
  const exchanged = quantity !== 'resistance' && quantity !== 'power' && (read.unit === 'V' || read.unit === 'A')
  return read.unit === null || read.unit === unit || exchanged ? null : quantityProblem('wrong-unit', typed, unit)
}

/** Two results are the same number but for the last digits of a double. */
const same = 1e-11
/** How far an answer may lie from the exact value because of rounding on the way to it, as a part of it. */
const rounding = 0.006

/** Whether a typed number is a value, to the last digit that was typed. Two digits are too few to tell. */
export function isExactly({ value, half, digits }: Answer, wanted: number): boolean {
  const off = Math.abs(value - wanted)
  return off <= same * Math.abs(wanted) || (digits >= 3 && off <= half * (1 + 1e-9))
}

/** Whether a typed number is a value but for rounding: its own to two digits, or some on the way to it. */
export function isNearly(answer: Answer, wanted: number): boolean {
  const off = Math.abs(answer.value - wanted)
  if (isExactly(answer, wanted) || off <= rounding * Math.abs(wanted)) return true
  return answer.digits === 2 && off <= answer.half * (1 + 1e-9)
}
