import {
  dot,
  letterSize,
  line,
  nodeDot,
  nodeLook,
  nodeMark,
  nodeTone,
  plainNode,
  signsOf,
  symbolOf,
  word,
  type Box,
  type Coordinates,
  type Group,
  type Ink,
  type InkLooks,
  type Mark,
  type Shape,
  type Tone,
  type Word,
} from '../../picture'
import { hopRadius, type BoardNode, type BoardPart, type BoardPicture, type Vertex } from './picture'
import { boxOf } from './words'

/** How a part of the board looks. */
interface PartLooks extends Pick<InkLooks, 'symbols'> {
  /** Of its symbol and name. */
  readonly tone?: Tone
  /** The nodes of its two halves, for their colours; drawn in ink where absent. */
  readonly ends?: readonly [from: number, to: number]
  /** The node that is pointed at: its half is broader. */
  readonly lit?: number | null
  /** What is wrong with it, in a word or two. */
  readonly mark?: string
  /** A wire is named too. */
  readonly isNamed?: boolean
  /** Height of the letters. */
  readonly size?: number
}

/** Height of the letters on the board. */
export const boardLetters = 12

/** A part as it was drawn: its line, symbol, name and value. */
export function partInk(
  { name, kind, value, head, tail, symbol, nameAt, valueAt }: BoardPart,
  { symbols, tone = 'ink', ends, lit = null, mark = '', isNamed = false, size = letterSize }: PartLooks,
): readonly Shape[] {
  const isWire = kind === 'wire'
  const at = (text: string, { x, y, anchor }: BoardPart['nameAt'], look: Partial<Word>) =>
    word(text, x, y, { anchor, size, ...look })
  const body: readonly Shape[] = symbolOf(kind, symbol, symbols, tone)
  const words = [
    ...(isWire && !isNamed
      ? []
      : [at(kind === 'terminals' && ends ? `${name} ?` : name, nameAt, { bold: true, tone })]),
    ...(value === '' ? [] : [at(value, valueAt, { tone: 'soft' })]),
    ...(mark === ''
      ? []
      : [at(`▲ ${mark}`, { ...valueAt, y: valueAt.y + (value === '' ? 0 : 13) }, { size: 10, tone: 'trouble' })]),
  ]
  return [
    ...[head, ...(isWire ? [] : [tail])].flatMap((half, i) =>
      ends ? nodeLine(half, ends[i], lit === ends[i] && lit !== null, kind === 'terminals') : [line(overHops(half))],
    ),
    ...gripped('body', body),
    ...(isWire || kind === 'resistor'
      ? []
      : signsOf(symbol, kind).map(({ sign, x, y }) => word(sign, x, y, { size: 13 }))),
    ...gripped('label', words),
  ]
}

/** A part among others. */
export function named({ name }: BoardPart, shapes: readonly Shape[]): Group {
  return { shape: 'group', key: name, shapes }
}

/** What a part is taken by. */
function gripped(grip: string, shapes: readonly Shape[]): readonly Group[] {
  return shapes.length === 0 ? [] : [{ shape: 'group', key: grip, data: { grip }, shapes }]
}

/** A line in its node's colour; from the ninth node on with a light core, since the colours come again. */
function nodeLine(vertices: readonly Vertex[], node: number, isLit: boolean, isDotted: boolean): readonly Mark[] {
  const { tone, core } = nodeLook(node)
  const places = overHops(vertices)
  const wide = (isLit ? 4 : 2) + (core === null ? 0 : 1.2)
  return [
    line(places, wide, { stroke: tone, ...(isDotted && { dashes: [2, 5] }) }),
    ...(core === null ? [] : [line(places, 1.1, { stroke: 'sheet', dashes: core, blunt: true })]),
  ]
}

/** Room around a drawing, so that no line lies at its very edge. */
const edge = 4
/** Wider drawings are made smaller on paper, so that their words have to be larger: never more than there is room for. */
const fullWidth = 640
const mostEnlarged = 1.5

/** A network as it was drawn, in black on white. */
export function plainBoardInk({ parts, dots, nodes, box }: BoardPicture, looks: InkLooks, description: string): Ink {
  const scale = Math.min(mostEnlarged, Math.max(1, box.width / fullWidth))
  return {
    box: { x: box.x - edge, y: box.y - edge, width: box.width + 2 * edge, height: box.height + 2 * edge },
    shapes: [
      ...parts.map((part) => named(part, enlarged(partInk(part, looks), scale, part.symbol))),
      ...dots.map((place) => dot(place, 3.2)),
      ...nodes.flatMap(({ label, x, y }) => enlarged(plainNode(label, { x, y }), scale, { x, y })),
    ],
    description,
  }
}

/** What of a task's picture is spoken of. */
interface BookLooks extends InkLooks {
  readonly description: string
  /** Whether every node has its label; else only those that are spoken of. */
  readonly isLabelled: boolean
  /** Nodes that are spoken of, by their index, each with its points. */
  readonly lit: readonly { readonly node: number; readonly points: readonly string[] }[]
  /** Resistors by name. */
  readonly chosen: readonly string[]
  /** Whether its resistors can be chosen. */
  readonly isChoosable: boolean
}

/** A network as a book prints it, in ink, with what is spoken of in colour. */
export function bookInk(
  { parts, dots, nodes, box }: BoardPicture,
  { symbols, description, isLabelled, lit, chosen, isChoosable }: BookLooks,
): Ink {
  const size = boardLetters
  const isLit = (node: number) => lit.some((it) => it.node === node)
  return {
    box,
    shapes: [
      ...lit.flatMap(({ node, points }) =>
        parts
          .filter(({ kind, from, to }) => kind === 'wire' && points.includes(from) && points.includes(to))
          .map((wire) => line(wire.line, 9, { stroke: nodeTone(node), opacity: 0.4 })),
      ),
      ...parts.map((part): Group => {
        const { name, value, kind } = part
        const isChosen = chosen.includes(name)
        const over = wordsBox(part)
        const isOpen = isChoosable && kind === 'resistor'
        return {
          shape: 'group',
          key: name,
          target: isOpen ? { id: name, says: [name, value].filter(Boolean).join(', '), isChosen, over } : undefined,
          shapes: [
            ...(isChosen && isOpen
              ? [{ shape: 'box', ...over, radius: 6, wide: 1.6, stroke: 'chosen', fill: 'chosen-wash' } as const]
              : []),
            ...partInk(part, { symbols, size, tone: isChosen ? 'chosen' : 'ink' }),
          ],
        }
      }),
      ...dots.map((place) => dot(place, 3.2)),
      ...nodes
        .filter(({ node }) => isLabelled || isLit(node))
        .flatMap(({ node, label, ...place }) => nodeMark(node, label, place, isLit(node))),
    ],
    description,
  }
}

/** What a resistor is pointed at by: its symbol and words. */
function wordsBox({ symbol: { x, y }, name, value, nameAt, valueAt }: BoardPart): Box {
  const boxes = [
    { left: x - 24, right: x + 24, top: y - 14, bottom: y + 14 },
    ...[boxOf(nameAt, name), boxOf(valueAt, value)].map(({ left, right, top, bottom }) => ({
      left: left - 2,
      right: right + 2,
      top: top - 2,
      bottom: bottom + 1,
    })),
  ]
  const [left, top] = [Math.min(...boxes.map((box) => box.left)), Math.min(...boxes.map((box) => box.top))]
  return {
    x: left,
    y: top,
    width: Math.max(...boxes.map((box) => box.right)) - left,
    height: Math.max(...boxes.map((box) => box.bottom)) - top,
  }
}

/** What of a drawing is marked, as on the board. */
interface DrawnLooks extends Pick<InkLooks, 'symbols'> {
  readonly description: string
  readonly nodeOf: (point: string) => number
  /** The 0 V node, −1 if there is none. */
  readonly zero: number
  /** A word of trouble by part. */
  readonly marks: ReadonlyMap<string, string>
  /** What lies over it: the current's path. */
  readonly over: readonly Shape[]
}

/** A network as it stands on the board, its nodes in their colours. */
export function drawnInk(picture: BoardPicture, { symbols, description, nodeOf, zero, marks, over }: DrawnLooks): Ink {
  return {
    box: picture.box,
    shapes: [
      ...picture.parts.map((part) => {
        const mark = marks.get(part.name)
        const tone = mark ? 'trouble' : 'ink'
        return named(
          part,
          partInk(part, { symbols, size: boardLetters, tone, ends: [nodeOf(part.from), nodeOf(part.to)], mark }),
        )
      }),
      ...endsInk(picture, nodeOf),
      ...picture.nodes.flatMap((node) => boardNode(node, zero)),
      ...over,
    ],
    description,
  }
}

/** Dots where three or more ends meet, and bare ends, in the colours of their nodes. */
export function endsInk({ dots, bare }: Pick<BoardPicture, 'dots' | 'bare'>, nodeOf: DrawnLooks['nodeOf']): Mark[] {
  return [
    ...dots.map(({ point, x, y }) => nodeDot(nodeOf(point), { x, y })),
    ...bare.map(({ point, x, y }) => nodeDot(nodeOf(point), { x, y }, true)),
  ]
}

/** A node's label on the board, with what its potential is where that is given. */
export function boardNode({ node, label, x, y }: BoardNode, zero: number): readonly Shape[] {
  return [
    ...nodeMark(node, label, { x, y }),
    ...(node === zero ? [word('0\u202fV', x, y + 20, { size: 10, tone: 'soft' })] : []),
  ]
}

/** Words and boxes made larger about a place. */
function enlarged(shapes: readonly Shape[], scale: number, about: Coordinates): readonly Shape[] {
  const moved = ({ x, y }: Coordinates) => ({ x: about.x + (x - about.x) * scale, y: about.y + (y - about.y) * scale })
  return shapes.map((shape) => {
    if (shape.shape === 'word') return { ...shape, ...moved(shape), size: shape.size * scale }
    // A symbol stays as it is, with its letter.
    if (shape.shape === 'group' && shape.data?.grip !== 'body')
      return { ...shape, shapes: enlarged(shape.shapes, scale, about) }
    if (shape.shape !== 'box') return shape
    const { width, height, radius } = shape
    return { ...shape, ...moved(shape), width: width * scale, height: height * scale, radius: radius * scale }
  })
}

/** How many straight pieces an arc is made of. */
const pieces = 8

/** A line with its arcs over others as places; an arc bulges upwards, or to the right of what stands upright. */
function overHops(vertices: readonly Vertex[]): readonly Coordinates[] {
  return vertices.flatMap((vertex, i): Coordinates[] => {
    if (i === 0 || !vertex.hop) return [{ x: vertex.x, y: vertex.y }]
    const before = vertices[i - 1]
    const way = Math.atan2(vertex.y - before.y, vertex.x - before.x)
    const isUpwards = Math.cos(way) > 0.001 || (Math.abs(Math.cos(way)) <= 0.001 && Math.sin(way) < 0)
    return Array.from({ length: pieces + 1 }, (_, k) => {
      const turn = way + Math.PI + ((isUpwards ? 1 : -1) * Math.PI * k) / pieces
      return { x: vertex.x + hopRadius * Math.cos(turn), y: vertex.y + hopRadius * Math.sin(turn) }
    })
  })
}
