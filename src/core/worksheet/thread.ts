/**
 * In: a worksheet and one of its values. Out: everything that it was found from, or that was found from it, where that
 * stands, and the same in words. Textbooks: “show where each number comes from”.
 */

import { type Row, closure, type Line, unitOfLine } from './derivation'
import { type Side, nameOf, type Worksheet, symbolOf } from './worked'
import { equalText, type Figures } from '../number'
import { listed } from './explain'

/** Where a value stands: at which side of which row. */
export interface Stand {
  readonly row: string
  readonly side: Side
}

/**
 * Where each value is worked out, or given, by the id of its line; absent where that is in no row: given resistances,
 * and what stands below the valley.
 */
export function standsOf(rows: readonly Row[]): ReadonlyMap<number, Stand> {
  const stands = new Map<number, Stand>()
  for (const { key, down, up } of rows)
    for (const [side, blocks] of [
      ['reduce', down],
      ['expand', up],
    ] as const)
      for (const { carried, lines } of blocks)
        // What the floor reads again was found before.
        for (const id of [...carried, ...lines]) if (!stands.has(id)) stands.set(id, { row: key, side })
  return stands
}

/** Which way a thread runs: to all that a value was found from, or to all that was found from it. */
export type Direction = 'from' | 'to'

/** A value, and every value that it hangs together with. */
export interface Thread {
  /** The line of the value. */
  readonly end: number
  readonly direction: Direction
  /** Lines of all its values, the end included, in the order in which they were worked out. */
  readonly lines: readonly number[]
}

type Worked = Pick<Worksheet, 'derivation' | 'shown'>

/**
 * The thread of a value: what its line uses, what that uses, and so on; or what uses it, and what uses that. What a
 * worksheet leaves out is on no thread.
 */
export function threadOf({ derivation: { lines }, shown }: Worked, end: number, direction: Direction): Thread {
  if (direction === 'from') return { end, direction, lines: [...closure(lines, [end])].sort((a, b) => a - b) }
  const reached = new Set([end])
  // What a line uses stands before it.
  for (const id of shown) if (lines[id].uses.some((use) => reached.has(use))) reached.add(id)
  return { end, direction, lines: [...reached].sort((a, b) => a - b) }
}

/** What a value was found from directly, or what was found from it directly. */
export function besideOnThread({ derivation: { lines }, shown }: Worked, id: number, direction: Direction): number[] {
  if (direction === 'from') return [...new Set(lines[id].uses)]
  return shown.filter((user) => lines[user].uses.includes(id))
}

/** The thread as it is walked from its end. */
export function walkOf({ lines, direction }: Thread): readonly number[] {
  return direction === 'from' ? [...lines].reverse() : lines
}

/** The line of the same value in another worksheet of a network; undefined where it has none. */
export function sameValue(before: Worksheet, id: number, after: Worksheet): number | undefined {
  const { quantity, of } = before.derivation.lines[id]
  const name = nameOf(before, { quantity, of })
  const isSame = (it: number | undefined): it is number => {
    const line: Line | undefined = it === undefined ? undefined : after.derivation.lines[it]
    return line !== undefined && nameOf(after, line) === name && after.shown.includes(line.id)
  }
  const here = after.derivation.found[quantity][of]
  return isSame(here) ? here : after.derivation.found[quantity].find(isSame)
}

/** What a value is called in a sentence: I(R3), V(R2+3), R2+3; of the whole Req, E, I, P. */
export function lineName(worksheet: Worksheet, id: number): string {
  const it = symbolOf(worksheet, worksheet.derivation.lines[id], true)
  if (it.token !== 'symbol') throw new Error('a value has a symbol')
  if (it.letter === 'R') return it.of === 'eq' ? 'Req' : (it.of ?? 'R')
  return it.of === null ? it.letter : `${it.letter}(${it.of})`
}

/** A value with its name: I(R3) = 320 mA. */
export function lineText(worksheet: Worksheet, id: number, figures: Figures): string {
  const line = worksheet.derivation.lines[id]
  const name = lineName(worksheet, id)
  if (line.isOpen) return `${name} (no value yet)`
  return line.amount === null ? `${name} undefined` : `${name} ${equalText(line.amount, unitOfLine(line), figures)}`
}

/** A value and what it was found from: I(R3) = 8/25 A from V(R2+3) and R2+3. */
export function lineWords(worksheet: Worksheet, id: number, figures: Figures): string {
  const { uses, method } = worksheet.derivation.lines[id]
  const text = lineText(worksheet, id, figures)
  if (uses.length === 0) return method === 'given' ? `${text}, given` : text
  return `${text} from ${listed([...new Set(uses)].map((use) => lineName(worksheet, use)))}`
}

/** A whole thread in words, as it is walked: what each value was found from. */
export function threadText(worksheet: Worksheet, walk: readonly number[], figures: Figures): string {
  return walk.map((id) => lineWords(worksheet, id, figures)).join('; ')
}
