/** A place in grid units; x to the right, y downwards. One unit is one CSS pixel at full size. */
export interface Coordinates {
  readonly x: number
  readonly y: number
}

export interface Box extends Coordinates {
  readonly width: number
  readonly height: number
}

/** What is written at a part: its name above, its values below. */
export interface Label {
  readonly name: string
  readonly lines: readonly string[]
  /** What each line is, where it is not a resistance. */
  readonly tones?: readonly (LineTone | null)[]
  /** The line of the worksheet that each says, where it is one that can be pointed at. */
  readonly ids?: readonly (number | undefined)[]
  /** Where voltage and current are written: 1 as drawn, from left to right, −1 against it; absent where none is shown. */
  readonly voltage?: 1 | -1
  readonly current?: 1 | -1
}

/** A line that says a voltage or a current. */
export type LineTone = 'voltage' | 'current'

/** What is drawn for a part: a resistor, or a meter. */
export type PartSymbol = 'resistor' | 'ammeter' | 'voltmeter'

/** A part lying on a line from left to right: symbol between `left` and `right`, labels centred. */
export interface PlacedPart {
  /** Element id; for a part set aside, its position in the list of those. */
  readonly id: number
  readonly symbol: PartSymbol
  readonly label: Label
  readonly left: number
  readonly right: number
  readonly y: number
  /** All that the part and its labels cover. */
  readonly box: Box
}

/** A piece of ideal wire; it belongs to a node. */
export interface PlacedLine {
  readonly node: number
  readonly points: readonly Coordinates[]
}

/** Where a node's label stands. */
export interface PlacedNode extends Coordinates {
  readonly node: number
}

/** The source, standing upright with + at the top; its label stands to the right. */
export interface PlacedSource extends Coordinates {
  readonly label: Label
}

/** A sheet drawn, stretched from + at the left to − at the right. */
export interface Picture {
  readonly width: number
  readonly height: number
  readonly parts: readonly PlacedPart[]
  /** Parts that carry nothing, in rows of their own below; their `id` is their position in the given list. */
  readonly aside: readonly PlacedPart[]
  readonly lines: readonly PlacedLine[]
  readonly nodes: readonly PlacedNode[]
  /** Dots where three or more ends meet. */
  readonly dots: readonly PlacedNode[]
  readonly start: Coordinates
  readonly finish: Coordinates
  /** Only where the loop is closed by a source; then nothing stands at `start` and `finish`. */
  readonly source?: PlacedSource
}

/** Measures of the drawing, in grid units. */
export const measures = {
  symbol: 40,
  symbolHeight: 14,
  character: 7,
  nameHeight: 15,
  lineHeight: 14,
  /** Free wire at both sides of a symbol at least. */
  lead: 7,
  /** Wire between neighbouring groups in series, with room for the node's label. */
  gap: 22,
  /** Between the bars of a parallel group and what lies inside. */
  bar: 9,
  row: 8,
  /** From the end of the supply to the first part. */
  end: 24,
  margin: 10,
  node: 9,
  /** The least distance between the line at the top and the one that closes the loop. */
  loop: 62,
  /** From a source that closes the loop to where the way begins, at least. */
  loopLead: 20,
  /** Wider than this a closed loop is not made for the sake of its source's words. */
  widest: 920,
  /** Half the longer plate of a source, and half the gap between its plates. */
  plate: 11,
  plateGap: 4,
} as const

/** The smallest box around some of a picture's parts, with a little air; null if none of them is there. */
export function boxAround(picture: Picture, ids: readonly number[]): Box | null {
  const boxes = picture.parts.filter(({ id }) => ids.includes(id)).map(({ box }) => box)
  if (boxes.length === 0) return null
  const air = 2
  const x = Math.min(...boxes.map((box) => box.x)) - air
  const y = Math.min(...boxes.map((box) => box.y)) - air
  return {
    x,
    y,
    width: Math.max(...boxes.map((box) => box.x + box.width)) + air - x,
    height: Math.max(...boxes.map((box) => box.y + box.height)) + air - y,
  }
}

/** Whether two boxes have some area in common. */
export function overlap(a: Box, b: Box): boolean {
  return a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height
}

/** The loop around a group, unless something else would lie inside it. */
export function loopAround(picture: Picture, members: readonly number[]): Box | null {
  const box = boxAround(picture, members)
  if (!box) return null
  const strangers = picture.parts.some((part) => !members.includes(part.id) && overlap(part.box, box))
  return strangers ? null : box
}
