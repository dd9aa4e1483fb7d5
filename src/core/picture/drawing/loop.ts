import { measures as m, type Label, type Picture, type Coordinates } from './picture'

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
