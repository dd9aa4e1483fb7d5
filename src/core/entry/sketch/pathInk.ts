import { line, word, type Coordinates, type CurrentPath, type Group, type Mark, type Shape } from '../../picture'
import type { Board } from './board'
import { placeOf, type BoardPart } from './picture'

/**
 * The way of the current over a drawing: arrows, dashes, and where it divides and meets again.
 *
 * @param electrons as electrons run, against conventional current
 */
export function pathInk(
  path: CurrentPath,
  board: Board,
  parts: readonly BoardPart[],
  electrons: boolean,
): readonly Shape[] {
  const divides = new Set(electrons ? path.meets : path.divides)
  const meets = new Set(electrons ? path.divides : path.meets)
  return [
    ...parts.flatMap(({ name, kind, line: whole, head, tail, from }): Group[] => {
      const forwards = path.forwards.get(name)
      if (forwards === undefined) return []
      const isAlong = forwards !== electrons
      const turned = <T>(places: readonly T[]) => (isAlong ? places : places.toReversed())
      return [
        {
          shape: 'group',
          key: name,
          data: { flows: `${name} ${isAlong ? 'from' : 'to'} ${from}` },
          shapes: [
            line(turned(whole), 2.5, { stroke: 'flow', dashes: [3, 9], blunt: true }),
            ...(kind === 'wire' ? [whole] : [head, tail]).flatMap((half) => arrowOn(turned(half))),
          ],
        },
      ]
    }),
    ...[...new Set([...divides, ...meets])].flatMap((point): Group[] => {
      const peg = board.points.get(point)
      if (!peg) return []
      const { x, y } = placeOf(peg)
      const text = divides.has(point) ? (meets.has(point) ? 'meets, divides' : 'divides') : 'meets'
      return [
        {
          shape: 'group',
          key: point,
          data: { at: text },
          shapes: [
            { shape: 'circle', x, y, radius: 6, wide: 2, stroke: 'flow', fill: 'sheet' },
            word(text, x + 9, y + 16, { anchor: 'start', size: 11, bold: true, tone: 'flow' }),
          ],
        },
      ]
    }),
  ]
}

/** An arrowhead on the middle of the longest straight piece of a line; none where all are short. */
function arrowOn(places: readonly Coordinates[]): readonly Mark[] {
  const pieces = places.slice(1).map((end, i) => {
    const start = places[i]
    const [dx, dy] = [end.x - start.x, end.y - start.y]
    return { long: Math.hypot(dx, dy), dx, dy, x: (start.x + end.x) / 2, y: (start.y + end.y) / 2 }
  })
  const best = pieces.reduce((a, b) => (b.long > a.long ? b : a), { long: 0, dx: 0, dy: 0, x: 0, y: 0 })
  if (best.long < 8) return []
  const [cos, sin] = [best.dx / best.long, best.dy / best.long]
  const at = (along: number, across: number) => ({
    x: best.x + along * cos - across * sin,
    y: best.y + along * sin + across * cos,
  })
  return [line([at(-5, -6), at(7, 0), at(-5, 6)], 0, { closed: true, fill: 'flow' })]
}
