import type { Bench, Spot } from '@/core/bench'
import { drawSheet, type Coordinates, type Picture, type PlacedPart } from '@/core/picture'
import type { Worksheet } from '@/core/worksheet'

/** One end of a part as it is drawn. */
export interface DrawnLead extends Coordinates {
  readonly part: number
  readonly end: 'from' | 'to'
  /** The node that it leads to. */
  readonly node: number
  /** −1 where the part lies to the right of it, 1 where to the left. */
  readonly side: 1 | -1
}

/** The first sheet of a network with everything on it that a hand can reach. */
export interface BenchPicture {
  readonly picture: Picture
  /** Resistors and ammeters: what has leads of its own. */
  readonly parts: readonly (PlacedPart & { readonly part: number })[]
  readonly leads: readonly DrawnLead[]
  /** Where a lead is laid on each node; a node may be drawn at several places. */
  readonly nodes: readonly (Coordinates & { readonly node: number })[]
  /** Where the source or the terminals are connected. */
  readonly ends: Readonly<Record<'start' | 'finish', Coordinates & { readonly node: number }>>
  /** Where the terminals themselves are; a source stands off, so that its leads can be lifted. */
  readonly terminals: Readonly<Record<'start' | 'finish', Coordinates>>
}

/** How near a line ends to the end of a part that it leads to, in grid units. */
const near = 1.5
/** How far a source stands off what it feeds, and its leads off it. */
const standOff = 46
const ownLead = 16

/** Draws the bench, stretched from + to −, with room for a word below each part. */
export function benchPictureOf(worksheet: Worksheet, { built }: Bench): BenchPicture {
  const picture = drawSheet(worksheet, { stage: 0, sheet: 0 }, 'reduce', 4, {
    form: 'line',
    roomBelow: () => 1,
    withoutOutward: true,
  })
  const { wiring, network } = built
  const { from, to } = wiring
  const nameOf = new Map(network.parts.map(({ name }, part) => [name, part]))
  const parts = [...picture.parts, ...picture.aside].flatMap((placed) => {
    const part = nameOf.get(placed.label.name)
    return placed.symbol === 'voltmeter' || part === undefined ? [] : [{ ...placed, part }]
  })
  const nodeAt = (x: number, y: number) =>
    picture.lines.find(({ points }) => points.some((point) => Math.hypot(point.x - x, point.y - y) < near))?.node
  const leads = parts.flatMap(({ part, symbol, label, left, right, y }): DrawnLead[] => {
    const [a, b] = [nodeAt(left, y), nodeAt(right, y)]
    // Both ends on one node: as listed, or as the + of a meter stands.
    const leftIsFrom =
      symbol === 'ammeter' ? label.voltage !== -1 : a === b || a === undefined ? true : a === from[part]
    const ends = leftIsFrom ? (['from', 'to'] as const) : (['to', 'from'] as const)
    return [
      { part, end: ends[0], node: ends[0] === 'from' ? from[part] : to[part], x: left, y, side: -1 },
      { part, end: ends[1], node: ends[1] === 'from' ? from[part] : to[part], x: right, y, side: 1 },
    ]
  })
  const ends = {
    start: { ...picture.start, node: wiring.start },
    finish: { ...picture.finish, node: wiring.finish },
  }
  const isSource = network.parts[wiring.supply].kind === 'source'
  const off = (end: Coordinates, side: 1 | -1): Coordinates => ({
    x: end.x + side * (isSource ? standOff : 0),
    y: end.y,
  })
  const terminals = { start: off(picture.start, -1), finish: off(picture.finish, 1) }
  if (isSource)
    leads.push(
      {
        part: wiring.supply,
        end: 'from',
        node: wiring.start,
        x: terminals.start.x + ownLead,
        y: terminals.start.y,
        side: 1,
      },
      {
        part: wiring.supply,
        end: 'to',
        node: wiring.finish,
        x: terminals.finish.x - ownLead,
        y: terminals.finish.y,
        side: -1,
      },
    )
  return { picture, parts, leads, nodes: picture.nodes, ends, terminals }
}

/** How far a free end stands off the wire. */
export const freeEnd = 6

/** Where a lead is laid on a spot. */
export function placeOf({ nodes, leads, ends }: BenchPicture, spot: Spot): Coordinates | null {
  if ('node' in spot) {
    // At the ends the label stands below the wire.
    const { start, finish } = ends
    if (spot.node === start.node) return start
    if (spot.node === finish.node) return finish
    return nodes.find(({ node }) => node === spot.node) ?? null
  }
  const lead = leads.find(({ part, end }) => part === spot.part && end === spot.end)
  return lead ? { x: lead.x - lead.side * freeEnd, y: lead.y } : null
}
