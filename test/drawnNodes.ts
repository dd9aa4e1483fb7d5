import { placeOf, openBoard, type BoardPicture } from '@/core/entry'
import type { NetworkDocument } from '@/core/network'

type Place = readonly [x: number, y: number]
interface Segment {
  readonly part: string
  readonly from: Place
  readonly to: Place
}

const same = ([a, b]: Place, [c, d]: Place) => Math.hypot(a - c, b - d) < 1e-6

/** Whether a place lies inside a segment, or at its ends. */
function isOn([x, y]: Place, { from: [ax, ay], to: [bx, by] }: Segment): boolean {
  const cross = (bx - ax) * (y - ay) - (by - ay) * (x - ax)
  return (
    Math.abs(cross) < 1e-6 &&
    x >= Math.min(ax, bx) - 1e-6 &&
    x <= Math.max(ax, bx) + 1e-6 &&
    y >= Math.min(ay, by) - 1e-6 &&
    y <= Math.max(ay, by) + 1e-6
  )
}

/**
 * The nodes of a picture as an eye sees them: what is drawn touching at its ends is one node, what only crosses is not. Each
 * node as the ends of resistors and source that it joins, `R1 from`; found from coordinates alone.
 */
export function seenNodes(document: NetworkDocument): string[] {
  const board = openBoard(document)
  const at = (point: string): Place => {
    const { x, y } = placeOf(board.points.get(point) as { x: number; y: number })
    return [x, y]
  }
  const lines = document.parts.filter(({ kind }) => kind === 'wire')
  const wires = lines.map(({ name, from, to }): Segment => ({ part: name, from: at(from), to: at(to) }))
  const ends = document.parts
    .filter(({ kind }) => kind !== 'wire')
    .flatMap(({ name, from, to }) => [
      { name: `${name} from`, place: at(from) },
      { name: `${name} to`, place: at(to) },
    ])
  const group = wires.map((_, i) => i)
  const root = (i: number): number => (group[i] === i ? i : root(group[i]))
  for (const [i, a] of wires.entries())
    for (const [j, b] of wires.entries())
      if (
        (i < j && [a.from, a.to].some((place) => isOn(place, b))) ||
        (i < j && [b.from, b.to].some((place) => isOn(place, a)))
      )
        group[root(i)] = root(j)
  const nodes = new Map<string, string[]>()
  for (const { name, place } of ends) {
    const wire = wires.findIndex((it) => isOn(place, it))
    const other = ends.find((it) => same(it.place, place))
    const key = wire >= 0 ? `wire ${root(wire)}` : `end ${other?.name}`
    nodes.set(key, [...(nodes.get(key) ?? []), name])
  }
  return [...nodes.values()].map((list) => list.sort().join(', ')).sort()
}

/** Pairs of wires that lie along each other for more than a point: nobody could tell them apart. */
export function doubledWires(document: NetworkDocument): string[] {
  const board = openBoard(document)
  const at = (point: string): Place => {
    const { x, y } = placeOf(board.points.get(point) as { x: number; y: number })
    return [x, y]
  }
  const all = document.parts.map(({ name, from, to }): Segment => ({ part: name, from: at(from), to: at(to) }))
  return all.flatMap((a, i) =>
    all.slice(i + 1).flatMap((b) => {
      const shared = [a.from, a.to].filter((place) => isOn(place, b)).concat([b.from, b.to].filter((it) => isOn(it, a)))
      const distinct = shared.filter((place, k) => shared.findIndex((it) => same(it, place)) === k)
      return distinct.length > 1 ? [`${a.part} ${b.part}`] : []
    }),
  )
}

interface Rect {
  readonly what: string
  readonly left: number
  readonly right: number
  readonly top: number
  readonly bottom: number
}

/** What of a picture lies on something else: words and symbols on each other, or under another part's line. */
export function overlaps({ parts }: BoardPicture): string[] {
  const letter = 7.2
  const rects = parts
    .filter(({ kind }) => kind !== 'wire')
    .flatMap(({ name, value, symbol, nameAt, valueAt }): Rect[] => {
      const upright = Math.abs(Math.sin((symbol.angle * Math.PI) / 180)) > 0.5
      const [half, side] = [symbol.length / 2, 7]
      const word = (what: string, text: string, { x, y, anchor }: typeof nameAt): Rect => {
        const width = text.length * letter
        const left = anchor === 'middle' ? x - width / 2 : anchor === 'end' ? x - width : x
        return { what, left, right: left + width, top: y - 9, bottom: y + 2 }
      }
      return [
        {
          what: name,
          left: symbol.x - (upright ? side : half),
          right: symbol.x + (upright ? side : half),
          top: symbol.y - (upright ? half : side),
          bottom: symbol.y + (upright ? half : side),
        },
        word(`name of ${name}`, name, nameAt),
        ...(value ? [word(`value of ${name}`, value, valueAt)] : []),
      ]
    })
  const found: string[] = []
  rects.forEach((a, i) =>
    rects.slice(i + 1).forEach((b) => {
      if (a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom)
        found.push(`${a.what} on ${b.what}`)
    }),
  )
  for (const { name, line } of parts)
    for (let i = 0; i + 1 < line.length; i++) {
      const [x1, x2] = [line[i].x, line[i + 1].x].sort((a, b) => a - b)
      const [y1, y2] = [line[i].y, line[i + 1].y].sort((a, b) => a - b)
      for (const rect of rects)
        if (
          !rect.what.endsWith(name) &&
          x1 < rect.right &&
          rect.left < x2 + 0.01 &&
          y1 < rect.bottom &&
          rect.top < y2 + 0.01
        )
          found.push(`line of ${name} under ${rect.what}`)
    }
  return found
}
