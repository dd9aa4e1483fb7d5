import {
  measures,
  type Box,
  type LoopedPicture,
  type Picture,
  type PlacedPart,
  type PlacedSource,
  type ResistorSymbol,
} from '../../picture'
import { line, dot, nodeMark, word, type Ink, type Shape } from './ink'
import { symbolOf } from './symbols'

interface Looks {
  /** Labels of the nodes, by node index. */
  readonly nodeLabels: readonly string[]
  readonly symbols: ResistorSymbol
  /** Arrows of currents point as electrons run. */
  readonly electrons: boolean
  readonly description: string
}

/** A stretched sheet in black on white, with loops around the groups that are spoken of. */
export function sheetInk(picture: Picture, looks: Looks, loops: readonly Box[] = []): Ink {
  return {
    box: { x: 0, y: 0, width: picture.width, height: picture.height },
    shapes: [
      ...loops.map((loop): Shape => ({ shape: 'box', ...loop, radius: 8, wide: 1.2, dashed: true, filled: 'grey' })),
      ...ofPicture(picture, looks),
    ],
    description: looks.description,
  }
}

/** The first sheet with all its loops, each with its name, those of every other depth dashed. */
export function loopsInk({ picture, boxes, frame }: LoopedPicture, looks: Looks): Ink {
  return {
    box: frame,
    shapes: [
      ...boxes.flatMap(({ box, loop }): Shape[] => [
        { shape: 'box', ...box, radius: 9, wide: 1.2, ...(loop.within % 2 === 0 && { dashed: true as const }) },
        word(loop.text, box.x + 7, box.y + box.height - 4, { anchor: 'start', size: 11, bold: true }),
      ]),
      ...ofPicture(picture, looks),
    ],
    description: looks.description,
  }
}

function ofPicture(picture: Picture, { nodeLabels, symbols, electrons }: Looks): Shape[] {
  const { parts, aside, lines, dots, nodes, source, start, finish } = picture
  return [
    ...lines.map(({ points }) => line(points)),
    ...dots.map((place) => dot(place)),
    ...[...parts, ...aside].flatMap((part) => ofPart(part, symbols, electrons)),
    ...(source
      ? ofSource(source)
      : [start, finish].flatMap(({ x, y }, i): Shape[] => [
          { shape: 'circle', x, y, radius: 3.6, wide: 1.5, filled: 'white' },
          word(i === 0 ? '+' : '−', x, y - 9),
        ])),
    ...nodes.flatMap((place) => nodeMark(nodeLabels[place.node], place)),
  ]
}

/** A part with its name above and its values below; the voltage with its signs, the current with its arrow. */
function ofPart({ symbol, left, right, y, label }: PlacedPart, symbols: ResistorSymbol, electrons: boolean): Shape[] {
  const middle = (left + right) / 2
  const { voltage, current, lines } = label
  const toRight = current === (electrons ? -1 : 1)
  const half = measures.symbolHeight / 2
  return [
    ...symbolOf(symbol, { x: middle, y, length: right - left }, symbols),
    word(label.name, middle, y - half - 4, { bold: true }),
    ...lines.flatMap((text, i) =>
      text.trim() === '' ? [] : [word(text, middle, y + half + 13 + i * measures.lineHeight)],
    ),
    ...(voltage === undefined
      ? []
      : [
          word(voltage === 1 ? '+' : '−', left - 3, y - 4, { size: 10 }),
          word(voltage === 1 ? '−' : '+', right + 3, y - 4, { size: 10 }),
        ]),
    ...(current === undefined ? [] : [arrow(toRight ? right + 1 : left - 1, y, toRight ? 7 : -7)]),
  ]
}

/** The head of an arrow on a line. */
function arrow(x: number, y: number, long: number): Shape {
  return {
    shape: 'line',
    places: [
      { x, y: y - 3.5 },
      { x: x + long, y },
      { x, y: y + 3.5 },
    ],
    wide: 0,
    closed: true,
    filled: 'black',
  }
}

function ofSource({ x, y, label }: PlacedSource): Shape[] {
  const right = x + measures.plate + 5
  return [
    ...symbolOf('source', { x, y, length: 2 * measures.plateGap, angle: 90 }, 'box'),
    word('+', x - measures.plate, y - measures.plateGap - 4),
    word('−', x - measures.plate, y + measures.plateGap + 11),
    word(label.name, right, y - 3, { anchor: 'start', bold: true }),
    ...label.lines.map((text, i) => word(text, right, y + 10 + i * measures.lineHeight, { anchor: 'start' })),
  ]
}
