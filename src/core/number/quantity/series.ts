import type { Ratio } from './ratio'
import { readQuantity } from './read'

/** The values of a decade in which resistors are sold at 5 %, times ten (IEC 60063, E24). */
export const e24: readonly number[] = [
  10, 11, 12, 13, 15, 16, 18, 20, 22, 24, 27, 30, 33, 36, 39, 43, 47, 51, 56, 62, 68, 75, 82, 91,
]

/** A number in SI base units with its exact ratio. */
export interface ExactValue {
  readonly value: number
  readonly exact: Ratio
}

/** A number above 0 rounded to so many significant figures, exactly that decimal. */
export function roundFigures(value: number, figures: number): ExactValue {
  return read(value.toExponential(figures - 1))
}

/** The value of E24 nearest to a number above 0, by their ratio. */
export function nearestE24(value: number): ExactValue {
  const at = placeOf(value)
  const [below, above] = [e24At(Math.floor(at)), e24At(Math.floor(at) + 1)]
  return value / below.value <= above.value / value ? below : above
}

/** The next value of E24 above (by = 1) or below (by = −1) a number above 0. */
export function nextE24(value: number, by: 1 | -1): ExactValue {
  const at = placeOf(value)
  return e24At(by === 1 ? Math.floor(at) + 1 : Math.ceil(at) - 1)
}

/** Where a number stands in the series: whole for its values, a half between two of them. */
function placeOf(value: number): number {
  const [digits, power] = value.toExponential(12).split('e').map(Number)
  const above = e24.findIndex((it) => it / 10 >= digits)
  const decade = power * e24.length
  if (above < 0) return decade + e24.length - 0.5
  return decade + (e24[above] / 10 === digits ? above : above - 0.5)
}

function e24At(place: number): ExactValue {
  const decade = Math.floor(place / e24.length)
  return read(`${e24[place - decade * e24.length]}e${decade - 1}`)
}

function read(text: string): ExactValue {
  const found = readQuantity(text, null)
  if (!found.ok) throw new Error(`${text} is a number`)
  return { value: found.value, exact: found.exact }
}
