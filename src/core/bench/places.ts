/**
 * In: a network, and which of its wires and ammeters are opened. Out: which of its points are one place; what a meter that is
 * put into such a gap sees.
 */

import { joinPoints } from '../structure'
import { flowFrom, potentials, zeroOhms, type Edge } from './circuit'
import type { Bench } from './tolerance'

/** The points of a network in places that wire joins. */
export interface Places {
  /** How many there are. */
  readonly count: number
  /** The place of a point. */
  readonly of: (point: string) => number
}

/** Joins the points of a network by its wires and ammeters, but for those that are opened. */
export function placesOf({ network }: Bench['built'], opened: ReadonlySet<number>): Places {
  const { points, nodeOf, nodes } = joinPoints(network.parts, (part) => opened.has(part))
  return { count: nodes, of: (point) => nodeOf[points.get(point) as number] }
}

/**
 * The resistance that a meter sees in the gap of a part without resistance, the source a short: what its shunt adds to. Infinity
 * where nothing closes the circuit there, 0 where other wire does.
 *
 * @param ohms of each resistor but this part, by part index; undefined for other parts
 */
export function resistanceInGap(built: Bench['built'], part: number, ohms: readonly (number | undefined)[]): number {
  const { network, wiring } = built
  const places = placesOf(built, new Set([part]))
  const { from, to } = network.parts[part]
  const [a, b] = [places.of(from), places.of(to)]
  if (a === b) return 0
  const joint = zeroOhms(ohms.flatMap((R) => R ?? []))
  const edges = network.parts.flatMap((it, i): Edge[] => {
    const R = i === wiring.supply ? 0 : ohms[i]
    return R === undefined ? [] : [{ a: places.of(it.from), b: places.of(it.to), conductance: 1 / Math.max(R, joint) }]
  })
  const found = potentials(
    places.count,
    edges,
    new Map([
      [a, 1],
      [b, 0],
    ]),
  )
  const flow = flowFrom(a, edges, found)
  return flow > 0 ? 1 / flow : Infinity
}
