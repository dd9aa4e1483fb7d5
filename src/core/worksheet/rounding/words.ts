import { letterOf, quantityText, unitOf, type Quantity } from '../../number'
import type { RoundingAccount } from './account'

/**
 * Whether rounding explains a difference, and which rounding brought in most of it, in a sentence or two.
 *
 * @param quantity what the difference is one of
 */
export function accountText({ difference, explained, most }: RoundingAccount, quantity: Quantity): string {
  const text = (value: number, of: Quantity, figures: 3 | 6 = 6) =>
    // A difference of two written values is a short decimal, but for the last digits of a double.
    quantityText({ value: Number(value.toPrecision(12)) }, unitOf[of], figures)
  const apart = `${text(Math.abs(difference), quantity, 3)} apart`
  if (!explained) return `${apart}: rounding does not explain that, so something is wrong.`
  if (!most || most.share <= 0.05) return `Equal within rounding: ${apart}.`
  const { share, name, written, before } = most
  return `Equal within rounding: ${apart}. ${share > 0.95 ? 'All' : 'Most'} of it from ${letterOf[most.quantity]} of ${name ?? 'this way'}, written ${text(written, most.quantity)} for ${text(before, most.quantity)}.`
}
