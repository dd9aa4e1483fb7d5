import { equalText, type Figures } from '../number'
import { insideOf, outwardFrom } from '../structure'
import { amountAt, type Worksheet } from '../worksheet'
import { measures, overlap, type Box, type Coordinates, type Picture, type PlacedPart } from './drawing'
import { pictureInk, word, type Group, type Ink, type SheetLooks } from './ink'
import { drawSheet } from './sheet'

/** A loop around the resistors of one step, with the name and value of its equivalent. */
export interface Loop {
  readonly step: number
  readonly text: string
  /** The line of its value, where that is shown. */
  readonly line: number | undefined
  /** Part names inside. */
  readonly inside: ReadonlySet<string>
  /** How many loops it has inside it, one in the other. */
  readonly within: number
}

/**
 * Loops around the groups of the first steps.
 *
 * @param steps how many of them
 * @param isFound whether a value, by its line, is shown; all of them unless told otherwise
 */
export function loopsOf(
  worksheet: Worksheet,
  steps: number,
  figures: Figures,
  isFound: (line: number) => boolean = () => true,
): Loop[] {
  const { elements, stages, derivation } = worksheet
  const within: number[] = []
  return stages[0].steps.slice(0, steps).map(({ members, result }, step) => {
    within[result] = Math.max(0, ...members.map((id) => (elements[id].made ? within[id] + 1 : 0)))
    const line = derivation.found.resistance[result]
    const { name } = elements[result]
    const isValued = line !== undefined && isFound(line)
    return {
      step,
      line: isValued ? line : undefined,
      text: isValued ? `${name} ${equalText(amountAt(worksheet, 'resistance', result), 'Ω', figures)}` : name,
      inside: new Set(insideOf(worksheet, result).map((id) => elements[id].name)),
      within: within[result],
    }
  })
}

/** Room at the side of a loop, and below it for its name. */
const air = 5
const nameRoom = 15

/** The stretched sheet with loops around its groups. */
export interface LoopedPicture {
  readonly picture: Picture
  /** Inner ones first. */
  readonly boxes: readonly { readonly loop: Loop; readonly box: Box }[]
  /** All that is drawn, loops included. */
  readonly frame: Box
}

/** How often the sheet is drawn anew with more room for names that lay over other loops. */
const mostTries = 4

/** Draws the first sheet with room for loops that lie one in the other, and the loops on it. */
export function drawLoops(worksheet: Worksheet, loops: readonly Loop[], figures: Figures): LoopedPicture {
  // Blank lines below a resistor make room for the loops that lie around it, and their names.
  const around = worksheet.elements.map((_, id) => outwardFrom(worksheet, id).length - 1)
  const beside = around.map((count) => Math.ceil((count * air) / measures.character))
  for (let tries = 1; ; tries++) {
    const picture = drawSheet(worksheet, { stage: 0, sheet: 0 }, 'reduce', figures, {
      withoutOutward: true,
      written: (text, _quantity, id) => {
        const side = '\u2007'.repeat(beside[id])
        return `${side}${text}${side}`
      },
      roomBelow: (id) => Math.ceil((around[id] * (nameRoom + air)) / measures.lineHeight),
    })
    const boxes = boxesAround(picture, loops, worksheet)
    const narrow = boxes.filter(
      (it) => it.lacks > 0 && boxes.some((other) => isApart(it.loop, other.loop) && overlap(it.box, other.box)),
    )
    if (narrow.length === 0 || tries === mostTries) return { picture, boxes, frame: frameOf(picture, boxes) }
    // A name that is wider than what it names, and lies over the next, gets its room at the last resistor inside.
    for (const { last, lacks } of narrow) beside[last] += Math.ceil(lacks / 2 / measures.character)
  }
}

function isApart(one: Loop, other: Loop): boolean {
  return ![...one.inside].some((name) => other.inside.has(name))
}

/** All that is drawn, loops included. */
function frameOf(picture: Picture, boxes: LoopedPicture['boxes']): Box {
  const { width, parts, aside, lines, source } = picture
  const edge = 3
  const x = Math.min(0, ...boxes.map(({ box }) => box.x - edge))
  const y = Math.min(0, ...boxes.map(({ box }) => box.y - edge))
  const right = Math.max(width, ...boxes.map(({ box }) => box.x + box.width + edge))
  // The blank lines below are only as far needed as loops reach.
  const bottom = Math.max(
    ...boxes.map(({ box }) => box.y + box.height + edge),
    ...parts.map((part) => bottomOf(part) + edge),
    ...aside.map(({ box }) => box.y + box.height + edge),
    ...lines.flatMap(({ points }) => points.map((place) => place.y + nodeRoom)),
    ...(source ? [source.y + measures.plateGap + measures.lineHeight * (1 + source.label.lines.length)] : []),
  )
  return { x, y, width: right - x, height: bottom - y }
}

/** Room below a line for a node's label. */
const nodeRoom = 20

/** Where a part ends, without the blank lines below its value. */
function bottomOf({ y, label }: PlacedPart): number {
  return y + 10 + measures.lineHeight * label.lines.filter((line) => line.trim() !== '').length
}

interface LoopBox {
  readonly loop: Loop
  readonly box: Box
  /** How much narrower what it is around is than its name. */
  readonly lacks: number
  /** The resistor that reaches farthest to the right in it. */
  readonly last: number
}

/** The boxes of the loops, inner ones first, each around its parts and the loops inside it. */
function boxesAround(picture: Picture, loops: readonly Loop[], { elements }: Worksheet): LoopBox[] {
  const found: LoopBox[] = []
  for (const loop of loops) {
    const own = picture.parts.filter(({ id, symbol }) => symbol === 'resistor' && loop.inside.has(elements[id].name))
    const bare = own.map((part) => ({ ...part.box, height: bottomOf(part) - part.box.y }))
    const inner = found.filter(
      ({ loop: other }) => other.within < loop.within && [...other.inside].every((name) => loop.inside.has(name)),
    )
    const boxes = [...bare, ...inner.map(({ box }) => box)]
    const left = Math.min(...boxes.map((box) => box.x)) - air
    const top = Math.min(...boxes.map((box) => box.y)) - air
    const wide = Math.max(...boxes.map((box) => box.x + box.width)) + air - left
    const named = loop.text.length * 6.8 + 14
    const bottom = Math.max(...boxes.map((box) => box.y + box.height)) + nameRoom
    const end = ({ box }: PlacedPart) => box.x + box.width
    found.push({
      loop,
      box: { x: left, y: top, width: Math.max(wide, named), height: bottom - top },
      lacks: Math.max(0, named - wide),
      last: own.reduce((a, b) => (end(b) > end(a) ? b : a)).id,
    })
  }
  return found
}

/** The first sheet with all its loops, each with its name: in colours, or those of every other depth dashed. */
export function loopsInk({ picture, boxes, frame }: LoopedPicture, looks: SheetLooks): Ink {
  const { inColour } = looks
  return {
    box: frame,
    shapes: [
      ...boxes.map(({ box, loop }): Group => {
        const at = { x: box.x + 7, y: box.y + box.height - 4 }
        const { target, data, shapes } = loopName(loop, at)
        const outline = { shape: 'box', ...box, radius: 9 } as const
        return {
          shape: 'group',
          key: `loop-${loop.step}`,
          data,
          target: inColour ? target : undefined,
          shapes: inColour
            ? [{ ...outline, wide: 1.6, stroke: `loop-${loop.step}` }, ...shapes]
            : [
                { ...outline, wide: 1.2, ...(loop.within % 2 === 0 && { dashes: [5, 3] }) },
                word(loop.text, at.x, at.y, { anchor: 'start', size: 11, bold: true }),
              ],
        }
      }),
      ...pictureInk(picture, looks, { isPointable: inColour }),
    ],
    description: looks.description,
  }
}

/** A loop's name behind a dot in its colour; what it says, and can be pointed at as, is the value of its equivalent. */
export function loopName({ step, text, line: id }: Loop, { x, y }: Coordinates): Group {
  return {
    shape: 'group',
    key: `loop-${step}`,
    data: { loop: text },
    target: id === undefined ? undefined : { id: `loop-${step}`, says: `${text}: where it comes from`, line: id },
    shapes: [
      { shape: 'circle', x: x + 3, y: y - 4, radius: 3.5, wide: 0, fill: `loop-${step}` },
      word(text, x + 10, y, { anchor: 'start', size: 11, bold: true, clear: true }),
    ],
  }
}
