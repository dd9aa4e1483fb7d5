import type { Box, Coordinates } from '../../picture'
import type { PartDocument } from '../../network'
import { exactOf, quantityText, readQuantity } from '../../number'
import { drawable, endsAt, strokeOf, wayOf, type Board } from './board'
import type { Peg } from './layOut'
import { boxOf, placeWords, type Words } from './words'

/** The distance between two pegs, in CSS pixels at full size. All places of a picture are in these pixels. */
export const pitch = 40

const symbolLength = 40
const sourceLength = 12
/** The radius of the arc with which a line steps over another. */
export const hopRadius = 6

/** A place on a line; over a hop the line makes a small arc, since it crosses another there without joining it. */
export interface Vertex extends Coordinates {
  readonly hop?: true
}

export interface BoardPart extends Words {
  readonly name: string
  readonly kind: string
  readonly value: string
  readonly from: string
  readonly to: string
  /** The whole line from `from` to `to`, through the symbol. */
  readonly line: readonly Coordinates[]
  /** What is drawn of the line before and after the symbol; a wire is all `head`. */
  readonly head: readonly Vertex[]
  readonly tail: readonly Vertex[]
  /** The middle of the symbol; `angle` in degrees, clockwise from pointing right, in the direction from → to. */
  readonly symbol: Coordinates & { readonly angle: number; readonly length: number }
}

/** A node's label, beside one of its points. */
export interface BoardNode extends Coordinates {
  /** The index that decides its colour. */
  readonly node: number
  readonly label: string
  readonly points: readonly string[]
}

export interface BoardPicture {
  readonly parts: readonly BoardPart[]
  readonly nodes: readonly BoardNode[]
  /** Dots where three or more ends meet, and bare ends; with the point that stands there. */
  readonly dots: readonly (Coordinates & { readonly point: string })[]
  readonly bare: readonly (Coordinates & { readonly point: string })[]
  /** All that is drawn, labels included. */
  readonly box: Box
}

export function placeOf({ x, y }: Peg): Coordinates {
  return { x: x * pitch, y: y * pitch }
}

/**
 * Draws a board as it stands.
 *
 * @param nodes the nodes with their labels, in the order of their colours
 */
export function drawBoard(
  board: Board,
  nodes: readonly { readonly label: string; readonly points: readonly string[] }[],
): BoardPicture {
  const parts = drawable(board.document)
  const lines = parts.map((part) => lineOf(board, part))
  const symbols = parts.map((part, i) => symbolOf(board, part, lines[i]))
  const hops = hopsOf(board, parts, lines, symbols)
  const bare = parts.map((part, i): Omit<BoardPart, keyof Words> => {
    const [head, tail] = halves(part, lines[i], symbols[i], hops[i])
    const { name, kind, from, to } = part
    return { name, kind, value: valueText(part), from, to, line: lines[i], head, tail, symbol: symbols[i] }
  })
  const ends = endsAt(parts)
  const marked = nodeMarks(board, bare, nodes, ends)
  const words = placeWords(bare, marked)
  const drawn = bare.map((part, i): BoardPart => ({ ...part, ...words[i] }))
  const marks = [...ends].map(([point, count]) => ({ point, count, ...placeOf(board.points.get(point) as Peg) }))
  return {
    parts: drawn,
    nodes: marked,
    dots: [...marks.filter(({ count }) => count > 2).map(({ point, x, y }) => ({ point, x, y })), ...branchings(drawn)],
    bare: marks.filter(({ count }) => count === 1).map(({ point, x, y }) => ({ point, x, y })),
    box: boxAround(drawn),
  }
}

/** Where the way from a point to one part's stroke leaves the way to another's: the same node, so a dot stands there. */
function branchings(parts: readonly BoardPart[]): (Coordinates & { readonly point: string })[] {
  const ways = new Map<string, { readonly way: readonly Coordinates[]; readonly corners: number }[]>()
  for (const { from, to, line, symbol } of parts) {
    for (const [point, way] of [
      [from, line],
      [to, [...line].reverse()],
    ] as const) {
      // Beyond the symbol it is the other node's.
      const corners = way.findIndex((place, i) => i + 1 < way.length && between(symbol, place, way[i + 1]))
      const list = ways.get(point)
      if (list) list.push({ way, corners })
      else ways.set(point, [{ way, corners }])
    }
  }
  const found = new Map<string, Coordinates & { readonly point: string }>()
  for (const [point, list] of ways)
    for (const { way, corners } of list)
      for (let i = 1; i <= corners; i++)
        if (list.some((other) => other.way !== way && leaves(way[i], way[i + 1], other.way)))
          found.set(`${way[i].x},${way[i].y}`, { point, ...way[i] })
  return [...found.values()]
}

/** Whether a way that turns at a corner leaves another there: one that goes straight on, or turns to another side. */
function leaves(corner: Coordinates, next: Coordinates, other: readonly Coordinates[]): boolean {
  return other.slice(0, -1).some((end, i) => {
    if (i === 0) return false
    if (between(corner, other[i - 1], end)) return true
    const on = other[i + 1]
    const same = (on.x - end.x) * (next.x - corner.x) + (on.y - end.y) * (next.y - corner.y) > 0
    return end.x === corner.x && end.y === corner.y && !same
  })
}

/** What was written of a part: its picture is made anew at every step of a gesture. */
const written = new WeakMap<PartDocument, string>()

/** The value as engineers write it, or as it was typed where it cannot be read. */
function valueText(part: PartDocument): string {
  let text = written.get(part)
  if (text === undefined) written.set(part, (text = writeValue(part)))
  return text
}

function writeValue(part: PartDocument): string {
  if (part.kind !== 'resistor' && part.kind !== 'source') return ''
  const unit = part.kind === 'resistor' ? 'Ω' : 'V'
  const typed = part.kind === 'resistor' ? part.resistance : part.voltage
  if (typed === undefined || typed === null || typed === '') return part.kind === 'source' ? '?' : ''
  const read = readQuantity(typed, unit)
  return read.ok ? quantityText({ value: read.value, exact: exactOf(read.exact) }, unit, 6, '\u2009') : String(typed)
}

function lineOf(board: Board, part: PartDocument): Coordinates[] {
  return wayOf(board, part).map(placeOf)
}

function symbolOf(board: Board, part: PartDocument, line: readonly Coordinates[]): BoardPart['symbol'] {
  const [a, b] = strokeOf(board, part).map(placeOf)
  const long = Math.hypot(b.x - a.x, b.y - a.y)
  const [first, second] = long > 0 ? [a, b] : [line[0], line[line.length - 1]]
  const wanted = part.kind === 'source' ? sourceLength : part.kind === 'wire' ? 0 : symbolLength
  return {
    x: (first.x + second.x) / 2,
    y: (first.y + second.y) / 2,
    angle: (Math.atan2(second.y - first.y, second.x - first.x) * 180) / Math.PI,
    length: Math.min(wanted, 0.7 * long),
  }
}

/** The line up to the symbol and from it on, with its hops. */
function halves(
  part: PartDocument,
  line: readonly Coordinates[],
  { x, y, angle, length }: BoardPart['symbol'],
  hops: readonly (readonly Coordinates[])[],
): [Vertex[], Vertex[]] {
  const withHops = line.flatMap((place, i): Vertex[] => [
    place,
    ...(hops[i] ?? []).map((hop): Vertex => ({ ...hop, hop: true })),
  ])
  if (part.kind === 'wire') return [withHops, []]
  const [dx, dy] = [Math.cos((angle * Math.PI) / 180), Math.sin((angle * Math.PI) / 180)]
  const segment = line.findIndex((place, i) => i + 1 < line.length && between({ x, y }, place, line[i + 1]))
  const before = withHops.indexOf(withHops.find((vertex) => !vertex.hop && vertex === line[segment]) as Vertex)
  const along = (vertex: Coordinates) => (vertex.x - x) * dx + (vertex.y - y) * dy
  const after = withHops.findIndex((vertex, i) => i > before && along(vertex) > 0)
  return [
    [...withHops.slice(0, after), { x: x - (dx * length) / 2, y: y - (dy * length) / 2 }],
    [{ x: x + (dx * length) / 2, y: y + (dy * length) / 2 }, ...withHops.slice(after)],
  ]
}

function between(p: Coordinates, a: Coordinates, b: Coordinates): boolean {
  const off = Math.abs((b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x)) / Math.hypot(b.x - a.x, b.y - a.y)
  const along = (p.x - a.x) * (b.x - a.x) + (p.y - a.y) * (b.y - a.y)
  return off < 1e-6 && along > 0 && along < (b.x - a.x) ** 2 + (b.y - a.y) ** 2
}

/**
 * Where each line steps over another, by part and by the corner before: where two cross without a common point, the one
 * listed later steps over, unless its symbol stands there; where a line passes over a point that is not its own, it does.
 */
function hopsOf(
  board: Board,
  parts: readonly PartDocument[],
  lines: readonly (readonly Coordinates[])[],
  symbols: readonly BoardPart['symbol'][],
): Coordinates[][][] {
  const hops = lines.map((line) => line.map((): Coordinates[] => []))
  const onSymbol = (part: number, place: Coordinates) =>
    parts[part].kind !== 'wire' &&
    Math.hypot(place.x - symbols[part].x, place.y - symbols[part].y) < symbols[part].length / 2 + hopRadius
  const boxes = lines.map(boundsOf)
  for (let i = 0; i < parts.length; i++) {
    for (let j = 0; j < i; j++) {
      if (apart(boxes[i], boxes[j])) continue
      for (let s = 0; s + 1 < lines[i].length; s++) {
        for (let t = 0; t + 1 < lines[j].length; t++) {
          const at = crossing(lines[i][s], lines[i][s + 1], lines[j][t], lines[j][t + 1])
          if (at === null) continue
          if (!onSymbol(i, at)) hops[i][s].push(at)
          else if (!onSymbol(j, at)) hops[j][t].push(at)
        }
      }
    }
  }
  const points = [...board.points].map(([name, peg]) => ({ name, ...placeOf(peg) }))
  parts.forEach((part, i) => {
    const { left, right, top, bottom } = boxes[i]
    for (const { name, x, y } of points) {
      if (x < left || x > right || y < top || y > bottom || name === part.from || name === part.to) continue
      const segment = lines[i].findIndex(
        (place, s) => s + 1 < lines[i].length && between({ x, y }, place, lines[i][s + 1]),
      )
      if (segment >= 0 && !onSymbol(i, { x, y })) hops[i][segment].push({ x, y })
    }
  })
  // In the order of the line, none closer to another, or to a corner, than an arc is wide.
  return hops.map((segments, i) =>
    segments.map((found, s) => {
      const [start, end] = [lines[i][s], lines[i][s + 1]]
      const far = (place: Coordinates) => Math.hypot(place.x - start.x, place.y - start.y)
      const sorted = [...found].sort((a, b) => far(a) - far(b))
      return sorted.filter(
        (hop, k) =>
          far(hop) > hopRadius &&
          far(end) - far(hop) > hopRadius &&
          (k === 0 || far(hop) - far(sorted[k - 1]) > 2 * hopRadius),
      )
    }),
  )
}

interface Bounds {
  readonly left: number
  readonly right: number
  readonly top: number
  readonly bottom: number
}

function boundsOf(places: readonly Coordinates[]): Bounds {
  const bounds = { left: Infinity, right: -Infinity, top: Infinity, bottom: -Infinity }
  for (const { x, y } of places) {
    bounds.left = Math.min(bounds.left, x)
    bounds.right = Math.max(bounds.right, x)
    bounds.top = Math.min(bounds.top, y)
    bounds.bottom = Math.max(bounds.bottom, y)
  }
  return bounds
}

function apart(a: Bounds, b: Bounds): boolean {
  return a.right < b.left || b.right < a.left || a.bottom < b.top || b.bottom < a.top
}

/** Where two segments cross, inside both; null if they do not. */
function crossing(a: Coordinates, b: Coordinates, c: Coordinates, d: Coordinates): Coordinates | null {
  const [rx, ry, sx, sy] = [b.x - a.x, b.y - a.y, d.x - c.x, d.y - c.y]
  const cross = rx * sy - ry * sx
  if (cross === 0) return null
  const t = ((c.x - a.x) * sy - (c.y - a.y) * sx) / cross
  const u = ((c.x - a.x) * ry - (c.y - a.y) * rx) / cross
  const inside = (part: number) => part > 1e-9 && part < 1 - 1e-9
  return inside(t) && inside(u) ? { x: a.x + t * rx, y: a.y + t * ry } : null
}

/** Each node's label at the point where most ends meet, on the side with the most room. */
function nodeMarks(
  board: Board,
  parts: readonly Pick<BoardPart, 'from' | 'to' | 'line'>[],
  nodes: readonly { readonly label: string; readonly points: readonly string[] }[],
  ends: ReadonlyMap<string, number>,
): BoardNode[] {
  const leaving = new Map<string, number[]>() // angles at which lines leave each point
  const note = (point: string, here: Coordinates, next: Coordinates) => {
    const angle = Math.atan2(next.y - here.y, next.x - here.x)
    const list = leaving.get(point)
    if (list) list.push(angle)
    else leaving.set(point, [angle])
  }
  for (const { from, to, line } of parts) {
    note(from, line[0], line[1] ?? line[0])
    note(to, line[line.length - 1], line[line.length - 2] ?? line[0])
  }
  return nodes.flatMap(({ label, points }, node): BoardNode[] => {
    const placed = points.filter((point) => board.points.has(point))
    if (placed.length === 0) return []
    const best = placed.reduce((a, b) => ((ends.get(b) ?? 0) > (ends.get(a) ?? 0) ? b : a))
    const { x, y } = placeOf(board.points.get(best) as Peg)
    const angles = leaving.get(best) ?? []
    const room = (side: number) =>
      angles.reduce(
        (least, angle) => Math.min(least, Math.abs(Math.atan2(Math.sin(side - angle), Math.cos(side - angle)))),
        Math.PI,
      )
    const sides = [-3, -1, 3, 1, -2, 4, 0, 2].map((eighth) => (eighth * Math.PI) / 4)
    const side = sides.reduce((a, b) => (room(b) > room(a) + 1e-9 ? b : a))
    const away = 16
    return [{ node, label, points, x: x + away * Math.cos(side), y: y + away * Math.sin(side) }]
  })
}

function boxAround(parts: readonly BoardPart[]): Box {
  const words = parts.flatMap(({ name, value, nameAt, valueAt }) =>
    [boxOf(nameAt, name), boxOf(valueAt, value)].flatMap(({ left, right, top, bottom }) => [
      { x: left, y: top },
      { x: right, y: bottom },
    ]),
  )
  const { left, right, top, bottom } = boundsOf([...parts.flatMap(({ line }) => line), ...words])
  if (left > right) return { x: 0, y: 0, width: 0, height: 0 }
  const air = 26
  return { x: left - air, y: top - air, width: right - left + 2 * air, height: bottom - top + 2 * air }
}
