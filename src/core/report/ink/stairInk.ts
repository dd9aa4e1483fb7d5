import { describeStaircase, type Staircase, type StairText } from '../../picture'
import { line, nodeMark, word, type Ink, type Shape } from './ink'

/** A staircase in black on white: a broad line for every node, the steps between them. */
export function stairInk(picture: Staircase): Ink {
  const { width, height, stairs, treads, levels } = picture
  const said = ({ text, x, y, anchor, tone }: StairText): Shape =>
    word(text, x, y, { anchor, bold: tone === 'name' || undefined })
  return {
    box: { x: 0, y: 0, width, height },
    shapes: [
      ...treads.map(({ leader }): Shape => ({ shape: 'line', places: leader, wide: 0.6, dashed: true })),
      ...stairs.map((it): Shape =>
        it.isFlat
          ? line([it, { x: it.x + it.width, y: it.y }], 3.5)
          : {
              shape: 'box',
              x: it.x,
              y: it.y,
              width: it.width,
              height: it.height,
              radius: 0,
              wide: 0.8,
              filled: 'white',
            },
      ),
      ...stairs.flatMap(({ leader }) => (leader.length > 0 ? [line(leader, 0.6)] : [])),
      ...treads.flatMap(({ label, y, left, right, mark, potential }) => [
        line(
          [
            { x: left, y },
            { x: right, y },
          ],
          2.4,
        ),
        ...nodeMark(label, mark),
        ...(potential ? [said(potential)] : []),
      ]),
      ...levels.flatMap(({ from, to, isOpen, text }): Shape[] => [
        line([from, to], 1.2),
        { shape: 'circle', x: to.x, y: to.y, radius: 3, wide: 1, filled: isOpen ? 'white' : 'black' },
        said(text),
      ]),
      ...stairs.flatMap(({ texts }) => texts.map(said)),
    ],
    description: describeStaircase(picture),
  }
}
