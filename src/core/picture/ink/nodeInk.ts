import { measures, type Coordinates } from '../drawing'
import { word, type Mark, type Paint, type Shape, type Tone } from './ink'

/** How a node looks: no two nodes of a picture alike, also not to somebody who cannot tell colours apart. */
interface NodeLook {
  /** One of the eight node colours. */
  readonly tone: Tone
  /** From the ninth node on the colours come again: with another shape, and then with a ring around it. */
  readonly shape: 'round' | 'square' | 'cut'
  /** 0: no ring; 1: a whole one; n: one of n arcs. */
  readonly ring: number
  /** The dashes of a light core in its lines, none of them for a whole one; null for a line of one colour all through. */
  readonly core: readonly number[] | null
}

const colours = 8
const shapes = ['round', 'square', 'cut'] as const

/** @param node the node's index; −1 where there is none, which is drawn in ink */
export function nodeLook(node: number): NodeLook {
  if (node < 0) return { tone: 'ink', shape: 'round', ring: 0, core: null }
  const turn = Math.floor(node / colours)
  return {
    tone: nodeTone(node),
    shape: shapes[turn % shapes.length],
    ring: Math.floor(turn / shapes.length),
    core: turn === 0 ? null : turn === 1 ? [] : turn === 2 ? [6, 5] : [turn - 1.5, 4],
  }
}

/** One of the eight node colours, by the node's index. */
export function nodeTone(node: number): Tone {
  return `node-${node % colours}`
}

const high = 2 * measures.node - 3

/** How wide a node's label is in a drawing. */
export function nodeWidth(label: string, tall = high): number {
  return Math.max(tall, label.length * 5.8 + 6)
}

/** A node's label in its colour; from the ninth node on with a second mark. A node that is spoken of has a ring around it. */
export function nodeMark(node: number, label: string, { x, y }: Coordinates, isLit = false): readonly Shape[] {
  const { tone, shape, ring } = nodeLook(node)
  const wide = nodeWidth(label)
  const around = outlineLength(shape, wide + 5, high + 5) / Math.max(1, ring)
  return [
    ...(isLit
      ? [
          {
            shape: 'group',
            key: `lit-${x}-${y}`,
            data: { lit: label },
            shapes: [{ shape: 'circle', x, y, radius: wide / 2 + 5, wide: 3, stroke: 'chosen' }],
          } as const satisfies Shape,
        ]
      : []),
    ...(ring === 0
      ? []
      : [
          outline(shape, { x, y }, wide + 5, high + 5, {
            wide: 1.5,
            stroke: tone,
            ...(ring > 1 && { dashes: [around - 3, 3] }),
            blunt: true,
          }),
        ]),
    outline(shape, { x, y }, wide, high, { wide: 0, fill: tone }),
    word(label, x, y + 3.4, { size: 9.5, bold: true, tone: 'white' }),
  ]
}

/** A dot or a bare end in a node's colour, with the same second mark. */
export function nodeDot(node: number, place: Coordinates, isBare = false): Mark {
  const { tone, shape } = nodeLook(node)
  return outline(shape, place, 8, 8, isBare ? { wide: 1.5, stroke: tone, fill: 'sheet' } : { wide: 0, fill: tone })
}

/** A node's label in black on white: round, so that it stands off the wire. */
export function plainNode(label: string, { x, y }: Coordinates): readonly Mark[] {
  const tall = 14
  const wide = nodeWidth(label, tall)
  return [
    outline('round', { x, y }, wide, tall, { wide: 1, fill: 'sheet' }),
    word(label, x, y + 3.4, { size: 9.5, bold: true }),
  ]
}

const cutOff = 5

/** The outline of a mark: round ends, square corners, or corners cut off. */
function outline(shape: NodeLook['shape'], { x, y }: Coordinates, wide: number, tall: number, paint: Paint): Mark {
  const [left, right, top, bottom] = [x - wide / 2, x + wide / 2, y - tall / 2, y + tall / 2]
  if (shape !== 'cut') {
    const radius = shape === 'round' ? tall / 2 : 0
    return { shape: 'box', x: left, y: top, width: wide, height: tall, radius, ...paint }
  }
  const places = [
    { x: left + cutOff, y: top },
    { x: right - cutOff, y: top },
    { x: right, y: top + cutOff },
    { x: right, y: bottom - cutOff },
    { x: right - cutOff, y: bottom },
    { x: left + cutOff, y: bottom },
    { x: left, y: bottom - cutOff },
    { x: left, y: top + cutOff },
  ]
  return { shape: 'line', places, closed: true, ...paint }
}

function outlineLength(shape: NodeLook['shape'], wide: number, tall: number): number {
  const straight = 2 * (wide + tall)
  if (shape === 'square') return straight
  return shape === 'round' ? straight - (4 - Math.PI) * tall : straight - (8 - 4 * Math.SQRT2) * cutOff
}
