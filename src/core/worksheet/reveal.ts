/**
 * In: a worksheet and how many things are shown of it. Out: what stands on each row and sheet by then. Textbooks: the
 * worked solution with the rest of the page covered.
 */

import { equalText, type Figures } from '../number'
import type { RowBlock, Row } from './derivation'
import { formulaText, wordSentence } from './explain'
import { explainBlock, explainCheck, explainLine, type Side, type Worksheet } from './worked'

/** How much comes at once: a reason, a line or a check; or a whole side of a row. */
export type Pace = 'line' | 'row'

/** A reason, a line or a check of a block. */
export interface Revealed {
  /** Which block of that side of its row. */
  readonly block: number
  /** The reason comes first, then the lines; on the way up a check at the end. */
  readonly part: 'reason' | 'line' | 'check'
  /** The line that it shows; null for a reason or a check. */
  readonly line: number | null
}

/** What is shown next when a worksheet is walked at one's own pace. */
export interface Stop {
  readonly row: string
  readonly side: Side
  readonly shows: readonly Revealed[]
}

/** Everything there is to show, in the order in which it is worked: down the rows, and up again. */
export function stopsOf({ rows }: Worksheet, pace: Pace = 'line'): Stop[] {
  return [
    ...rows.flatMap((row) => stopsIn(row, 'reduce', pace)),
    ...[...rows].reverse().flatMap((row) => stopsIn(row, 'expand', pace)),
  ]
}

function blocksOf({ down, up }: Row, side: Side): readonly RowBlock[] {
  return side === 'reduce' ? down : up
}

function stopsIn(row: Row, side: Side, pace: Pace): Stop[] {
  const all = blocksOf(row, side).flatMap(({ lines, check }, block): Revealed[] => [
    // From what is known onward there is no reason beside the lines.
    ...(row.kind === 'known' ? [] : [{ block, part: 'reason' as const, line: null }]),
    ...lines.map((line) => ({ block, part: 'line' as const, line })),
    ...(check ? [{ block, part: 'check' as const, line: null }] : []),
  ])
  const at = { row: row.key, side }
  if (all.length === 0) return []
  return pace === 'row' ? [{ ...at, shows: all }] : all.map((one) => ({ ...at, shows: [one] }))
}

/** What a stop shows, read aloud. */
export function wordStop(worksheet: Worksheet, { row: key, side, shows }: Stop, figures: Figures): string {
  const row = worksheet.rows.find((it) => it.key === key)
  if (!row) return ''
  return shows
    .flatMap(({ block: at, part, line }): string[] => {
      const block = blocksOf(row, side)[at]
      if (part === 'line' && line !== null)
        return explainLine(worksheet, line, row.kind === 'supply').formulas.map((it) => formulaText(it, figures))
      if (part === 'check') {
        const check = block.step === null ? null : explainCheck(worksheet, block.step)
        return check ? [`check: ${formulaText(check, figures)}`] : []
      }
      const { equivalent } = worksheet.outcome
      if (row.kind === 'supply')
        return [`the supply: Req ${equivalent ? equalText(equivalent, 'Ω', figures) : ''}`.trim()]
      const words = explainBlock(worksheet, row, block, side)
      return words ? [words.title, words.reason].flatMap((it) => (it ? [wordSentence(it)] : [])) : []
    })
    .join('; ')
}

/** How much of one block is shown. */
export interface Reached {
  readonly reason: boolean
  readonly lines: ReadonlySet<number>
  readonly check: boolean
}

/** What is shown of a worksheet. */
export interface Reveal {
  /** Whether a side of a row is there: something of it is shown, or the row before it is done. */
  readonly isDrawn: (row: string, side: Side) => boolean
  readonly reached: (row: string, side: Side, block: number) => Reached
  /** Whether a value has been found by then. */
  readonly isFound: (line: number) => boolean
}

/** What is shown when the first `count` stops are. */
export function revealed(worksheet: Worksheet, stops: readonly Stop[], count: number): Reveal {
  const found = new Set<number>()
  const rows = new Map(worksheet.rows.map((row) => [row.key, row]))
  const blocks = new Map<string, { reason: boolean; check: boolean; lines: Set<number> }>()
  const first = new Map<string, number>()
  stops.forEach(({ row, side }, i) => {
    const key = `${side} ${row}`
    if (!first.has(key)) first.set(key, i)
  })
  for (const { id, section } of worksheet.derivation.lines) if (section.at === 'given') found.add(id)
  for (const { row, side, shows } of stops.slice(0, count))
    for (const { block, part, line } of shows) {
      const key = `${side} ${row} ${block}`
      let here = blocks.get(key)
      if (!here) blocks.set(key, (here = { reason: false, check: false, lines: new Set() }))
      // What is only handed on, or known, comes with the first thing that its block shows.
      const own = rows.get(row)
      for (const id of (own && blocksOf(own, side)[block]?.carried) ?? []) found.add(id)
      if (part === 'reason') here.reason = true
      else if (part === 'check') here.check = true
      else if (line !== null) {
        here.lines.add(line)
        found.add(line)
      }
    }
  // What a meter shows is found with what it is told by.
  for (const { line } of worksheet.derivation.readings)
    if (worksheet.derivation.lines[line].uses.every((use) => found.has(use))) found.add(line)
  return {
    isDrawn: (row, side) => {
      const at = first.get(`${side} ${row}`)
      return at !== undefined && count >= at
    },
    reached: (row, side, block) => {
      const here = blocks.get(`${side} ${row} ${block}`)
      return here ? { ...here, reason: here.reason || rows.get(row)?.kind === 'known' } : nothing
    },
    isFound: (line) => found.has(line),
  }
}

const nothing: Reached = { reason: false, lines: new Set(), check: false }

/** With how many stops of another pace as much is shown as with so many of one. */
export function stopsAtPace(stops: readonly Stop[], shown: number, others: readonly Stop[]): number {
  const wanted = stops.slice(0, shown).reduce((sum, { shows }) => sum + shows.length, 0)
  let done = 0
  return others.filter(({ shows }) => {
    const isBefore = done < wanted
    done += shows.length
    return isBefore
  }).length
}
