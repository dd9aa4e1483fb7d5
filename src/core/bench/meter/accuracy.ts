import { resolutionOf, type Meter, type Range } from './meter'

/** How far a reading may be off: a part of it, and an amount in SI units. */
export interface Accuracy {
  readonly part: number
  readonly amount: number
}

/** Without a meter: 1 % of the reading, and half a unit of its last digit. */
const usualPart = 0.01

/**
 * The accuracy that is taken where no meter is named.
 *
 * @param lastDigit what the last digit of the reading stands for, in SI units
 */
export function usualAccuracy(lastDigit: number): Accuracy {
  return { part: usualPart, amount: lastDigit / 2 }
}

/** The accuracy of a range: per cent of the reading, and counts of its last digit. */
export function allowance(meter: Pick<Meter, 'counts'>, range: Range): Accuracy {
  return { part: range.percent / 100, amount: range.counts * resolutionOf(meter, range) }
}
