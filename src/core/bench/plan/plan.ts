import { Sets } from '../../structure'
import type { Bench } from '../tolerance'
import { branchesOf, endsOf, nearEndOf, probeOf, type Measurement, type Probe, type View } from './measurement'
import { layProbe, noLoading, predict, type Laid } from './predict'

export type PlanGroup = 'resistance' | 'voltage' | 'current'

/** One measurement of the plan. */
export interface Planned {
  readonly group: PlanGroup
  readonly measurement: Measurement
  readonly probe: Probe
  readonly laid: Laid
  /** `needed`; a `check` follows from the others by the current law. */
  readonly role: 'needed' | 'check'
  /** Of a resistor alone: what it would read with both leads in place, in ohms. */
  readonly inPlace?: number
  /** Of a current: the parts in series with it, which must read the same. */
  readonly alike?: readonly string[]
}

/** The measurements worth taking, in the order a careful person takes them. */
export type Plan = readonly Planned[]

/**
 * What to measure: with the source out the whole and each resistor with one lead lifted; then the source's voltage and each
 * resistor's; then the fewest currents that give all of them by the current law, the total first, and the others as checks.
 * Meters that are drawn into the picture are part of it.
 *
 * @param view with a port for each pair of nodes that a part of the network lies between
 */
export function planOf(view: View): Plan {
  const { network, wiring } = view.bench.built
  const plan: Planned[] = []
  const add = (
    measurement: Measurement,
    more: Pick<Planned, 'inPlace' | 'alike'> & { role?: Planned['role'] } = {},
  ) => {
    const found = probeOf(view.bench, measurement)
    const laid = found.ok ? layProbe(view, found.probe) : null
    if (!found.ok || laid === null) return
    const { quantity: group } = measurement
    plan.push({ group, measurement, probe: found.probe, laid, role: 'needed', ...more })
  }
  const supply = network.parts[wiring.supply]
  const resistors = network.parts.flatMap((part, i) => (part.kind === 'resistor' && part.resistance ? [i] : []))
  add({ quantity: 'resistance', of: supply.name, lifted: false })
  for (const part of resistors)
    add({ quantity: 'resistance', of: network.parts[part].name, lifted: true }, { inPlace: inPlace(view, part) })
  if (!view.hasSource) return plan
  add({ quantity: 'voltage', of: supply.name })
  for (const part of resistors) add({ quantity: 'voltage', of: network.parts[part].name })
  for (const { kind, name } of network.parts) if (kind === 'voltmeter') add({ quantity: 'voltage', of: name })
  for (const { part, role, alike } of breaks(view.bench))
    add(
      {
        quantity: 'current',
        of: network.parts[part].name,
        ...(part !== wiring.supply && { end: nearEndOf(view.bench, part) }),
      },
      { role, alike },
    )
  for (const { kind, name } of network.parts)
    if (kind === 'ammeter') add({ quantity: 'current', of: name }, { role: 'check' })
  return plan
}

/** What a resistor reads between its ends while it is in place, the source out. */
function inPlace(view: View, part: number): number {
  const [red, black] = endsOf(view.bench, part)
  const laid = layProbe(view, { kind: 'resistance', red, black })
  const R = laid === null ? NaN : predict(view.ports, laid, 1, noLoading).value
  // Beside zero ohms.
  const { ports, ofPart } = view
  return R < 1e-6 * ports.resistance[ofPart[part] as number] ? 0 : R
}

interface Break {
  readonly part: number
  readonly role: Planned['role']
  readonly alike: readonly string[]
}

/**
 * The branches of a network, each by the first of its parts; those that are needed are what closes the loops of a tree of
 * the others (Kirchhoff, 1847). The source's branch is needed first.
 */
function breaks({ built }: Bench): Break[] {
  const { network, wiring } = built
  const { carriers, at, branchOf } = branchesOf(built)
  const members = new Map<number, number[]>()
  carriers.forEach((_, i) => members.set(branchOf(i), [...(members.get(branchOf(i)) ?? []), i]))
  // The ends of a branch are the junctions that its parts touch; one without any is the only branch there is.
  const ends = ([...parts]: readonly number[]) =>
    [...new Set(parts.flatMap((i) => [wiring.from[carriers[i]], wiring.to[carriers[i]]]))].filter(
      (node) => (at.get(node) ?? []).length > 2,
    )
  const [source, ...others] = [...members.values()]
  const tree = new Sets(wiring.nodes.length)
  const needed: number[][] = [source]
  const checks: number[][] = []
  for (const branch of [...others].reverse()) {
    const [a, b] = ends(branch)
    if (tree.find(a) === tree.find(b)) needed.push(branch)
    else {
      tree.join(a, b)
      checks.push(branch)
    }
  }
  const isBefore = (a: readonly number[], b: readonly number[]) => a[0] - b[0]
  const told = (role: Planned['role']) => (branch: readonly number[]) => ({
    part: carriers[branch[0]],
    role,
    alike: branch.slice(1).map((i) => network.parts[carriers[i]].name),
  })
  return [...needed.sort(isBefore).map(told('needed')), ...checks.sort(isBefore).map(told('check'))]
}
