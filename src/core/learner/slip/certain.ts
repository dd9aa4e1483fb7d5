import type { Quantity } from '../../number'

/** What is certain of a wrong value, whatever led to it. */
export type Certainty =
  | 'sure-negative'
  | 'sure-zero'
  | 'sure-parallel'
  | 'sure-series'
  | 'sure-voltage'
  | 'sure-current'
  | 'sure-power'

/**
 * The bound that a wrong value breaks; null where it breaks none.
 *
 * @param kind how the members of a step lie
 * @param members their resistances
 * @param most what the whole has of the quantity; null where that is not the bound
 */
export function certain(
  quantity: Quantity,
  value: number,
  kind: 'series' | 'parallel' | null,
  members: readonly number[],
  most: number | null,
): Certainty | null {
  if (value < 0) return 'sure-negative'
  if (value === 0) return 'sure-zero'
  if (kind === 'parallel' && value >= Math.min(...members)) return 'sure-parallel'
  if (kind === 'series' && value <= Math.max(...members)) return 'sure-series'
  if (most === null || value <= most * (1 + 1e-3)) return null
  return quantity === 'voltage' ? 'sure-voltage' : quantity === 'current' ? 'sure-current' : 'sure-power'
}
