import {
  measures as m,
  type Label,
  type PartSymbol,
  type PlacedLine,
  type PlacedNode,
  type PlacedPart,
  type Picture,
  type Coordinates,
} from './picture'
import type { Forest } from '../../structure'

/** A part that carries nothing, or a meter without a place: its label and the node indices of its ends. */
export interface Aside {
  readonly symbol?: PartSymbol
  readonly label: Label
  readonly from: number
  readonly to: number
}

/** A part with its symbol's middle at (centre, y). */
export function placePart(
  id: number,
  label: Label,
  centre: number,
  y: number,
  symbol: PartSymbol = 'resistor',
): PlacedPart {
  const { width, above, below } = roomOfPart(label)
  const text = width - 2 * m.lead
  return {
    id,
    symbol,
    label,
    left: centre - m.symbol / 2,
    right: centre + m.symbol / 2,
    y,
    box: { x: centre - text / 2, y: y - above, width: text, height: above + below },
  }
}

/** Parts that carry nothing stand in rows below, each between the labels of its two nodes. */
export function placeAside(
  aside: readonly Aside[],
  width: number,
  height: number,
  lines: PlacedLine[],
  nodes: PlacedNode[],
) {
  const parts: PlacedPart[] = []
  let x: number = m.margin
  let y = height
  let right = width
  let high = 0
  aside.forEach(({ symbol, label, from, to }, i) => {
    const room = roomOfPart(label)
    const wide = room.width + 4 * m.node
    if (x > m.margin && x + wide + m.margin > width) {
      x = m.margin
      y += high + m.row
      high = 0
    }
    high = Math.max(high, room.above + room.below)
    const level = y + room.above
    const part = placePart(i, label, x + wide / 2, level, symbol)
    parts.push(part)
    const [left, end] = [x + m.node, x + wide - m.node]
    lines.push(
      {
        node: from,
        points: [
          { x: left, y: level },
          { x: part.left, y: level },
        ],
      },
      {
        node: to,
        points: [
          { x: part.right, y: level },
          { x: end, y: level },
        ],
      },
    )
    nodes.push({ node: from, x: left, y: level }, { node: to, x: end, y: level })
    x += wide + m.gap
    right = Math.max(right, x)
  })
  return { parts, width: right, height: y + (aside.length > 0 ? high + m.margin : 0) }
}

interface Lane {
  readonly root: number
  readonly x: number
  readonly y: number
  /** The bars at its two ends. */
  readonly fromX: number
  readonly toX: number
}

/**
 * The lanes of a forest's roots, by their positions in `roots`: each lies in the first lane that is free from where it
 * begins.
 */
export function shareLanes(
  { roots, from, to }: Pick<Forest, 'roots' | 'from' | 'to'>,
  rank: readonly number[],
): number[][] {
  const taken: number[] = [] // by lane, the rank up to which it is taken
  const lanes: number[][] = []
  roots.forEach((root, i) => {
    const free = taken.findIndex((until) => until <= rank[from[root]])
    const lane = free < 0 ? taken.length : free
    taken[lane] = rank[to[root]]
    if (free < 0) lanes.push([i])
    else lanes[lane].push(i)
  })
  return lanes
}

/**
 * Puts the forest's roots into lanes. Each root lies in the column right of the bar it starts from, which is as
 * wide as the widest root there; a lane holds roots whose spans do not overlap.
 */
export function shareOut({ roots, from, to }: Forest, rooms: readonly Room[], rank: readonly number[]) {
  const used = [...new Set(roots.flatMap((root) => [from[root], to[root]]))].sort((a, b) => rank[a] - rank[b])
  const single = roots.length === 1
  const barX = new Map<number, number>()
  let x = m.margin + m.node + (single ? m.end - m.gap / 2 : m.end)
  used.forEach((node) => {
    barX.set(node, x)
    const starting = roots.filter((root) => from[root] === node)
    if (starting.length > 0) x += Math.max(...starting.map((root) => rooms[root].width)) + (single ? 0 : 2 * m.end)
  })
  const width = x + (single ? m.end - m.gap / 2 : m.end) + m.margin + m.node

  const laneOf: number[] = []
  const rows = shareLanes({ roots, from, to }, rank).map((shared, lane) => {
    for (const i of shared) laneOf[i] = lane
    const inside = shared.map((i) => rooms[roots[i]])
    return {
      width: 0,
      wire: 0,
      above: Math.max(...inside.map(({ above }) => above)),
      below: Math.max(...inside.map(({ below }) => below)),
    }
  })
  const levels = rows.length > 0 ? rowLevels(rows) : [0]
  const top = m.margin + (rows[0]?.above ?? 20) - levels[0]
  const bars = new Map<number, { x: number; ys: number[] }>(
    used.map((node) => [node, { x: barX.get(node) as number, ys: [] }]),
  )
  const lanes = roots.map((root, i): Lane => {
    const y = top + levels[laneOf[i]]
    for (const node of [from[root], to[root]]) bars.get(node)?.ys.push(y)
    const left = barX.get(from[root]) as number
    return { root, fromX: left, x: single ? left : left + m.end, y, toX: barX.get(to[root]) as number }
  })
  const height = top + levels[levels.length - 1] + Math.max(rows[rows.length - 1]?.below ?? 20, 28) + m.margin
  return { lanes, bars, width: Math.max(width, 2 * m.end + 40), height }
}

/** What closes a loop: a source with its label, or terminals. */
export interface ClosingSupply {
  readonly kind: 'source' | 'terminals'
  readonly label: Label
}

/** The picture with its two ends brought round to the left, where the supply stands. `ends` are its nodes. */
export function closeLoop(
  picture: Picture,
  { kind, label }: ClosingSupply,
  [start, finish]: readonly [number, number],
): Picture {
  const x = picture.start.x + (kind === 'source' ? m.plate - m.node : 0)
  const top = picture.start.y
  const least = Math.max(picture.height, top + m.loop)
  const reach = (bottom: number) =>
    kind === 'source' ? Math.max(m.loopLead, wordsReach(picture, label, x, (top + bottom) / 2)) : 2 * m.end
  // A wide picture hangs its source so deep that the words stand below all parts, and need no room beside them.
  const lowest = Math.max(
    ...picture.parts.map(({ box }) => box.y + box.height),
    ...picture.nodes.map(({ y }) => y + m.node),
  )
  const bottom =
    picture.width + reach(least) > m.widest ? Math.max(least, top + 2 * (lowest + m.nameHeight - top)) : least
  const by = reach(bottom)
  const gap = kind === 'source' ? m.plateGap : (bottom - top) / 2
  const middle = (top + bottom) / 2
  const [plus, minus] = [middle - gap, middle + gap]
  const moved = ({ x, y }: Coordinates) => ({ x: x + by, y })
  const [from, to] = [moved(picture.start), moved(picture.finish)]
  return {
    ...picture,
    width: picture.width + by,
    height: bottom + m.margin + m.node,
    parts: picture.parts.map((part) => ({
      ...part,
      left: part.left + by,
      right: part.right + by,
      box: { ...part.box, ...moved(part.box) },
    })),
    lines: [
      ...picture.lines.map((line) => ({ ...line, points: line.points.map(moved) })),
      ...path(start, [from, { x, y: top }, { x, y: plus }]),
      ...path(finish, [to, { x: to.x, y: bottom }, { x, y: bottom }, { x, y: minus }]),
    ],
    nodes: picture.nodes.map((node) => ({ ...node, ...moved(node) })),
    dots: picture.dots.map((dot) => ({ ...dot, ...moved(dot) })),
    start: { x, y: plus },
    finish: { x, y: minus },
    ...(kind === 'source' && { source: { x, y: middle, label } }),
  }
}

/** How far the words right of a source at (x, middle) reach into what is drawn there. */
function wordsReach({ parts, lines, nodes }: Picture, label: Label, x: number, middle: number): number {
  const words = Math.max(label.name.length, ...label.lines.map((line) => line.length)) * m.character
  const [above, below] = [middle - m.nameHeight, middle + label.lines.length * m.lineHeight]
  const isBeside = (top: number, bottom: number) => top < below && bottom > above
  const lefts = [
    ...parts.filter(({ box }) => isBeside(box.y, box.y + box.height)).map(({ box, left }) => Math.min(box.x, left)),
    ...lines
      .filter(({ points: [a, b] }) => isBeside(Math.min(a.y, b.y), Math.max(a.y, b.y)))
      .map(({ points: [a, b] }) => Math.min(a.x, b.x)),
    ...nodes.filter(({ y }) => isBeside(y - m.node, y + m.node)).map((node) => node.x - m.node),
  ]
  return x + m.plate + 5 + words + m.lead - Math.min(...lefts)
}

function path(node: number, corners: readonly Coordinates[]) {
  return corners.slice(1).map((corner, i) => ({ node, points: [corners[i], corner] }))
}

/** Room that something takes: its width, and how far it reaches above and below the line it lies on. */
export interface Room {
  readonly width: number
  readonly above: number
  readonly below: number
  /** From its two edges to the symbol; 0 for a group, whose bars stand at its edges. */
  readonly wire: number
}

/** What a symbol needs for its arrow and its sign, a node for its label, and words from each other. */
const beside = { arrow: 9, sign: 6, bar: 3, node: 15, words: 8 } as const

/**
 * The wire between two neighbours in series, as close as their words and the node's label between them allow; below 0
 * where words reach over the wire at both sides of a symbol. And how far from its middle the label stands, since an arrow
 * takes more room than a sign.
 */
export function between(a: Room, b: Room): { readonly gap: number; readonly off: number } {
  const [left, right] = [a.wire > 0 ? beside.arrow : beside.bar, b.wire > 0 ? beside.sign : beside.bar]
  if (a.wire === 0 && b.wire === 0) return { gap: m.gap, off: 0 }
  const apart = (a.wire > 0 ? m.lead : 0) + (b.wire > 0 ? m.lead : 0)
  const gap = Math.max(beside.words - apart, left + beside.node + right - a.wire - b.wire)
  return { gap, off: (left - right + b.wire - a.wire) / 2 }
}

/** The room of a part: its symbol, name and lines. */
function roomOfPart({ name, lines }: Label): Room {
  const longest = Math.max(name.length, ...lines.map((line) => line.length))
  const width = Math.max(m.symbol, longest * m.character) + 2 * m.lead
  return {
    width,
    wire: (width - m.symbol) / 2,
    above: m.symbolHeight / 2 + m.nameHeight,
    below: Math.max(m.symbolHeight / 2 + 3 + lines.length * m.lineHeight, m.node + 3),
  }
}

/** The room of every element of the forest, innermost first. */
export function roomsOf(forest: Forest, labels: readonly Label[]): Room[] {
  const rooms = labels.map(roomOfPart)
  for (let group = forest.members.length - 1; group >= 0; group--) {
    const inside = forest.members[group].map((member) => rooms[member])
    if (forest.series[group]) {
      rooms[forest.leaves + group] = {
        width: inside.reduce((sum, room, i) => sum + room.width + (i > 0 ? between(inside[i - 1], room).gap : 0), 0),
        wire: 0,
        above: Math.max(...inside.map(({ above }) => above)),
        below: Math.max(...inside.map(({ below }) => below)),
      }
    } else {
      const levels = rowLevels(inside)
      rooms[forest.leaves + group] = {
        width: Math.max(...inside.map(({ width }) => width)) + 2 * m.bar,
        wire: 0,
        above: inside[0].above - levels[0],
        below: levels[levels.length - 1] + inside[inside.length - 1].below,
      }
    }
  }
  return rooms
}

/** The level of each row of a parallel group, against the middle between the first and the last. */
export function rowLevels(rows: readonly Room[]): number[] {
  const levels = [0]
  for (let i = 1; i < rows.length; i++) levels.push(levels[i - 1] + rows[i - 1].below + m.row + rows[i].above)
  const middle = levels[levels.length - 1] / 2
  return levels.map((level) => level - middle)
}
