import { measures, type Box, type LineTone, type Picture, type PlacedPart, type PlacedSource } from '../drawing'
import {
  dot,
  line,
  word,
  type Group,
  type Ink,
  type InkLooks,
  type Mark,
  type Shape,
  type Target,
  type Tone,
  symbolOf,
} from './ink'
import { nodeMark, plainNode } from './nodeInk'

export interface SheetLooks extends InkLooks {
  /** Labels of the nodes, by node index. */
  readonly nodeLabels: readonly string[]
  /** Arrows of currents point as electrons run. */
  readonly electrons?: boolean
  /** The text equivalent of the whole drawing. */
  readonly description: string
  /** Of the way down or up: in the colour of that are groups, and the loops around them. */
  readonly side: 'reduce' | 'expand'
}

/** What of a sheet is spoken of, and what can be pointed at. */
export interface SheetMarks {
  /** Which colour each node has, if not that of its index. */
  readonly colours?: readonly number[]
  /** Element ids of the groups, and the loops around those that stand together. */
  readonly group?: readonly number[]
  readonly loops?: readonly Box[]
  readonly chosen?: readonly number[]
  /** Nodes that are asked about. */
  readonly lit?: readonly number[]
  /** Whether its resistors can be chosen, and its values pointed at. */
  readonly isChoosable?: boolean
  readonly isPointable?: boolean
}

/** A stretched sheet, with loops around the groups that are spoken of. */
export function sheetInk(picture: Picture, looks: SheetLooks, marks: SheetMarks = {}): Ink {
  const { description, side } = looks
  return {
    box: { x: 0, y: 0, width: picture.width, height: picture.height },
    shapes: [
      ...(marks.loops ?? []).map((loop): Mark => ({
        shape: 'box',
        ...loop,
        radius: 8,
        wide: 1.2,
        dashes: [5, 3],
        stroke: side,
        fill: `${side}-wash`,
      })),
      ...pictureInk(picture, looks, marks),
    ],
    description,
    walk: walkOf(picture, marks),
  }
}

/** Resistors from left to right, then values: the order in which keys walk a sheet. */
function walkOf({ parts }: Picture, { isChoosable, isPointable }: SheetMarks): readonly string[] {
  const inOrder = parts.toSorted((a, b) => a.left - b.left || a.y - b.y)
  return [
    ...inOrder.flatMap((part) => (isChoosable && part.symbol === 'resistor' ? [`part-${part.id}`] : [])),
    ...inOrder.flatMap((part) =>
      isPointable ? part.label.lines.flatMap((_, i) => valueTarget(part, i)?.id ?? []) : [],
    ),
  ]
}

/** The shapes of a sheet, without loops. */
export function pictureInk(picture: Picture, looks: SheetLooks, marks: SheetMarks = {}): Shape[] {
  const { parts, aside, nodes, source, start, finish } = picture
  const { nodeLabels, inColour } = looks
  const { colours, lit = [] } = marks
  return [
    wiresInk(picture),
    ...parts.map((part) => partInk(part, looks, marks)),
    ...aside.map((part) => partInk(part, looks, { isAside: true })),
    ...(source
      ? [sourceInk(source)]
      : [start, finish].flatMap(({ x, y }, i): Mark[] => [
          { shape: 'circle', x, y, radius: 3.6, wide: 1.5, fill: 'sheet' },
          word(i === 0 ? '+' : '−', x, y - 9, { tone: 'soft' }),
        ])),
    {
      shape: 'group',
      key: 'nodes',
      shapes: nodes.flatMap((place) =>
        inColour
          ? nodeMark(colours?.[place.node] ?? place.node, nodeLabels[place.node], place, lit.includes(place.node))
          : plainNode(nodeLabels[place.node], place),
      ),
    },
  ]
}

/** The ideal wire of a sheet, and the dots where three or more ends meet. */
export function wiresInk({ lines, dots }: Pick<Picture, 'lines' | 'dots'>): Group {
  return {
    shape: 'group',
    key: 'wires',
    shapes: [...lines.map(({ points }) => line(points)), ...dots.map((place) => dot(place))],
  }
}

function toneOf(tone: LineTone | null | undefined): Tone {
  return tone === 'voltage' ? 'expand' : tone === 'current' ? 'flow' : 'soft'
}

/** A part with its name above and its values below; the voltage with its signs, the current with its arrow. */
function partInk(
  part: PlacedPart,
  { symbols, electrons = false, side }: SheetLooks,
  { group, chosen, isChoosable, isPointable, isAside }: SheetMarks & { readonly isAside?: true },
): Group {
  const { id, symbol, left, right, y, box, label } = part
  const middle = (left + right) / 2
  const { voltage, current, lines } = label
  // Electrons run against the arrow of conventional current.
  const toRight = current === (electrons ? -1 : 1)
  const half = measures.symbolHeight / 2
  const isChosen = chosen?.includes(id) ?? false
  const tone = isChosen ? 'chosen' : group?.includes(id) ? side : isAside ? 'soft' : 'ink'
  const hasValues = isPointable && label.ids?.some((it) => it !== undefined)
  const said = lines.filter((text) => text.trim() !== '').join(', ')
  return {
    shape: 'group',
    key: `${isAside ? 'aside' : 'part'}-${id}`,
    data: { slides: label.name },
    shapes: [
      {
        shape: 'group',
        key: 'body',
        target:
          isChoosable && symbol === 'resistor'
            ? {
                id: `part-${id}`,
                says: [label.name, said].filter(Boolean).join(', '),
                isChosen,
                // What can be pointed at below it is its own.
                over: hasValues ? { ...box, height: y + half + 1 - box.y } : box,
              }
            : undefined,
        shapes: [
          ...(isChosen
            ? [
                {
                  shape: 'box',
                  ...box,
                  radius: 6,
                  wide: 1.4,
                  stroke: 'chosen',
                  fill: 'chosen-wash',
                } as const satisfies Mark,
              ]
            : []),
          ...symbolOf(symbol, { x: middle, y, length: right - left }, symbols, tone),
          word(label.name, middle, y - half - 4, { bold: true, tone }),
        ],
      },
      ...lines.flatMap((text, i) =>
        text.trim() === ''
          ? []
          : [
              word(text, middle, y + half + 13 + i * measures.lineHeight, {
                tone: toneOf(label.tones?.[i]),
                target: isPointable ? valueTarget(part, i) : undefined,
              }),
            ],
      ),
      ...(voltage === undefined
        ? []
        : [
            word(voltage === 1 ? '+' : '−', left - 3, y - 4, { size: 10, tone: 'expand' }),
            word(voltage === 1 ? '−' : '+', right + 3, y - 4, { size: 10, tone: 'expand' }),
          ]),
      ...(current === undefined
        ? []
        : [
            {
              shape: 'group',
              key: 'flow',
              data: { flow: toRight ? 'on' : 'back' },
              shapes: [arrow(toRight ? right + 1 : left - 1, y, toRight ? 7 : -7)],
            } as const satisfies Group,
          ]),
    ],
  }
}

/** What a line of a part's label can be pointed at as. */
function valueTarget({ id, label }: PlacedPart, i: number): Target | undefined {
  const line = label.ids?.[i]
  if (line === undefined) return undefined
  return { id: `value-${id}-${i}`, says: `${label.name}: ${label.lines[i]}. Where it comes from`, line }
}

/** The head of an arrow on a line. */
function arrow(x: number, y: number, long: number): Mark {
  return line(
    [
      { x, y: y - 3.5 },
      { x: x + long, y },
      { x, y: y + 3.5 },
    ],
    0,
    { closed: true, fill: 'flow' },
  )
}

/** The source that closes the loop, + at the top. */
function sourceInk({ x, y, label }: PlacedSource): Group {
  const right = x + measures.plate + 5
  return {
    shape: 'group',
    key: 'source',
    data: { slides: label.name, angle: 90 },
    shapes: [
      ...symbolOf('source', { x, y, length: 2 * measures.plateGap, angle: 90 }, 'box'),
      word('+', x - measures.plate, y - measures.plateGap - 4, { tone: 'soft' }),
      word('−', x - measures.plate, y + measures.plateGap + 11, { tone: 'soft' }),
      word(label.name, right, y - 3, { anchor: 'start', bold: true }),
      ...label.lines.map((text, i) =>
        word(text, right, y + 10 + i * measures.lineHeight, { anchor: 'start', tone: toneOf(label.tones?.[i]) }),
      ),
    ],
  }
}
