import {
  measures as m,
  type Label,
  type PartSymbol,
  type PlacedLine,
  type PlacedNode,
  type PlacedPart,
} from './picture'
import { roomOfPart } from './room'

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
