import { withUnit } from '../formula'
import { readRating, readTolerance, toleranceText, type NetworkDocument, type PartDocument } from '../../network'
import { inFormat, quantityProblem, readQuantity } from '../../number'
import { freeName, pointAt, type Board, closeBoard, openBoard } from './board'
import { addPart, forgetPoints, removeParts, renamePart } from './edit'
import { isUnusedGiven } from './given'
import { land } from './land'
import type { Stroke } from './layOut'

/** What may stand behind the value of a resistor. */
interface Notes {
  readonly tolerance?: string
  readonly rating?: string
}

/** What a text makes of a stroke. */
export type StrokeMeaning =
  | { readonly ok: true; readonly kind: 'wire' | 'terminals' | 'ammeter' | 'voltmeter' }
  | ({ readonly ok: true; readonly kind: 'resistor'; readonly resistance?: string } & Notes)
  | { readonly ok: true; readonly kind: 'source'; readonly voltage?: string }
  /** Why it makes no sense, and what would. */
  | { readonly ok: false; readonly message: string }

const accepted =
  '4k7 for a resistor, R for one without a value yet, 12V for a source, A or V for a meter, 0 for a placeholder, ? for terminals, nothing for a wire'
const letters = { resistor: 'R', source: 'E', wire: 'W', terminals: 'T', ammeter: 'A', voltmeter: 'V' } as const

/** What a letter alone makes of a stroke. */
const byLetter: Readonly<Record<string, 'resistor' | 'ammeter' | 'voltmeter' | undefined>> = {
  R: 'resistor',
  A: 'ammeter',
  V: 'voltmeter',
}

/** The letter that names of a kind of part begin with. */
export function initialOf(kind: string): string {
  return letters[kind as keyof typeof letters] ?? 'R'
}

/**
 * Reads what was typed at a stroke: nothing is a wire, a resistance a resistor (`0` a placeholder), a voltage a source,
 * `?V` a source whose voltage is the question, `?` the terminals; `R` a resistor without a value yet, `A` an ammeter, `V` a
 * voltmeter. Behind a resistance its tolerance and rating may stand: `4k7 5% 1/4W`.
 */
export function readStroke(text: string): StrokeMeaning {
  const typed = text.trim()
  if (typed === '') return { ok: true, kind: 'wire' }
  if (typed === '?') return { ok: true, kind: 'terminals' }
  if (/^\?\s*V$/i.test(typed)) return { ok: true, kind: 'source' }
  const alone = byLetter[typed.toUpperCase()]
  if (alone) return { ok: true, kind: alone }
  const noted = withNotes(typed)
  if (noted) return noted
  const read = readQuantity(typed, null)
  if (!read.ok) return { ok: false, message: `${quantityProblem(read.problem, typed, 'Ω').split(';')[0]}; ${accepted}` }
  if (read.unit === 'V') return { ok: true, kind: 'source', voltage: inFormat(typed) }
  if (read.unit === 'A' || read.unit === 'W')
    return { ok: false, message: `“${typed}” is not a part; type it at the source above; here ${accepted}` }
  return { ok: true, kind: 'resistor', resistance: inFormat(typed) }
}

const behind = /^(.+?)(?:\s+(±?\s*[\d.,]+\s*%))?(?:\s+([\d.,/]+\s*m?W(?:atts?)?))?$/i

/** A resistance with its tolerance and rating behind it, `4k7 5% 1/4W`; null where none of the two stands there. */
function withNotes(typed: string): (StrokeMeaning & { ok: true }) | null {
  const [, value = '', tolerance, rating] = behind.exec(typed) ?? []
  const [part, watts] = [readTolerance(tolerance), readRating(rating)]
  if ((tolerance === undefined && rating === undefined) || (tolerance && part === null) || (rating && watts === null))
    return null
  const isOpen = value.toUpperCase() === 'R'
  const read = readQuantity(value, 'Ω')
  if (!isOpen && !read.ok) return null
  return {
    ok: true,
    kind: 'resistor',
    ...(!isOpen && { resistance: inFormat(value) }),
    ...(part !== null && { tolerance: toleranceText(part) }),
    ...(watts !== null && rating !== undefined && { rating: rating.replace(/\s*(m?W).*$/i, ' $1') }),
  }
}

/** What a text that makes no sense is kept as until it does: the value of a part of that kind. */
export function asTyped(kind: string, typed: string): StrokeMeaning & { ok: true } {
  return kind === 'source'
    ? { ok: true, kind: 'source', voltage: typed }
    : { ok: true, kind: 'resistor', resistance: typed }
}

/** What would have to be typed for a part. */
export function strokeText(part: PartDocument): string {
  if (part.kind === 'terminals') return '?'
  if (part.kind === 'source') {
    if (part.voltage === undefined || part.voltage === null) return '?V'
    return withUnit(part.voltage, 'V')
  }
  if (part.kind === 'resistor') return String(part.resistance ?? 'R')
  return part.kind === 'ammeter' ? 'A' : part.kind === 'voltmeter' ? 'V' : ''
}

/**
 * Draws a part: what was typed decides its kind. Its ends join the points that stand there, and lines that lead past.
 *
 * A source or terminals drawn while those there are stand by themselves, or are the given source and were never used, take
 * their place. A stroke along a piece of wire takes the place of that piece.
 *
 * @param past ends join no lines
 */
export function applyStroke(
  board: Board,
  stroke: Stroke,
  meaning: StrokeMeaning & { ok: true },
  name: string | null,
  past = false,
): Board {
  const { document } = board
  const { ok: _ok, ...value } = meaning
  if (meaning.kind === 'source' || meaning.kind === 'terminals') {
    const idle = document.parts.find(
      (part) => isSupply(part) && (standsAlone(document, part) || isUnusedGiven(board, part)),
    )
    if (idle) {
      const { known: _known, ...rest } = document
      const bare = forgetPoints({
        ...board,
        document: removeParts(rest, new Set([idle.name])),
        strokes: new Map([...board.strokes].filter(([of]) => of !== idle.name)),
      })
      return applyStroke(bare, stroke, meaning, name ?? (meaning.kind === idle.kind ? idle.name : null), past)
    }
  }
  const own = name ?? freeName(document, initialOf(meaning.kind))
  const added = addPart(board, { name: own, ...value }, stroke)
  if (past) return added
  // A point that stands on the peg is what an end there means, before all lines.
  const landed = stroke
    .filter((peg) => pointAt(board, peg) === undefined)
    .reduce((now, peg) => land(now, peg, (part) => part.name === own), added)
  return withoutPiece(board, landed, own)
}

/** The board without a piece of wire that came to be between the two ends of a part: the part replaces it. */
function withoutPiece(before: Board, landed: Board, name: string): Board {
  const { parts } = landed.document
  const part = parts.find((one) => one.name === name)
  const piece = parts.find(
    ({ name: its, kind, from, to }) =>
      kind === 'wire' &&
      ((from === part?.from && to === part.to) || (from === part?.to && to === part.from)) &&
      !landed.strokes.has(its) &&
      !before.document.parts.some((old) => old.name === its && old.from === from && old.to === to) &&
      its !== name,
  )
  return piece ? { ...landed, document: removeParts(landed.document, new Set([piece.name])) } : landed
}

/** Whether a part feeds the network, or stands where it would be fed: a source or terminals. */
export function isSupply({ kind }: PartDocument): boolean {
  return kind === 'source' || kind === 'terminals'
}

function standsAlone({ parts }: NetworkDocument, part: PartDocument): boolean {
  const others = parts.filter((other) => other !== part)
  return !others.some(({ from, to }) => [part.from, part.to].some((point) => point === from || point === to))
}

/** Whether a part is a placeholder: a resistor of 0 Ω, which stands for a bare leg. */
export function isPlaceholder(part: PartDocument): boolean {
  if (part.kind !== 'resistor') return false
  const read = readQuantity(part.resistance, 'Ω')
  return read.ok && read.value === 0
}

/**
 * Makes a part what a text says, where it stands in the list.
 *
 * @param rename its new name; where there is none, a name that was given by its kind follows the kind
 */
export function changePart(
  document: NetworkDocument,
  name: string,
  meaning: StrokeMeaning & { ok: true },
  rename: string | null = null,
): NetworkDocument {
  const before = document.parts.find((part) => part.name === name)
  if (!before) return document
  const { resistance: _r, voltage: _v, ...bare } = before
  const { ok: _ok, ...value } = meaning
  const { known, ...rest } = document
  // What is known stays unless a voltage now stands for it, or there is nothing any more that it could be known of.
  const keepsKnown =
    known !== undefined &&
    !(meaning.kind === 'source' && meaning.voltage !== undefined) &&
    meaning.kind !== 'terminals' &&
    !(known.part === name && meaning.kind !== 'resistor' && meaning.kind !== 'source')
  const parts = document.parts.map((part) => (part === before ? { ...bare, ...value } : part))
  const changed = keepsKnown ? { ...document, parts } : { ...rest, parts }
  const [old, now] = [initialOf(before.kind), initialOf(meaning.kind)]
  const given = old !== now && new RegExp(`^${old}\\d+$`).test(name)
  const next = rename ?? (given ? freeName(changed, now) : name)
  return next === name ? changed : renamePart(changed, name, next)
}

/**
 * A document drawn stroke by stroke, as a hand would: `R1 0,0 4,0 4k7` a resistor from peg to peg, `E1 0,0 0,4 12V` a
 * source, `W1 4,0 4,4` a wire, and `past W1 4,0 4,4` one whose ends join no lines. Throws where a text makes no sense.
 */
export function drawStrokes(document: NetworkDocument, strokes: readonly string[]): NetworkDocument {
  return strokes.reduce((before, text) => {
    const past = text.startsWith('past ')
    const [name, from, to, ...value] = (past ? text.slice('past '.length) : text).split(' ')
    const meaning = readStroke(value.join(' '))
    const [start, end] = [from, to].map((peg) => peg.split(',').map(Number))
    if (!meaning.ok || [...start, ...end].some((number) => !Number.isInteger(number)))
      throw new RangeError(`“${text}” is not a part`)
    const pegs = [
      { x: start[0], y: start[1] },
      { x: end[0], y: end[1] },
    ] as const
    return closeBoard(applyStroke(openBoard(before), pegs, meaning, name, past))
  }, document)
}
