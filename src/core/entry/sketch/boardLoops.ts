import {
  dot,
  line,
  loopName,
  overlap,
  type Box,
  type Coordinates,
  type Ink,
  type InkLooks,
  type Loop,
  type Shape,
} from '../../picture'
import { named, partInk } from './boardInk'
import type { BoardPicture } from './picture'
import { boxOf } from './words'

const nameHeight = 13
/** Room around the drawing for contours. */
const room = 40

/** A network as it was drawn, with a contour around the parts of every loop; each loop's name can be pointed at. */
export function boardLoopsInk(
  picture: BoardPicture,
  loops: readonly Loop[],
  { symbols, description }: InkLooks & { readonly description: string },
): Ink {
  const names = placeNames(loops, picture)
  const { box } = picture
  const left = Math.min(box.x - room, ...names.map(({ x }) => x - 4))
  const right = Math.max(box.x + box.width + room, ...names.map(({ x, width }) => x + width + 4))
  const top = Math.min(box.y - room, ...names.map(({ y }) => y - nameHeight))
  const bottom = Math.max(box.y + box.height + room, ...names.map(({ y }) => y + 6))
  // The widest loops first, so that those inside lie over them.
  const outside = loops.toSorted((a, b) => b.within - a.within)
  return {
    box: { x: left, y: top, width: right - left, height: bottom - top },
    shapes: [
      ...outside.flatMap((loop) => contour(loop, picture)),
      ...picture.parts.map((part) => named(part, partInk(part, { symbols }))),
      ...picture.dots.map((place) => dot(place, 3.2)),
      ...names.map(({ loop, x, y }) => loopName(loop, { x, y })),
    ],
    description,
  }
}

/** A line around the parts of a loop, at a distance: broad strokes with their inside taken out. */
function contour(loop: Loop, { parts }: BoardPicture): readonly Shape[] {
  const inside = parts.filter(({ name }) => loop.inside.has(name))
  const wide = broadOf(loop)
  return [
    ...inside.map((part) => line(part.line, wide, { stroke: `loop-${loop.step}` })),
    ...inside.map((part) => line(part.line, wide - 3.2, { stroke: 'sheet' })),
  ]
}

/** How broad the stroke is whose edge is the loop around a part. */
function broadOf({ within }: Loop): number {
  return 22 + 9 * within
}

interface PlacedName extends Coordinates {
  readonly loop: Loop
  readonly width: number
}

/** The name of each loop outside all loops around one of its parts, where it lies over the least. */
function placeNames(loops: readonly Loop[], { parts }: BoardPicture): readonly PlacedName[] {
  const edgeOf = (name: string) =>
    loops.reduce((most, loop) => (loop.inside.has(name) ? Math.max(most, broadOf(loop)) : most), 4) / 2
  const around = ({ x, y }: Coordinates, side: number): Box => ({
    x: x - side,
    y: y - side,
    width: 2 * side,
    height: 2 * side,
  })
  const wordBox = (...of: Parameters<typeof boxOf>): Box => {
    const { left, right, top } = boxOf(...of)
    return { x: left, y: top, width: right - left, height: nameHeight }
  }
  const taken: Box[] = parts.flatMap(({ symbol, line: whole, name, value, nameAt, valueAt }) => [
    around(symbol, 22),
    wordBox(nameAt, name),
    wordBox(valueAt, value),
    ...pointsAlong(whole).map((point) => around(point, edgeOf(name))),
  ])
  return loops.map((loop) => {
    const width = loop.text.length * 6.9 + 10
    const places = parts
      .filter(({ name }) => loop.inside.has(name))
      .flatMap(({ line: whole, name }) => pointsAlong(whole).map((point) => ({ ...point, away: edgeOf(name) + 4 })))
      .flatMap(({ x, y, away }) => [
        { x: x + away, y: y + 4 },
        { x: x - away - width, y: y + 4 },
        { x: x - width / 2, y: y - away },
        { x: x - width / 2, y: y + away + 9 },
      ])
    const boxAt = ({ x, y }: Coordinates): Box => ({ x, y: y - 10, width, height: nameHeight })
    const over = (place: Coordinates) => taken.filter((box) => overlap(box, boxAt(place))).length
    const best = places.reduce((a, b) => (over(b) < over(a) ? b : a))
    taken.push(boxAt(best))
    return { loop, width, ...best }
  })
}

/** Points along a line, some ten units apart. */
function pointsAlong(places: readonly Coordinates[]): Coordinates[] {
  return places.slice(1).flatMap((end, i) => {
    const start = places[i]
    const count = Math.max(1, Math.round(Math.hypot(end.x - start.x, end.y - start.y) / 10))
    return Array.from({ length: count + 1 }, (_, k) => ({
      x: start.x + ((end.x - start.x) * k) / count,
      y: start.y + ((end.y - start.y) * k) / count,
    }))
  })
}
