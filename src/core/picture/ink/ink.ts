import {
  type Box,
  type Coordinates,
  type ResistorSymbol,
  meterLeads,
  meterLetters,
  meterRadius,
  resistorOutline,
  sourcePlates,
  type Lying,
} from '../drawing'

/**
 * What something is drawn as, never a colour: a palette has the colour of each. In black on white kinds are told by line and
 * mark. A `step` is the face of a step of the staircase, a `loop-3` the loop around the fourth step's group.
 */
export type Tone =
  | 'ink'
  | 'soft'
  | 'edge'
  | 'sheet'
  | 'reduce'
  | 'reduce-wash'
  | 'expand'
  | 'expand-wash'
  | 'step'
  | 'flow'
  | 'holds'
  | 'trouble'
  | 'trouble-wash'
  | 'chosen'
  | 'chosen-wash'
  | 'white'
  | `node-${number}`
  | `loop-${number}`

/** How a shape is painted. */
export interface Paint {
  /** How wide its line is, in the units of the drawing; 0 for none. */
  readonly wide: number
  /** The line's tone; ink unless told otherwise. */
  readonly stroke?: Tone
  /** What it is filled with; nothing unless told otherwise. */
  readonly fill?: Tone
  /** The lengths of dashes and gaps. */
  readonly dashes?: readonly number[]
  /** How much is seen of its line, up to 1. */
  readonly opacity?: number
  /** Without round ends. */
  readonly blunt?: true
}

/** Words at a place, on their base line. Digits that repeat stand in brackets. */
export interface Word extends Coordinates {
  readonly shape: 'word'
  readonly text: string
  readonly anchor: 'start' | 'middle' | 'end'
  /** Height of the letters. */
  readonly size: number
  readonly bold?: true
  /** Ink unless told otherwise. */
  readonly tone?: Tone
  /** Kept clear of what lies behind it. */
  readonly clear?: true
  readonly target?: Target
}

export type Mark =
  /** A line through places; closed, it is an outline. */
  | ({ readonly shape: 'line'; readonly places: readonly Coordinates[]; readonly closed?: true } & Paint)
  | ({ readonly shape: 'box'; readonly radius: number } & Box & Paint)
  | ({ readonly shape: 'circle'; readonly radius: number } & Coordinates & Paint)
  | Word

/** What belongs together: a part with its words. */
export interface Group {
  readonly shape: 'group'
  /** Its own among its neighbours. */
  readonly key: string
  /** What it is, for whoever looks for it on the screen. */
  readonly data?: Readonly<Record<string, string | number>>
  readonly target?: Target
  readonly shapes: readonly Shape[]
}

/** What can be pointed at: by mouse, touch, or the keys that walk a drawing. */
export interface Target {
  /** Its own in the drawing. */
  readonly id: string
  /** What is read aloud. */
  readonly says: string
  /** Whether it is chosen, where it can be. */
  readonly isChosen?: boolean
  /** The line of the worksheet that it says. */
  readonly line?: number
  /** What takes the pointer, where that is more than the shapes. */
  readonly over?: Box
}

export type Shape = Mark | Group

/** A drawing as a list of shapes, the lower ones first, in its own units. */
export interface Ink {
  /** All that is seen of it. */
  readonly box: Box
  readonly shapes: readonly Shape[]
  /** What is drawn, read aloud. */
  readonly description: string
  /** The ids of its targets in the order in which keys walk them; that of the shapes unless told otherwise. */
  readonly walk?: readonly string[]
}

/** How drawings look. */
export interface InkLooks {
  readonly symbols: ResistorSymbol
  /** Nodes have their colours; else their marks are white. */
  readonly inColour?: boolean
}

export const letterSize = 11.5

export function line(
  places: readonly Coordinates[],
  wide = 1.5,
  paint?: Partial<Paint> & { readonly closed?: true },
): Mark {
  return { shape: 'line', places, wide, ...paint }
}

export function dot({ x, y }: Coordinates, radius = 2.6): Mark {
  return { shape: 'circle', x, y, radius, wide: 0, fill: 'ink' }
}

export function word(
  text: string,
  x: number,
  y: number,
  { anchor = 'middle', size = letterSize, ...rest }: Partial<Omit<Word, 'shape' | 'text' | keyof Coordinates>> = {},
): Word {
  return { shape: 'word', text, x, y, anchor, size, ...rest }
}

/** All marks of a drawing without their groups, the lower ones first. */
export function marksOf(shapes: readonly Shape[]): readonly Mark[] {
  return shapes.flatMap((shape) => (shape.shape === 'group' ? marksOf(shape.shapes) : [shape]))
}

/** A text in pieces: plain, and under a bar where digits repeat. */
export function piecesOf(text: string): readonly { readonly text: string; readonly barred: boolean }[] {
  const [before, period, after] = text.split(/(?<=[.\d])\((\d+)\)/)
  if (period === undefined) return text === '' ? [] : [{ text, barred: false }]
  return [...piecesOf(before), { text: period, barred: true }, ...piecesOf(after)]
}

/** A resistor, the plates of a source, or a meter, whose letter stands upright; nothing of what has no symbol. */
export function symbolOf(kind: string, lying: Lying, symbols: ResistorSymbol, stroke: Tone = 'ink'): readonly Shape[] {
  const shapes = drawn(kind, lying, symbols, stroke)
  return shapes.length === 0 ? [] : [{ shape: 'group', key: 'symbol', data: { symbol: kind }, shapes }]
}

function drawn(kind: string, lying: Lying, symbols: ResistorSymbol, stroke: Tone): readonly Shape[] {
  switch (kind) {
    case 'resistor': {
      const places = resistorOutline(lying, symbols)
      return symbols === 'box'
        ? [line(places, 1.5, { stroke, closed: true, fill: 'sheet' })]
        : [line(places, 1.5, { stroke })]
    }
    case 'source': {
      const [long, short] = sourcePlates(lying)
      return [line(long, 1.5, { stroke }), line(short, 4, { stroke, blunt: true })]
    }
    case 'ammeter':
    case 'voltmeter': {
      const { x, y } = lying
      return [
        ...meterLeads(lying).map((lead) => line(lead, 1.5, { stroke })),
        { shape: 'circle', x, y, radius: meterRadius, wide: 1.5, stroke, fill: 'sheet' },
        word(meterLetters[kind], x, y + 3.6, { size: 10, bold: true }),
      ]
    }
    default:
      return []
  }
}
