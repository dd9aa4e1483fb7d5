import type { Network } from '../network'
import type { Wiring } from '../nodes'
import { readQuantity } from '../quantity'
import { reduce, type Reduction } from '../reduction'

/** A network's formula, and the parts that it does not show: wires, and resistors that carry no current. */
export interface WrittenFormula {
  readonly text: string
  /** The series-parallel structure alone, `(·+·)∥·`: two networks of the same shape differ in names and values only. */
  readonly shape: string
  /** Part indices of the resistors, from left to right. */
  readonly resistors: readonly number[]
  readonly left: readonly string[]
}

/** The formula of a network; null where there is none: at a bridge, or when nothing closes the circuit. */
export function writeFormula(
  network: Network,
  wiring: Wiring,
  reduction: Reduction = reduce(wiring),
): WrittenFormula | null {
  if (reduction.left.length !== 1) return null
  const item = (part: number): string => {
    const it = network.parts[part]
    return it.kind === 'resistor' ? `${it.name} ${String(it.resistance.typed).trim()}` : ''
  }
  // A name that reads as a value would be taken for one.
  if (reduction.leaves.some((part) => readQuantity(network.parts[part].name, null).ok)) return null
  const joined = (leaf: (part: number) => string, sign: Readonly<Record<'series' | 'parallel', string>>): string => {
    const texts = reduction.leaves.map(leaf)
    const kinds: (string | null)[] = texts.map(() => null)
    for (const { kind, members } of reduction.steps) {
      texts.push(
        members
          .map((member) => (kind === 'parallel' && kinds[member] === 'series' ? `(${texts[member]})` : texts[member]))
          .join(sign[kind]),
      )
      kinds.push(kind)
    }
    return texts[reduction.left[0]]
  }
  const shown = new Set(reduction.leaves)
  return {
    text: joined(item, { series: ' + ', parallel: ' ∥ ' }),
    shape: joined(() => '·', { series: '+', parallel: '∥' }),
    resistors: fromLeft(reduction),
    left: network.parts
      .filter((part, i) => (part.kind === 'resistor' || part.kind === 'wire') && !shown.has(i))
      .map(({ name }) => name),
  }
}

/** The part indices of the resistors, as they stand in the formula. */
function fromLeft({ leaves, steps, left }: Reduction): number[] {
  const found: number[] = []
  const open = [left[0]]
  for (let id = open.pop(); id !== undefined; id = open.pop()) {
    if (id < leaves.length) found.push(leaves[id])
    else for (const member of [...steps[id - leaves.length].members].reverse()) open.push(member)
  }
  return found
}
