import type { AskedQuantity } from '../../network'
import { labelAt, type Wiring } from '../../structure'

/** What can be asked for of a part, an equivalent or a node, as it is worded. */
export const askedTexts = {
  current: 'the current in',
  voltage: 'the voltage across',
  power: 'the power of',
  resistance: 'the resistance of',
  potential: 'the potential of node',
} as const

/** What is asked about, as it is read: a part, an equivalent by what is in it, a node by its label. */
export function askedName(wiring: Wiring | null, { quantity, of }: AskedQuantity): string {
  if (quantity === 'potential') return wiring ? labelAt(wiring, of) : of
  return of.includes(' ') ? `(${of.replaceAll(' ', ', ')})` : of
}
