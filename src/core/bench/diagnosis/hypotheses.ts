import type { View } from '../plan'
import { powerOff } from '../readings'
import { toleranceOf } from '../tolerance'
import { changed, joined, neighbourStep, priors, shortOf, type Faulty } from './fault'
import { shown, type Data } from './likelihood'

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
