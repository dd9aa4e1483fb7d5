import type { Network } from '../../network'
import { type Wiring, reduce, type Reduction } from '../../structure'
import { readQuantity } from '../../number'
import { longest } from './read'

/** A network's formula, and the parts that it does not show: wires, and resistors that carry no current. */
export interface WrittenFormula {
  readonly text: string
  /** The series-parallel structure alone, `(·+·)∥·`: two networks of the same shape differ in names and values only. */
  readonly shape: string
  /** Part indices of the resistors, from left to right. */
  readonly resistors: readonly number[]
  readonly left: readonly string[]
}

/**
 * The formula of a network; null where there is none: at a bridge, when nothing closes the circuit, or when it would be
 * longer than a formula that is read.
 */
export function writeFormula(
  network: Network,
  wiring: Wiring,
  reduction: Reduction = reduce(wiring),
): WrittenFormula | null {
  if (reduction.left.length !== 1) return null
  const item = (part: number): string => {
    const it = network.parts[part]
    return it.kind === 'resistor' ? `${it.name} ${String(it.resistance?.typed ?? '').trim()}`.trim() : ''
  }
  // A name that reads as a value would be taken for one.
  if (reduction.leaves.some((part) => readQuantity(network.parts[part].name, null).ok)) return null
  const text = joined(reduction, item, { series: ' + ', parallel: ' ∥ ' })
  if (text === null) return null
  const shown = new Set(reduction.leaves)
  return {
    text,
    shape: joined(reduction, () => '·', { series: '+', parallel: '∥' }) ?? '',
    resistors: fromLeft(reduction),
    left: network.parts
      .filter((part, i) => (part.kind === 'resistor' || part.kind === 'wire') && !shown.has(i))
      .map(({ name }) => name),
  }
}

/**
 * The groups written out from the outermost inwards, each text once, so that the work is in proportion to what is
 * written. null where that gets longer than a formula that is read.
 */
function joined(
  { leaves, steps, left }: Reduction,
  leaf: (part: number) => string,
  sign: Readonly<Record<'series' | 'parallel', string>>,
): string | null {
  const written: string[] = []
  let length = 0
  // What is still to be written, the next one last: an element, or a text between elements.
  const open: (number | string)[] = [left[0]]
  for (let next = open.pop(); next !== undefined; next = open.pop()) {
    const step = typeof next === 'number' && next >= leaves.length ? steps[next - leaves.length] : null
    if (step === null) {
      const text = typeof next === 'string' ? next : leaf(leaves[next as number])
      written.push(text)
      length += text.length
      if (length > longest) return null
      continue
    }
    for (let i = step.members.length - 1; i >= 0; i--) {
      const member = step.members[i]
      const bracketed =
        step.kind === 'parallel' && member >= leaves.length && steps[member - leaves.length].kind === 'series'
      if (bracketed) open.push(')', member, '(')
      else open.push(member)
      if (i > 0) open.push(sign[step.kind])
    }
  }
  return written.join('')
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
