import type { Arithmetic } from './arithmetic'
import { expand, wholeOf, type Expansion, type Taste } from './expansion'
import { isZeroOhm, type Network, type Problem } from './network'
import { finding, type Finding, type Wiring } from './nodes'
import { leavesOf, reduceUnordered, resistances, type Combining, type Reduction, type SheetElement } from './reduction'
import { findSupply, type Supply } from './supply'

/** How far a network could be worked out. */
export type Status = 'solved' | 'resistance' | 'not-series-parallel'

/** All numbers of a network in one number system, with the reduction they come from. */
export interface Numbers<N, R extends Combining = Reduction> {
  readonly status: Status
  readonly reduction: R
  /** Of every element, by id. */
  readonly resistance: readonly N[]
  /** Of the whole; null when nothing closes the circuit or a bridge stops the reduction. */
  readonly equivalent: N | null
  /** null where there is no source, or the supply cannot be told (a bridge, a short). */
  readonly supply: Supply<N> | null
  readonly expansion: Expansion<N> | null
}

export type Solved<N, R extends Combining = Reduction> =
  { readonly ok: true; readonly numbers: Numbers<N, R> } | { readonly ok: false; readonly problem: Problem }

/** {@link solve} for the numbers alone, in no order that a person would take: several times faster. */
export function solveNumbers<N>(network: Network, wiring: Wiring, arithmetic: Arithmetic<N>): Solved<N, Combining> {
  return solve(network, wiring, reduceUnordered(wiring), arithmetic)
}

/**
 * The resistances of a reduction, its supply, and its expansion, in the given number system.
 *
 * @param taste how a person finds the voltage or current of each element, where not by Ohm's law
 */
export function solve<N, R extends Combining>(
  network: Network,
  wiring: Wiring,
  reduction: R,
  arithmetic: Arithmetic<N>,
  taste?: (element: number) => Taste,
): Solved<N, R> {
  const resistance = resistances(reduction, leafResistances(network, wiring, arithmetic), arithmetic)
  const shorted = wiring.start === wiring.finish
  const equivalent = shorted ? arithmetic.zero : reduction.left.length === 1 ? resistance[reduction.left[0]] : null
  const numbers = { reduction, resistance, equivalent, supply: null, expansion: null }
  const found = (status: Status): Solved<N, R> => ({ ok: true, numbers: { ...numbers, status } })

  if (reduction.left.length > 1) return found('not-series-parallel')
  if (network.parts[wiring.supply].kind === 'terminals') return found('resistance')
  if (equivalent !== null && arithmetic.isZero(equivalent)) return found('solved')
  const supply = findSupply(network, wiring, reduction, resistance, arithmetic)
  if (!supply.ok) return supply
  const start = [...wholeOf(reduction, supply.supply), ...supply.outward]
  const expansion = expand(reduction, resistance, start, arithmetic, taste)
  return {
    ok: true,
    numbers: { ...numbers, status: 'solved', supply: supply.supply, expansion },
  }
}

/** The resistance of each live resistor, in listed order. */
export function leafResistances<N>(network: Network, wiring: Wiring, arithmetic: Arithmetic<N>): N[] {
  return wiring.live.map((part) => {
    const it = network.parts[part]
    return it.kind === 'resistor' ? arithmetic.from(it.resistance) : arithmetic.zero
  })
}

/**
 * Findings that only the reduction shows: what stops it, and what zero-ohm resistors short.
 *
 * @param stopping the elements that stop it; none where it succeeds
 */
export function reductionFindings<N>(
  network: Network,
  wiring: Wiring,
  numbers: Numbers<N>,
  stopping: readonly SheetElement[],
  arithmetic: Arithmetic<N>,
): Finding[] {
  const { reduction, resistance, equivalent } = numbers
  const { parts } = network
  const inside = (elements: readonly number[]) => elements.flatMap((element) => leavesOf(reduction, element))
  const named = (indices: readonly number[]) => indices.map((part) => parts[part].name)
  const zeroOhms = (elements: readonly number[]) => named(inside(elements).filter((part) => isZeroOhm(parts[part])))
  const findings: Finding[] = []
  if (stopping.length > 0) {
    const nodes = [...new Set(stopping.flatMap(({ from, to }) => [from, to]))].sort((a, b) => a - b)
    findings.push(
      finding(
        'bridge',
        named(inside(stopping.map(({ id }) => id))),
        nodes.map((node) => wiring.nodes[node].label),
      ),
    )
  }
  const zero = (element: number) => arithmetic.isZero(resistance[element])
  const [whole] = reduction.left
  // A supply shorted by wire leaves no element at all, and has its finding from the nodes.
  if (parts[wiring.supply].kind === 'source' && equivalent !== null && whole !== undefined && zero(whole)) {
    findings.push(
      finding(
        'shorted-supply',
        [parts[wiring.supply].name, ...zeroOhms([whole])],
        [wiring.nodes[wiring.start], wiring.nodes[wiring.finish]].map(({ label }) => label),
      ),
    )
  }

  // Outermost shorts first, so that a resistor is named once.
  const told = new Set<number>()
  for (const { kind, members, result } of [...reduction.steps].reverse()) {
    if (kind !== 'parallel' || !zero(result)) continue
    const shorted = inside(members.filter((member) => !zero(member))).filter((part) => !told.has(part))
    if (shorted.length === 0) continue
    shorted.forEach((part) => told.add(part))
    const labels = [reduction.from[result], reduction.to[result]].map((node) => wiring.nodes[node].label)
    findings.push(finding('shorted', named(shorted), labels, zeroOhms(members.filter(zero))))
  }
  return findings
}
