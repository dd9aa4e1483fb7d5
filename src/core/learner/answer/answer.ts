import { quantityProblem, readQuantity, unitOf, type Quantity, type Unit } from '../../number'
import { figuresOf, workExpression } from './expression'

/** An answer as it was read. */
export interface TypedAnswer {
  /** In SI base units, with its sign. */
  readonly value: number
  /** Significant figures as they were written; of a method those of what goes into it, three at least; Infinity for 0. */
  readonly figures: number
  /** The unit that was typed; null if none. */
  readonly unit: Unit | null
  /** How it was worked out, where that is shown: `12/764`. */
  readonly method: string | null
  /** What was then written behind the equals sign, where that is not what the method comes to. */
  readonly result: TypedAnswer | null
}

/**
 * Reads an answer: with or without unit, with prefix, as a fraction, with a sign; or as it is worked out, `12/764`, with
 * what it comes to or without, `12/764 = 15.7 mA`. null if it is none of these.
 */
export function readAnswer(typed: string): TypedAnswer | null {
  const text = typed.trim().replaceAll('\u2212', '-')
  const plain = readPlain(text)
  if (plain) return plain
  const [method, result, ...more] = text.split('=').map((side) => side.trim())
  if (more.length > 0) return null
  const worked = workExpression(method)
  if (!worked || worked.unit === 'none') return null
  const { value, unit } = worked
  const answer = { value, figures: Math.max(3, worked.figures), unit, method, result: null }
  if (result === undefined) return answer
  const written = readPlain(result)
  if (!written) return null
  return {
    ...answer,
    unit: unit ?? written.unit,
    result: { ...written, method: null },
  }
}

function readPlain(text: string): TypedAnswer | null {
  const negative = text.startsWith('-')
  const read = readQuantity(negative ? text.slice(1).trim() : text, null)
  if (!read.ok) return null
  const value = negative ? -read.value : read.value
  const sides = text.split('/')
  const figures = read.value === 0 ? Infinity : Math.max(...sides.map(figuresOf), sides.length > 1 ? 3 : 0)
  return { value, figures, unit: read.unit, method: sides.length > 1 ? text : null, result: null }
}

/** Why an answer cannot be read, and what would be accepted; null if it can. */
export function answerProblem(typed: string, quantity: Quantity): string | null {
  const unit = unitOf[quantity]
  const text = typed.trim().replaceAll('\u2212', '-')
  const answer = readAnswer(text)
  if (!answer) {
    const [method] = text.split('=')
    if (workExpression(method)?.unit === 'none') return `the units of “${method.trim()}” do not give ${unit}`
    const read = readQuantity(text.startsWith('-') ? text.slice(1) : text, null)
    return `${quantityProblem(read.ok ? 'not-a-number' : read.problem, typed, unit)}, or as you work it out: ${shown[quantity]}`
  }
  const doubt = doubtfulPrefix(text, quantity)
  if (doubt !== null) return doubt
  // Volts where amperes are asked for (or the other way) is a slip worth naming; any other unit is a mistake of typing.
  const exchanged = quantity !== 'resistance' && quantity !== 'power' && (answer.unit === 'V' || answer.unit === 'A')
  return answer.unit === null || answer.unit === unit || exchanged ? null : quantityProblem('wrong-unit', typed, unit)
}

const shown: Readonly<Record<Quantity, string>> = {
  resistance: '1/(1/1k + 1/800)',
  voltage: '20 mA * 330',
  current: '12/764',
  power: '12 * 20 mA',
}

/** A prefix that can be milli or mega is asked about: `5 MA` of a current, `1m` of a resistance. */
function doubtfulPrefix(text: string, quantity: Quantity): string | null {
  const letter = quantity === 'resistance' ? 'm' : 'M'
  const found = new RegExp(
    String.raw`(?<![\p{L}])([\d.,]*\d)\s*${letter}(?:\s*(?:ohms?|volts?|amps?|watts?|[vawrΩω]))?(?![\p{L}])`,
    'iu',
  ).exec(text)
  if (!found || found[0].replace(/[\d.,\s]/g, '')[0] !== letter) return null
  const [, number] = found
  const unit = unitOf[quantity]
  return letter === 'm'
    ? `milli or mega? Write ${number}M for ${number} million ohms, or ${number}e-3 for ${number} thousandths of an ohm`
    : `milli or mega? Write ${number} m${unit} for ${number} thousandths, or ${number}e6 ${unit} for ${number} million`
}

/** The number that is written down: what is behind the equals sign, where there is one. */
export function writtenIn({ value, result }: TypedAnswer): number {
  return result?.value ?? value
}

/** Whether two results are the same number but for the last digits of a double. */
export function isSame(a: number, b: number): boolean {
  return Math.abs(a - b) <= 1e-11 * Math.abs(b)
}
