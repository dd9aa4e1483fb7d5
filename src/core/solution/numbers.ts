import type { Arithmetic } from '../number'
import type { Network, Problem } from '../network'
import { reduceUnordered, resistances, type Combining, type Wiring } from '../structure'
import { expand, type Expansion } from './expansion'
import { findSupply, type Supply } from './supply'

/** How far a network could be worked out. */
export type Status =
  | 'solved'
  /** Terminals only: no supply, no voltages. */
  | 'resistance'
  | 'not-series-parallel'
  /** Resistors have no value yet: no numbers. */
  | 'structure'

/** The numbers of a network in one number system, with the reduction they come from. */
export interface Numbers<N> {
  readonly status: Status
  readonly reduction: Combining
  /** Of every element, by id. */
  readonly resistance: readonly N[]
  /** Of the whole; null when nothing closes the circuit or a bridge stops the reduction. */
  readonly equivalent: N | null
  /** null where there is no source, or the supply cannot be told (a bridge, a short). */
  readonly supply: Supply<N> | null
  readonly expansion: Expansion<N> | null
}

export type Solved<N> =
  | { readonly ok: true; readonly numbers: Numbers<N> }
  | { readonly ok: false; readonly problem: Problem }

/** A network's numbers alone, without steps that a person would take: the way for large ones. */
export function solveNumbers<N>(network: Network, wiring: Wiring, arithmetic: Arithmetic<N>): Solved<N> {
  const reduction = reduceUnordered(wiring)
  const leaves = leafResistances(network, wiring, arithmetic)
  const isBridge = reduction.left.length > 1
  if (leaves === null) {
    const nothing = { resistance: [], equivalent: null, supply: null, expansion: null }
    return {
      ok: true,
      numbers: { ...nothing, reduction, status: isBridge ? 'not-series-parallel' : 'structure' },
    }
  }
  const resistance = resistances(reduction, leaves, arithmetic)
  const shorted = wiring.start === wiring.finish
  const equivalent = shorted ? arithmetic.zero : reduction.left.length === 1 ? resistance[reduction.left[0]] : null
  const numbers = { reduction, resistance, equivalent, supply: null, expansion: null }
  const found = (status: Status): Solved<N> => ({ ok: true, numbers: { ...numbers, status } })

  if (isBridge) return found('not-series-parallel')
  if (network.parts[wiring.supply].kind === 'terminals') return found('resistance')
  if (equivalent !== null && arithmetic.isZero(equivalent)) return found('solved')
  const known = findSupply(network, wiring, reduction, resistance, arithmetic)
  if (!known.ok) return known
  const { supply } = known
  const expansion = expand(reduction, resistance, supply, arithmetic)
  return { ok: true, numbers: { ...numbers, status: 'solved', supply, expansion } }
}

/** The resistance of each live resistor, in listed order; null where one has no value yet. */
function leafResistances<N>(network: Network, wiring: Wiring, arithmetic: Arithmetic<N>): N[] | null {
  const found: N[] = []
  for (const part of wiring.live) {
    const it = network.parts[part]
    if (it.kind !== 'resistor' || !it.resistance) return null
    found.push(arithmetic.from(it.resistance))
  }
  return found
}
