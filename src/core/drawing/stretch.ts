import { growForest, type Forest, type Sheet } from '../reduction'
import {
  measures as m,
  type Label,
  type Picture,
  type Place,
  type PlacedLine,
  type PlacedNode,
  type PlacedPart,
} from './picture'

/** A part that carries nothing: its label and the node indices of its ends. */
export interface Aside {
  readonly label: Label
  readonly from: number
  readonly to: number
}

/** Room that something takes: its width, and how far it reaches above and below the line it lies on. */
interface Room {
  readonly width: number
  readonly above: number
  readonly below: number
}

/**
 * Draws a sheet stretched from + to −: series side by side, parallel one above the other. What a bridge holds
 * up is drawn with an upright bar for each node and a lane for each element; crossing lines have no dot.
 *
 * @param place each node's place on the way from + to −, by node index
 * @param label what is written at an element
 * @param aside parts that carry nothing, drawn in rows below
 */
export function stretch(
  sheet: Sheet,
  place: readonly number[],
  label: (id: number) => Label,
  aside: readonly Aside[] = [],
): Picture {
  const elements = [...sheet.elements]
  const forest = growForest({
    nodes: place.length,
    from: elements.map(({ from }) => from),
    to: elements.map(({ to }) => to),
    start: sheet.start,
    finish: sheet.finish,
    place,
  })
  const labels = elements.map(({ id }) => label(id))
  const rooms = roomsOf(forest, labels)
  const parts: PlacedPart[] = []
  const lines: PlacedLine[] = []
  const nodes: PlacedNode[] = []
  const dots: PlacedNode[] = []
  const { lanes, bars, width, height } = arrange(forest, rooms, place)

  // The bars of the outermost nodes; with one root they shrink to points.
  for (const [node, { x, ys }] of bars) {
    const top = Math.min(...ys)
    const bottom = Math.max(...ys)
    if (top < bottom)
      lines.push({
        node,
        points: [
          { x, y: top },
          { x, y: bottom },
        ],
      })
    if (ys.length > 2) for (const y of ys) if (y > top && y < bottom) dots.push({ node, x, y })
    if (node !== sheet.start && node !== sheet.finish) nodes.push({ node, x, y: top })
  }
  const terminal = (node: number, x: number): Place => {
    const bar = bars.get(node)
    const y = bar ? (Math.min(...bar.ys) + Math.max(...bar.ys)) / 2 : height / 2
    if (bar) {
      lines.push({
        node,
        points: [
          { x, y },
          { x: bar.x, y },
        ],
      })
      if (bar.ys.length > 1) dots.push({ node, x: bar.x, y })
    }
    nodes.push({ node, x, y: y + 17 })
    return { x, y }
  }
  const start = terminal(sheet.start, m.margin + m.node)
  const finish = terminal(sheet.finish, width - m.margin - m.node)
  lanes.forEach(({ root, fromX, x, y, toX }) => {
    lines.push(
      {
        node: forest.from[root],
        points: [
          { x: fromX, y },
          { x, y },
        ],
      },
      {
        node: forest.to[root],
        points: [
          { x: x + rooms[root].width, y },
          { x: toX, y },
        ],
      },
    )
    draw(forest, rooms, root, x, y)
  })

  const below = placeAside(aside, width, height, lines, nodes)
  const seen = lines.filter(({ points: [a, b] }) => a.x !== b.x || a.y !== b.y)
  return {
    width: Math.max(width, below.width),
    height: below.height,
    parts,
    aside: below.parts,
    lines: seen,
    nodes,
    dots,
    start,
    finish,
  }

  /** Draws an element with its left end at (x, y); no recursion, since nesting may be deep. */
  function draw(tree: Forest, room: readonly Room[], top: number, left: number, level: number): void {
    const open = [{ element: top, x: left, y: level }]
    for (let item = open.pop(); item; item = open.pop()) {
      const { element, x, y } = item
      const { width: wide } = room[element]
      const [from, to] = [tree.from[element], tree.to[element]]
      if (element < tree.leaves) {
        const part = placePart(elements[element].id, labels[element], x + wide / 2, y)
        parts.push(part)
        lines.push(
          {
            node: from,
            points: [
              { x, y },
              { x: part.left, y },
            ],
          },
          {
            node: to,
            points: [
              { x: part.right, y },
              { x: x + wide, y },
            ],
          },
        )
        continue
      }
      const members = tree.members[element - tree.leaves]
      if (tree.series[element - tree.leaves]) {
        let at = x
        members.forEach((member, i) => {
          open.push({ element: member, x: at, y })
          at += room[member].width
          if (i + 1 === members.length) return
          const node = tree.to[member]
          lines.push({
            node,
            points: [
              { x: at, y },
              { x: at + m.gap, y },
            ],
          })
          nodes.push({ node, x: at + m.gap / 2, y })
          at += m.gap
        })
        continue
      }
      const levels = rowLevels(members.map((member) => room[member]))
      const ys = levels.map((offset) => y + offset)
      for (const [node, bar] of [
        [from, x],
        [to, x + wide],
      ] as const) {
        lines.push({
          node,
          points: [
            { x: bar, y: ys[0] },
            { x: bar, y: ys[ys.length - 1] },
          ],
        })
        dots.push({ node, x: bar, y })
        for (const row of ys.slice(1, -1)) if (row !== y) dots.push({ node, x: bar, y: row })
      }
      members.forEach((member, i) => {
        const spare = (wide - room[member].width) / 2
        lines.push(
          {
            node: from,
            points: [
              { x, y: ys[i] },
              { x: x + spare, y: ys[i] },
            ],
          },
          {
            node: to,
            points: [
              { x: x + wide - spare, y: ys[i] },
              { x: x + wide, y: ys[i] },
            ],
          },
        )
        open.push({ element: member, x: x + spare, y: ys[i] })
      })
    }
  }
}

function placePart(id: number, label: Label, centre: number, y: number): PlacedPart {
  const { width, above, below } = roomOfPart(label)
  const text = width - 2 * m.lead
  return {
    id,
    label,
    left: centre - m.symbol / 2,
    right: centre + m.symbol / 2,
    y,
    box: { x: centre - text / 2, y: y - above, width: text, height: above + below },
  }
}

function roomOfPart({ name, lines }: Label): Room {
  const longest = Math.max(name.length, ...lines.map((line) => line.length))
  return {
    width: Math.max(m.symbol, longest * m.character) + 2 * m.lead,
    above: m.symbolHeight / 2 + m.nameHeight,
    below: Math.max(m.symbolHeight / 2 + 3 + lines.length * m.lineHeight, m.node + 3),
  }
}

/** The room of every element of the forest, innermost first. */
function roomsOf(forest: Forest, labels: readonly Label[]): Room[] {
  const rooms = labels.map(roomOfPart)
  for (let group = forest.members.length - 1; group >= 0; group--) {
    const inside = forest.members[group].map((member) => rooms[member])
    const widths = inside.map(({ width }) => width)
    if (forest.series[group]) {
      rooms[forest.leaves + group] = {
        width: widths.reduce((sum, width) => sum + width, 0) + m.gap * (inside.length - 1),
        above: Math.max(...inside.map(({ above }) => above)),
        below: Math.max(...inside.map(({ below }) => below)),
      }
    } else {
      const levels = rowLevels(inside)
      rooms[forest.leaves + group] = {
        width: Math.max(...widths) + 2 * m.bar,
        above: inside[0].above - levels[0],
        below: levels[levels.length - 1] + inside[inside.length - 1].below,
      }
    }
  }
  return rooms
}

/** The level of each row of a parallel group, against the middle between the first and the last. */
function rowLevels(rows: readonly Room[]): number[] {
  const levels = [0]
  for (let i = 1; i < rows.length; i++) levels.push(levels[i - 1] + rows[i - 1].below + m.row + rows[i].above)
  const middle = levels[levels.length - 1] / 2
  return levels.map((level) => level - middle)
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
 * Puts the forest's roots into lanes. Each root lies in the column right of the bar it starts from, which is as
 * wide as the widest root there; a lane holds roots whose spans do not overlap.
 */
function arrange({ roots, from, to }: Forest, rooms: readonly Room[], place: readonly number[]) {
  const used = [...new Set(roots.flatMap((root) => [from[root], to[root]]))].sort((a, b) => place[a] - place[b])
  const single = roots.length === 1
  const barX = new Map<number, number>()
  let x = m.margin + m.node + (single ? m.end - m.gap / 2 : m.end)
  used.forEach((node) => {
    barX.set(node, x)
    const starting = roots.filter((root) => from[root] === node)
    if (starting.length > 0) x += Math.max(...starting.map((root) => rooms[root].width)) + (single ? 0 : 2 * m.end)
  })
  const width = x + (single ? m.end - m.gap / 2 : m.end) + m.margin + m.node

  const taken: number[] = [] // by lane, the place up to which it is taken
  const laneOf = roots.map((root) => {
    const free = taken.findIndex((until) => until <= place[from[root]])
    const lane = free < 0 ? taken.length : free
    taken[lane] = place[to[root]]
    return lane
  })
  const rows = taken.map((_, lane) => {
    const inside = roots.filter((_, i) => laneOf[i] === lane).map((root) => rooms[root])
    return {
      width: 0,
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

/** Parts that carry nothing stand in rows below, each between the labels of its two nodes. */
function placeAside(aside: readonly Aside[], width: number, height: number, lines: PlacedLine[], nodes: PlacedNode[]) {
  const parts: PlacedPart[] = []
  let x: number = m.margin
  let y = height
  let right = width
  aside.forEach(({ label, from, to }, i) => {
    const room = roomOfPart(label)
    const wide = room.width + 4 * m.node
    if (x > m.margin && x + wide + m.margin > width) {
      x = m.margin
      y += room.above + room.below + m.row
    }
    const level = y + room.above
    const part = placePart(i, label, x + wide / 2, level)
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
  const last = aside[aside.length - 1]
  const rowHeight = last ? roomOfPart(last.label).above + roomOfPart(last.label).below + m.margin : 0
  return { parts, width: right, height: y + rowHeight }
}
