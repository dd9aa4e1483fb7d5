import type { View } from '../plan'
import { powerOff } from '../readings'
import { toleranceOf } from '../tolerance'
import { changed, joined, neighbourStep, priors, shortOf, type Faulty, type Fault } from './fault'
import { shown, type Data, fit, product, solveLower, type Fitted } from './likelihood'

/** Beyond so many resistors, pairs of them are not tried for having been swapped. */
const mostForPairs = 60
/** Beyond so many pairs of nodes, only those are tried for a bridge that a resistor lies beside. */
const mostBridges = 120

/** How much less a fault of an idle part counts. */
export const idleShare = 0.1

/** Every single fault that is named at once, but for values that have to be fitted. */
export function faultsOf(view: View, base: Faulty, data: Data): Faulty[] {
  const { bench, ofPart, ports } = view
  const { network, wiring } = bench.built
  const parts = network.parts.flatMap((part, index) => {
    const port = ofPart[index]
    return part.kind === 'resistor' && port !== undefined ? [{ index, port, R: ports.resistance[port] }] : []
  })
  const short = shortOf(ports)
  const each = (share: number, of: number) => Math.log(share / Math.max(1, of))
  // What carries nothing shows nothing when it is wrong, so it is hardly what somebody looks for.
  const eachPart = (share: number, isIdle: boolean) => each(share, parts.length) + (isIdle ? Math.log(idleShare) : 0)
  const faults: Faulty[] = [base]
  const add = (it: Faulty, fault: Faulty['fault'], prior: number) => void faults.push({ ...it, fault, prior })

  for (const { index: part, port, R } of parts) {
    const isIdle = wiring.idle[part] !== null
    const become = (to: number): Faulty =>
      isIdle ? { ...base, alone: changed(base, port, to).ports } : changed(base, port, to)
    const open = become(Infinity)
    add(open, { fault: 'open', part }, eachPart(priors.open, isIdle))
    add(become(short), { fault: 'shorted', part }, eachPart(priors.shorted, isIdle))
    for (const times of [10, 0.1])
      add(become(R * times), { fault: 'value', part, times }, eachPart(priors.decade / 2, isIdle))
    for (const times of [neighbourStep, 1 / neighbourStep])
      add(become(R * times), { fault: 'value', part, times }, eachPart(priors.neighbour / 2, isIdle))
    if (isIdle) continue
    // The part itself is as it should be; what is read while its lead is up is not.
    add({ ...open, alone: base.alone }, { fault: 'lifted', part, always: true }, each(priors.lifted / 2, parts.length))
    add(
      { ...open, alone: base.alone, out: base.out },
      { fault: 'lifted', part, always: false },
      each(priors.lifted / 2, parts.length),
    )
  }

  const pairs = parts.flatMap((a, i) =>
    parts.slice(i + 1).flatMap((b) => (Math.abs(Math.log(a.R / b.R)) > 0.02 ? [[a, b] as const] : [])),
  )
  if (parts.length <= mostForPairs)
    for (const [a, b] of pairs) {
      const swapped = changed(changed(base, a.port, b.R), b.port, a.R)
      add(swapped, { fault: 'swapped', part: a.index, other: b.index }, each(priors.swapped, pairs.length))
    }

  const live = (node: number) => wiring.nodes[node].tiedTo === node
  const between = view.ends.flatMap(([a, b], port) => {
    return live(a) && live(b) && a !== b ? [{ port, nodes: [a, b] as const }] : []
  })
  const seen = new Set<string>()
  const bridges = between.filter(({ nodes }) => {
    const key = [...nodes].sort((a, b) => a - b).join()
    return !seen.has(key) && seen.add(key)
  })
  for (const { port, nodes } of bridges.slice(0, mostBridges))
    add(
      joined(base, port),
      { fault: 'bridged', port, nodes },
      each(priors.bridged, Math.min(bridges.length, mostBridges)),
    )

  for (const { read, value, index } of data.numbers) {
    const expected = shown(base, read).value
    const near = { min: Math.min(0.5 * expected, 2 * expected), max: Math.max(0.5 * expected, 2 * expected) }
    const power = powerOff(near, value)
    if (power !== null)
      for (const sure of new Set([power, Math.round(Math.log10(Math.abs(value / expected)))]))
        if (sure !== 0)
          add(base, { fault: 'scale', reading: index, power: sure }, each(priors.scale, data.numbers.length))
    if (value * expected < 0)
      add(base, { fault: 'reversed', reading: index }, each(priors.reversed, data.numbers.length))
  }
  return faults
}

/**
 * The bench with nothing wrong; its resistances spread evenly over their tolerances.
 *
 * @param keep how many ports are read at
 */
export function asMarked(view: View, keep: number): Faulty {
  const { bench, ports, ofPart } = view
  const { built } = bench
  const spread = new Float64Array(ports.count)
  built.network.parts.forEach((_, part) => {
    const port = ofPart[part]
    if (port === undefined) return
    spread[port] = (ports.resistance[port] * toleranceOf(built.network, part)) / Math.sqrt(3)
  })
  const { volts } = view
  const prior = Math.log(priors.none)
  return { fault: { fault: 'none' }, prior, ports, out: ports, alone: ports, spread, volts, keep }
}

/** A fault with how well it explains the readings. */
export interface Weighed {
  readonly fitted: Fitted
  /** The logarithm of prior times likelihood. */
  readonly log: number
}

/** How far a fitted value may lie from the marked one, either way: three decades of a resistance, two of the source. */
const reach = Math.log(1e3)
const sourceReach = Math.log(1e2)
const gridSteps = 13
const climbs = 5

/**
 * Any other value of one resistance: not the best one alone, but all of them, spread evenly over their decades; by a grid,
 * the peaks found on it, and the area under each (Laplace's method; MacKay, “Information Theory, Inference, and Learning
 * Algorithms”, 2003, chapter 27).
 */
export function anyValue(
  base: Faulty,
  part: number,
  port: number,
  isIdle: boolean,
  share: number,
  data: Data,
  sourceSpread: number,
): Weighed[] {
  const R = base.ports.resistance[port]
  const at = (u: number) => {
    const times = Math.exp(u)
    const there = isIdle ? { ...base, alone: changed(base, port, R * times).ports } : changed(base, port, R * times)
    const spread = there.spread.slice()
    spread[port] = 0
    const fault: Fault = { fault: 'value', part, times }
    return fit({ ...there, fault, spread }, data, sourceSpread)
  }
  return peaks(reach, share, at, ({ bench }) => {
    const now = isIdle ? bench.alone.resistance[port] : bench.ports.resistance[port]
    return data.numbers.map(({ read }) => shown(bench, read).slopes[port] * now)
  })
}

/** Any other voltage of the source, and none. */
export function anySource(base: Faulty, data: Data): Weighed[] {
  const at = (times: number) => fit({ ...base, fault: { fault: 'source', times }, volts: base.volts * times }, data, 0)
  const off = at(0)
  return [
    ...peaks(
      sourceReach,
      priors.source / 2,
      (u) => at(Math.exp(u)),
      ({ bench }) => data.numbers.map(({ read }) => shown(bench, read).bySource * bench.volts),
    ),
    { fitted: off, log: off.logLikelihood + Math.log(priors.source / 2) },
  ]
}

/**
 * The peaks of a likelihood over the logarithm of a value, each with the area under it; from the best points of a grid by the
 * method of Gauss and Newton.
 *
 * @param slopesAt how each reading moves with the logarithm, by reading
 */
function peaks(
  most: number,
  share: number,
  at: (u: number) => Fitted,
  slopesAt: (fitted: Fitted) => readonly number[],
): Weighed[] {
  const step = (2 * most) / (gridSteps - 1)
  const grid = Array.from({ length: gridSteps }, (_, i) => {
    const u = -most + i * step
    return { u, fitted: at(u) }
  })
  const height = (i: number) => grid[i]?.fitted.logLikelihood ?? -Infinity
  const tops = grid
    .map((it, i) => ({ ...it, i }))
    .filter(({ i }) => height(i) >= height(i - 1) && height(i) >= height(i + 1))
    .sort((a, b) => b.fitted.logLikelihood - a.fitted.logLikelihood)
    .slice(0, 2)
  return tops.map(({ u: start, fitted: first }): Weighed => {
    let best = { u: start, fitted: first }
    let from = best
    for (let climb = 0; climb < climbs; climb++) {
      const { toward, curve } = ascentOf(from.fitted, slopesAt(from.fitted))
      if (curve === 0) break
      const jump = Math.max(-step, Math.min(step, toward / curve))
      const u = Math.max(-most, Math.min(most, from.u + jump))
      from = { u, fitted: at(u) }
      if (from.fitted.logLikelihood > best.fitted.logLikelihood) best = from
      if (Math.abs(jump) < 1e-3) break
    }
    const { curve } = ascentOf(best.fitted, slopesAt(best.fitted))
    const width = Math.min(2 * most, Math.sqrt((2 * Math.PI) / Math.max(1e-6, curve)))
    return {
      fitted: best.fitted,
      log: best.fitted.logLikelihood + Math.log((share * width) / (2 * most)),
    }
  })
}

/** The slope of a log likelihood, and its curvature downwards, where readings move so: Jᵀ·Σ⁻¹·r and Jᵀ·Σ⁻¹·J. */
function ascentOf({ L, whitened, used }: Fitted, slopes: readonly number[]): { toward: number; curve: number } {
  const n = used.length
  const white = solveLower(
    L,
    n,
    used.map((i) => slopes[i]),
  )
  return { toward: product(white, whitened), curve: product(white, white) }
}
