import { float } from '../../number'
import { joins } from '../../structure'
import { idealCurrents } from '../../solution'
import type { Built, Model, Run } from './model'

/** So many times the voltage, or the current, of a leaf; of the source where `leaf` is null. */
export interface Term {
  readonly of: 'voltage' | 'current'
  readonly leaf: number | null
  readonly times: number
}

/** A value of a network, as sums of what its resistors and its source carry. */
export type NetworkQuantity =
  | { readonly kind: 'equivalent' }
  | { readonly kind: 'sum'; readonly terms: readonly Term[] }
  /** Of a leaf; of the whole where it is null. */
  | { readonly kind: 'power'; readonly leaf: number | null }

/** A quantity with its name: what of, and in which unit. */
export interface NamedQuantity {
  readonly quantity: 'equivalent' | 'voltage' | 'current' | 'power' | 'potential'
  /** A part; for a potential the first point of its node. */
  readonly of: string | null
  /** null where it is 0 whatever the resistances are. */
  readonly is: NetworkQuantity | null
}

/** The value of a quantity in a run, in SI units. */
export function valueOf(quantity: NetworkQuantity, { equivalent, supply, current, voltage }: Run): number {
  switch (quantity.kind) {
    case 'equivalent':
      return equivalent
    case 'power':
      if (quantity.leaf === null) return supply * supply * equivalent
      return voltage[quantity.leaf] === 0 ? 0 : voltage[quantity.leaf] * current[quantity.leaf]
    case 'sum': {
      let sum = 0
      for (const { of, leaf, times } of quantity.terms) {
        if (leaf === null) sum += times * (of === 'current' ? supply : supply * equivalent)
        else sum += times * (of === 'current' ? current[leaf] : voltage[leaf])
      }
      return sum
    }
  }
}

/**
 * The voltage, current or power of a part, seen from its `from` to its `to`; of the source what it gives. A current of a
 * wire or an ammeter is the sum of those that meet it.
 *
 * @returns null where it is 0; undefined where there is none
 */
export function ofPart(
  built: Built,
  model: Model,
  part: number,
  quantity: 'voltage' | 'current' | 'power',
): NetworkQuantity | null | undefined {
  const { network, wiring } = built
  const { kind } = network.parts[part]
  if (part === wiring.supply) {
    if (kind === 'terminals') return undefined
    return quantity === 'power'
      ? { kind: 'power', leaf: null }
      : { kind: 'sum', terms: [{ of: quantity, leaf: null, times: 1 }] }
  }
  if (kind === 'voltmeter')
    return quantity === 'voltage' ? betweenNodes(built, model, wiring.from[part], wiring.to[part]) : undefined
  const leaf = wiring.live.indexOf(part)
  if (leaf >= 0)
    return quantity === 'power'
      ? { kind: 'power', leaf }
      : { kind: 'sum', terms: [{ of: quantity, leaf, times: model.turn[leaf] }] }
  if (wiring.nodes[wiring.from[part]].tiedTo === null) return undefined
  return quantity === 'current' && joins({ kind }) ? throughIdeal(built, model, part) : null
}

/** The current of a wire or an ammeter as a sum of those of resistors and source; undefined in a loop of ideal conductors. */
function throughIdeal({ network, wiring }: Built, model: Model, part: number): NetworkQuantity | null | undefined {
  const terms: Term[] = []
  const isIdeal = (index: number) => joins(network.parts[index])
  const currents = new Array<number>(network.parts.length).fill(0)
  const share = (index: number): number | null => {
    currents[index] = 1
    const found = idealCurrents(network, currents, isIdeal, float)[part]
    currents[index] = 0
    return found
  }
  for (const [leaf, index] of wiring.live.entries()) {
    const times = share(index)
    if (times === null) return undefined
    if (times !== 0) terms.push({ of: 'current', leaf, times: times * model.turn[leaf] })
  }
  // The source's own current runs from − to + inside it.
  const times = share(wiring.supply)
  if (times) terms.push({ of: 'current', leaf: null, times: -times })
  return terms.length === 0 ? null : { kind: 'sum', terms }
}

/**
 * The voltage of one node against another: the drops along a way through resistors.
 *
 * @returns null where both have the same potential whatever the resistances are; undefined where nothing ties them
 */
export function betweenNodes(
  { wiring }: Built,
  model: Model,
  red: number,
  black: number,
): NetworkQuantity | null | undefined {
  const [a, b] = [wiring.nodes[red].tiedTo, wiring.nodes[black].tiedTo]
  if (a === null || b === null) return undefined
  if (a === b) return null
  const at = new Map<number, number[]>()
  wiring.live.forEach((part, leaf) => {
    for (const node of [wiring.from[part], wiring.to[part]]) at.set(node, [...(at.get(node) ?? []), leaf])
  })
  const cameBy = new Map<number, { leaf: number; from: number }>()
  const open = [a]
  for (const node of open) {
    if (node === b) break
    for (const leaf of at.get(node) ?? []) {
      const part = wiring.live[leaf]
      const other = wiring.from[part] === node ? wiring.to[part] : wiring.from[part]
      if (other === a || cameBy.has(other)) continue
      cameBy.set(other, { leaf, from: node })
      open.push(other)
    }
  }
  const terms: Term[] = []
  for (let node = b; node !== a;) {
    const step = cameBy.get(node)
    if (!step) return undefined
    const forward = wiring.from[wiring.live[step.leaf]] === step.from ? 1 : -1
    terms.push({ of: 'voltage', leaf: step.leaf, times: forward * model.turn[step.leaf] })
    node = step.from
  }
  if (terms.length > 1 && isAcrossSource(wiring, a, b))
    return { kind: 'sum', terms: [{ of: 'voltage', leaf: null, times: a === wiring.start ? 1 : -1 }] }
  return { kind: 'sum', terms }
}

function isAcrossSource({ start, finish }: Built['wiring'], a: number, b: number): boolean {
  return (a === start && b === finish) || (a === finish && b === start)
}

/** Every value of a network: of the whole, of the source, of each resistor, and the potential of each node. */
export function quantitiesOf(built: Built, model: Model): NamedQuantity[] {
  const { network, wiring, drive } = built
  const all: NamedQuantity[] = [{ quantity: 'equivalent', of: null, is: { kind: 'equivalent' } }]
  if (drive.at === 'nothing') return all
  const carriers = [
    wiring.supply,
    ...network.parts.flatMap((part, i) => (part.kind === 'resistor' || part.kind === 'ammeter' ? [i] : [])),
  ]
  for (const quantity of ['voltage', 'current', 'power'] as const)
    for (const part of carriers) {
      if (network.parts[part].kind === 'ammeter' && quantity !== 'current') continue
      const is = ofPart(built, model, part, quantity)
      if (is !== undefined) all.push({ quantity, of: network.parts[part].name, is })
    }
  wiring.nodes.forEach(({ points }, node) => {
    const is = betweenNodes(built, model, node, wiring.reference)
    if (is !== undefined) all.push({ quantity: 'potential', of: points[0], is })
  })
  // Beside zero ohms a current may be undefined.
  const run = model.run(built.resistance)
  return all.filter(({ is }) => is === null || !Number.isNaN(valueOf(is, run)))
}
