import { growForest, type Forest, type Sheet } from '../../structure'
import {
  shareOut,
  closeLoop,
  type ClosingSupply,
  placeAside,
  placePart,
  type Aside,
  between,
  roomsOf,
  rowLevels,
  type Room,
} from './place'
import {
  measures as m,
  type Label,
  type PartSymbol,
  type Picture,
  type Coordinates,
  type PlacedLine,
  type PlacedNode,
  type PlacedPart,
} from './picture'

/**
 * Draws a sheet stretched from + to −: series side by side, parallel one above the other. What a bridge holds
 * up is drawn with an upright bar for each node and a lane for each element; crossing lines have no dot.
 *
 * @param rank each node's rank on the way from + to −, by node index
 * @param label what is written at an element
 * @param aside parts that carry nothing, drawn in rows below
 * @param closedBy closes the loop with this supply standing at the left; the sheet stays a line without it
 */
export function stretch(
  sheet: Sheet,
  rank: readonly number[],
  label: (id: number) => Label & { readonly symbol?: PartSymbol },
  aside: readonly Aside[] = [],
  closedBy: ClosingSupply | null = null,
): Picture {
  const elements = [...sheet.elements]
  const forest = growForest({
    nodes: rank.length,
    from: elements.map(({ from }) => from),
    to: elements.map(({ to }) => to),
    start: sheet.start,
    finish: sheet.finish,
    rank,
  })
  const labels = elements.map(({ id }) => label(id))
  const rooms = roomsOf(forest, labels)
  const parts: PlacedPart[] = []
  const lines: PlacedLine[] = []
  const nodes: PlacedNode[] = []
  const dots: PlacedNode[] = []
  const { lanes, bars, width, height } = shareOut(forest, rooms, rank)

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
  const terminal = (node: number, x: number): Coordinates => {
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

  const line = { width, height, parts, aside: [], lines, nodes, dots, start, finish }
  const main: Picture = closedBy ? closeLoop(line, closedBy, [sheet.start, sheet.finish]) : line
  const all = { lines: [...main.lines], nodes: [...main.nodes] }
  const below = placeAside(aside, main.width, main.height, all.lines, all.nodes)
  return {
    ...main,
    width: Math.max(main.width, below.width),
    height: below.height,
    aside: below.parts,
    lines: all.lines.filter(({ points: [a, b] }) => a.x !== b.x || a.y !== b.y),
    nodes: all.nodes,
  }

  /** Draws an element with its left end at (x, y); no recursion, since nesting may be deep. */
  function draw(tree: Forest, room: readonly Room[], top: number, left: number, level: number): void {
    const open = [{ element: top, x: left, y: level }]
    for (let item = open.pop(); item; item = open.pop()) {
      const { element, x, y } = item
      const { width: wide } = room[element]
      const [from, to] = [tree.from[element], tree.to[element]]
      if (element < tree.leaves) {
        const { symbol, ...words } = labels[element]
        const part = placePart(elements[element].id, words, x + wide / 2, y, symbol)
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
          const { gap, off } = between(room[member], room[members[i + 1]])
          lines.push({
            node,
            points: [
              { x: at, y },
              { x: at + gap, y },
            ],
          })
          nodes.push({ node, x: at + gap / 2 + off, y })
          at += gap
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
