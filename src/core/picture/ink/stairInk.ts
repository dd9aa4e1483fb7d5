import { describeStaircase, type Staircase, type StairText } from '../staircase'
import { line, word, type Group, type Ink, type Shape, type Tone } from './ink'
import { nodeMark, nodeTone, plainNode } from './nodeInk'

/** A staircase: a broad line for every node, in its colour where there are any, and the steps between them. */
export function stairInk(
  picture: Staircase,
  { inColour, isPointable }: { readonly inColour?: boolean; readonly isPointable?: boolean } = {},
): Ink {
  const { width, height, stairs, treads, levels } = picture
  const said = (of: string, { text, x, y, anchor, tone, line: id }: StairText, at: number | string): Shape =>
    word(text, x, y, {
      anchor,
      bold: tone === 'name' || undefined,
      tone: toneOf(tone),
      target:
        isPointable && id !== undefined
          ? { id: `value-${of}-${at}`, says: `${of}: ${text}. Where it comes from`, line: id }
          : undefined,
    })
  const group = (name: string, shapes: readonly Shape[]): Group => ({
    shape: 'group',
    key: name,
    data: { slides: name, stair: name },
    shapes,
  })
  return {
    box: { x: 0, y: 0, width, height },
    shapes: [
      ...treads.map(({ node, leader }) => line(leader, 0.6, { stroke: nodeTone(node), dashes: [5, 3] })),
      ...stairs.map((it) =>
        group(it.name, [
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
                stroke: 'expand',
                fill: 'step',
              },
        ]),
      ),
      ...stairs.flatMap(({ leader }) => (leader.length > 0 ? [line(leader, 0.6, { stroke: 'edge' })] : [])),
      ...treads.flatMap(({ node, label, y, left, right, mark, potential }) => [
        line(
          [
            { x: left, y },
            { x: right, y },
          ],
          2.4,
          { stroke: nodeTone(node) },
        ),
        ...(inColour ? nodeMark(node, label, mark) : plainNode(label, mark)),
        ...(potential ? [said(`node ${label}`, potential, 'potential')] : []),
      ]),
      ...levels.map(({ part, from, to, isOpen, text }) =>
        group(part, [
          line([from, to], 1.2, { stroke: 'soft' }),
          { shape: 'circle', x: to.x, y: to.y, radius: 3, wide: 1, stroke: 'soft', fill: isOpen ? 'sheet' : 'soft' },
          said(part, text, 'level'),
        ]),
      ),
      ...stairs.map(({ name, texts }): Group => ({
        shape: 'group',
        key: `${name} words`,
        data: { slides: name },
        shapes: texts.map((text, i) => said(name, text, i)),
      })),
    ],
    description: describeStaircase(picture),
  }
}

function toneOf(tone: StairText['tone']): Tone {
  return tone === 'name' ? 'ink' : tone === 'voltage' ? 'expand' : tone === 'current' ? 'flow' : 'soft'
}
