/**
 * In: a network, and which of its wires and ammeters are opened. Out: which of its points are one place; what a meter that is
 * put into such a gap sees.
 */

import { joins, Sets } from '../structure'
import { potentials, type Edge } from './circuit'
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
  const points = new Map<string, number>()
  for (const { from, to } of network.parts)
    for (const point of [from, to]) if (!points.has(point)) points.set(point, points.size)
  const at = (point: string) => points.get(point) as number
  const sets = new Sets(points.size)
  network.parts.forEach((part, i) => {
    if (joins(part) && !opened.has(i)) sets.join(at(part.from), at(part.to))
  })
  const numbers = new Map<number, number>()
  for (const index of points.values()) {
    const root = sets.find(index)
    if (!numbers.has(root)) numbers.set(root, numbers.size)
  }
  return { count: numbers.size, of: (point) => numbers.get(sets.find(at(point))) as number }
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
  const least = ohms.reduce<number>((found, R) => (R ? Math.min(found, R) : found), Infinity)
  const joint = Number.isFinite(least) ? least * ofLeast : ofLeast
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
  const flow = edges.reduce((sum, { a: one, b: other, conductance }) => {
    if (one !== a && other !== a) return sum
    return sum + (found[a] - found[one === a ? other : one]) * conductance
  }, 0)
  return flow > 0 ? 1 / flow : Infinity
}

/** What stands for zero ohms, as a part of the least other resistance. */
const ofLeast = 1e-7
