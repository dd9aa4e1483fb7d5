import type { Box, Coordinates } from '../../picture'

/** What is drawn in black on white, in the units of the drawing: kinds are told by line and mark, never by colour. */
export type Shape =
  /** A line through places; closed, it is an outline. */
  | {
      readonly shape: 'line'
      readonly places: readonly Coordinates[]
      readonly wide: number
      readonly closed?: true
      readonly dashed?: true
      readonly filled?: Filling
      /** Without round ends. */
      readonly blunt?: true
    }
  | (Box & {
      readonly shape: 'box'
      readonly radius: number
      readonly wide: number
      readonly dashed?: true
      readonly filled?: Filling
    })
  | (Coordinates & {
      readonly shape: 'circle'
      readonly radius: number
      readonly wide: number
      readonly filled?: Filling
    })
  | Word

export type Filling = 'white' | 'grey' | 'black'

/** Words at a place, on their base line. Digits that repeat stand in brackets. */
export interface Word extends Coordinates {
  readonly shape: 'word'
  readonly text: string
  readonly anchor: 'start' | 'middle' | 'end'
  /** Height of the letters. */
  readonly size: number
  readonly bold?: true
}

/** A drawing as a list of shapes, the lower ones first. */
export interface Ink {
  /** All that is seen of it. */
  readonly box: Box
  readonly shapes: readonly Shape[]
  /** What is drawn, read aloud. */
  readonly description: string
}

export const letterSize = 11.5

export function line(places: readonly Coordinates[], wide = 1.5): Shape {
  return { shape: 'line', places, wide }
}

export function dot({ x, y }: Coordinates, radius = 2.6): Shape {
  return { shape: 'circle', x, y, radius, wide: 0, filled: 'black' }
}

export function word(
  text: string,
  x: number,
  y: number,
  { anchor = 'middle', size = letterSize, bold }: Partial<Pick<Word, 'anchor' | 'size' | 'bold'>> = {},
): Shape {
  return { shape: 'word', text, x, y, anchor, size, ...(bold && { bold }) }
}

/** A node's label: round, black on white, so that it stands off the wire. */
export function nodeMark(label: string, { x, y }: Coordinates): readonly Shape[] {
  const high = 14
  const width = Math.max(high, label.length * 5.8 + 6)
  return [
    {
      shape: 'box',
      x: x - width / 2,
      y: y - high / 2,
      width,
      height: high,
      radius: high / 2,
      wide: 1,
      filled: 'white',
    },
    word(label, x, y + 3.4, { size: 9.5, bold: true }),
  ]
}

/** A text in pieces: plain, and under a bar where digits repeat. */
export function piecesOf(text: string): readonly { readonly text: string; readonly barred: boolean }[] {
  const [before, period, after] = text.split(/(?<=[.\d])\((\d+)\)/)
  if (period === undefined) return text === '' ? [] : [{ text, barred: false }]
  return [...piecesOf(before), { text: period, barred: true }, ...piecesOf(after)]
}
