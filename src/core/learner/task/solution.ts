import { float, type Quantity } from '../../number'
import { elementKey } from '../../structure'
import {
  explainInLetters,
  methods,
  nameOf,
  type Formula,
  type Line,
  type Method,
  type Worksheet,
} from '../../worksheet'
import { begin, elementsByKey, form, play, type Judgement, type Move, type Position } from '../attempt'
import { written } from './values'
import type { Peg } from '../../entry'

/** A line of a worked solution. */
export interface SolutionLine {
  /** Its line in the derivation. */
  readonly id: number
  readonly quantity: Quantity
  readonly element: number
  /** What it is, and how it is found, in letters: `I(R2) = V(R2) / R2`. */
  readonly symbol: string
  readonly how: string
}

/** The lines that a person writes down, in order: without what is given, carried along unasked, or only added at the end. */
export function solutionOf(worksheet: Worksheet): SolutionLine[] {
  const { derivation, shown, elements } = worksheet
  return shown.flatMap((id): SolutionLine[] => {
    const line = derivation.lines[id]
    const { quantity, of, section, uses } = line
    if (uses.length === 0 || quantity === 'potential' || of >= elements.length) return []
    const isAdded = section.at === 'powers' || (section.at === 'supply' && quantity === 'power')
    if ((isAdded && !isAsked(worksheet, line)) || section.at === 'readings') return []
    const formula = explainInLetters(worksheet, id)
    return [{ id, quantity, element: of, symbol: lettersText(formula.slice(0, 1)), how: lettersText(formula.slice(2)) }]
  })
}

/** Whether the quantity of a line is what is asked for by name. */
export function isAsked(worksheet: Worksheet, line: Pick<Line, 'quantity' | 'of'>): boolean {
  const { choices, derivation, network, wiring } = worksheet
  const source = network.parts[wiring.supply].name
  return choices.asked.some(
    ({ quantity, of }) =>
      quantity === line.quantity && (of === nameOf(worksheet, line) || (of === source && line.of === derivation.whole)),
  )
}

/** A formula of letters as slips are told: `V(R2) / R2`. */
function lettersText(formula: Formula): string {
  const wrap = (inside: Formula) => (inside.length > 1 ? `(${lettersText(inside)})` : lettersText(inside))
  return formula
    .map((token) => {
      switch (token.token) {
        case 'symbol':
          return token.of === null ? token.letter : token.letter === 'R' ? token.of : `${token.letter}(${token.of})`
        case 'fraction':
          return `${wrap(token.over)} / ${wrap(token.under)}`
        case 'bracket':
          return `(${lettersText(token.inside)})`
        case 'root':
          return `√(${lettersText(token.under)})`
        case 'number':
          return String(token.value)
        case 'sign':
          return token.sign
        default:
          return ''
      }
    })
    .join(' ')
    .replace(/\( ?(\S+) ?\) ²/g, '$1²')
}

/** The element of an attempt that is the same as one of the worksheet; null where no step made it. */
export function elementIn({ worksheet, reduction }: Position, of: Worksheet, element: number): number | null {
  return elementsByKey(worksheet, reduction).get(elementKey(of, element)) ?? null
}

/** What a line comes to, in figures enough for any tolerance. */
export function rightAnswer(worksheet: Worksheet, { id, quantity }: SolutionLine): string {
  const amount = worksheet.derivation.lines[id].amount
  return amount === null ? '' : written(amount.value, quantity)
}

/** An attempt with the steps of a solution, in which some of its lines are written, rightly. */
export function begun(
  worksheet: Worksheet,
  lines: readonly SolutionLine[],
  isWritten: (index: number) => boolean,
): Position {
  return lines.reduce((before, line, index) => {
    const { made } = worksheet.elements[line.element]
    const own = (id: number) => elementIn(before, worksheet, id) ?? id
    const isStep = line.quantity === 'resistance' && made !== null
    const position = isStep ? form(before, { members: made.members.map(own), kind: made.kind }) : before
    return isWritten(index) ? play(position, moveAt(worksheet, position, line, rightAnswer(worksheet, line))) : position
  }, begin(worksheet))
}

/** A value of a line, as a move of an attempt with the steps of the solution. */
export function moveAt(
  worksheet: Worksheet,
  position: Position,
  { quantity, element }: SolutionLine,
  answer: string,
): Move {
  return { do: 'value', element: elementIn(position, worksheet, element) ?? element, quantity, answer }
}

/** What is said of an answer at a line, all before it being right. Null where it cannot be read. */
export function judgeLine(
  worksheet: Worksheet,
  lines: readonly SolutionLine[],
  index: number,
  answer: string,
): Judgement | null {
  const position = begun(worksheet, lines, (i) => i < index)
  const after = play(position, moveAt(worksheet, position, lines[index], answer))
  return after === position ? null : after.judgements[after.judgements.length - 1]
}

/**
 * The numbers of all lines where one of them has another value: what follows from it follows from that.
 *
 * @param written as a person rounds what they write
 */
export function numbersWith(
  worksheet: Worksheet,
  lines: readonly SolutionLine[],
  planted: { readonly index: number; readonly value: number },
): number[] {
  const own = new Map<number, number>()
  return lines.map(({ id }, i) => {
    const line = worksheet.derivation.lines[id]
    const values = line.uses.map((use) => own.get(use) ?? worksheet.derivation.lines[use].amount?.value ?? NaN)
    const isTouched = line.uses.some((use) => own.has(use))
    const value =
      i === planted.index
        ? planted.value
        : isTouched
          ? (methods[line.method] as Method).work(values, float, line.signs)
          : (line.amount?.value ?? NaN)
    if (i === planted.index || isTouched) own.set(id, value)
    return value
  })
}

/** A line as a key has it: what it is, how it is found, what it comes to. */
export function solved(worksheet: Worksheet, line: SolutionLine): string {
  return `${line.symbol} = ${line.how} = ${rightAnswer(worksheet, line)}`
}

/** A picture of a task: where each part lies, and wires from peg to peg. */
export interface Laid {
  /** By part; a resistor's + side first where it lies between pieces, a source's + end first. */
  readonly parts: ReadonlyMap<number, readonly [Peg, Peg]>
  readonly source: readonly [Peg, Peg]
  /** Wires of each node by itself: those of two nodes may cross, and are not joined there. */
  readonly wires: readonly (readonly (readonly [Peg, Peg])[])[]
}

export const keyOf = ({ x, y }: Peg) => `${x},${y}`

/**
 * Straight wires between the places where a node's wire bends, branches, ends, or meets a part: what lies double is once,
 * what meets inside is parted there.
 *
 * @param wires of one node, level or upright
 * @param pins where parts end
 */
export function straighten(wires: Laid['wires'][number], pins: readonly Peg[]): (readonly [Peg, Peg])[] {
  const steps = new Map<string, { readonly peg: Peg; readonly next: Set<string> }>()
  const at = (peg: Peg) => {
    const known = steps.get(keyOf(peg)) ?? { peg, next: new Set<string>() }
    steps.set(keyOf(peg), known)
    return known
  }
  for (const [a, b] of wires) {
    const [dx, dy] = [Math.sign(b.x - a.x), Math.sign(b.y - a.y)]
    for (let here = a; here.x !== b.x || here.y !== b.y;) {
      const next = { x: here.x + dx, y: here.y + dy }
      at(here).next.add(keyOf(next))
      at(next).next.add(keyOf(here))
      here = next
    }
  }
  const ends = new Set(pins.map(keyOf))
  const isStraight = ({ peg, next }: { readonly peg: Peg; readonly next: ReadonlySet<string> }) => {
    const [a, b] = [...next].map((key) => steps.get(key)?.peg)
    return next.size === 2 && a && b && !ends.has(keyOf(peg)) && (a.x === b.x || a.y === b.y)
  }
  const found: (readonly [Peg, Peg])[] = []
  for (const from of steps.values()) {
    if (isStraight(from)) continue
    for (const key of from.next) {
      let [before, here] = [keyOf(from.peg), steps.get(key)]
      while (here && isStraight(here)) {
        const on: string | undefined = [...here.next].find((other) => other !== before)
        before = keyOf(here.peg)
        here = on === undefined ? undefined : steps.get(on)
      }
      if (here && (from.peg.x < here.peg.x || (from.peg.x === here.peg.x && from.peg.y < here.peg.y)))
        found.push([from.peg, here.peg])
    }
  }
  return found
}
