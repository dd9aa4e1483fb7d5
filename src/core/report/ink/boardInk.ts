import { hopRadius, type BoardPicture, type Vertex } from '../../entry'
import { signsOf, type Coordinates, type ResistorSymbol } from '../../picture'
import { dot, line, nodeMark, word, type Ink, type Shape } from './ink'
import { symbolOf } from './symbols'

/** Room around a drawing, so that no line lies at its very edge. */
const edge = 4

/** Wider drawings are made smaller on paper, so that their words have to be larger: never more than there is room for. */
const fullWidth = 640
const mostEnlarged = 1.5

/** A network as it was drawn, in black on white. */
export function boardInk({ parts, dots, nodes, box }: BoardPicture, symbols: ResistorSymbol, description: string): Ink {
  const scale = Math.min(mostEnlarged, Math.max(1, box.width / fullWidth))
  return {
    box: { x: box.x - edge, y: box.y - edge, width: box.width + 2 * edge, height: box.height + 2 * edge },
    shapes: [
      ...parts.flatMap(({ kind, name, value, head, tail, symbol, nameAt, valueAt }): Shape[] => {
        const isWire = kind === 'wire'
        const words = [
          ...(isWire || kind === 'resistor'
            ? []
            : signsOf(symbol, kind).map(({ sign, x, y }) => word(sign, x, y, { size: 13 }))),
          ...(isWire ? [] : [word(name, nameAt.x, nameAt.y, { anchor: nameAt.anchor, bold: true })]),
          ...(value === '' ? [] : [word(value, valueAt.x, valueAt.y, { anchor: valueAt.anchor })]),
        ]
        return [
          ...[head, ...(isWire ? [] : [tail])].map((half) => line(overHops(half))),
          ...symbolOf(kind, symbol, symbols),
          ...enlarged(words, scale, symbol),
        ]
      }),
      ...dots.map((place) => dot(place, 3.2)),
      ...nodes.flatMap(({ label, x, y }) => enlarged(nodeMark(label, { x, y }), scale, { x, y })),
    ],
    description,
  }
}

/** Words and boxes made larger about a place. */
function enlarged(shapes: readonly Shape[], scale: number, about: Coordinates): readonly Shape[] {
  const moved = ({ x, y }: Coordinates) => ({ x: about.x + (x - about.x) * scale, y: about.y + (y - about.y) * scale })
  return shapes.map((shape) => {
    if (shape.shape === 'word') return { ...shape, ...moved(shape), size: shape.size * scale }
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
