import type { Block, Row } from '../derivation'
import { explainLine, type Side, type Worksheet } from '../worked'

/** One thing that is shown next when a worksheet is walked at one's own pace. */
export interface Stop {
  readonly row: string
  readonly side: Side
  /** Which block of that side of its row. */
  readonly block: number
  /** The reason comes first, then the arithmetic, then the value; on the way up a check at the end. */
  readonly part: 'reason' | 'arithmetic' | 'value' | 'check'
  /** The line that it shows; null for a reason or a check. */
  readonly line: number | null
}

/** Everything there is to show, in the order in which it is worked: down the rows, and up again. */
export function stopsOf(worksheet: Worksheet): Stop[] {
  const { rows } = worksheet
  return [
    ...rows.flatMap((row) => stopsIn(worksheet, row, 'reduce')),
    ...[...rows].reverse().flatMap((row) => stopsIn(worksheet, row, 'expand')),
  ]
}

function blocksOf({ down, up }: Row, side: Side): readonly Block[] {
  return side === 'reduce' ? down : up
}

function stopsIn(worksheet: Worksheet, row: Row, side: Side): Stop[] {
  return blocksOf(row, side).flatMap(({ lines, check }, block): Stop[] => {
    const at = { row: row.key, side, block }
    return [
      // From what is known onward there is no reason beside the lines.
      ...(row.kind === 'known' ? [] : [{ ...at, part: 'reason' as const, line: null }]),
      ...lines.flatMap((line) => {
        const { formulas } = explainLine(worksheet, line)
        return [
          ...formulas.map(() => ({ ...at, part: 'arithmetic' as const, line })),
          { ...at, part: 'value' as const, line },
        ]
      }),
      ...(check ? [{ ...at, part: 'check' as const, line: null }] : []),
    ]
  })
}

/** How much of one block is shown. */
export interface Reached {
  readonly reason: boolean
  /** Formulas of each of its lines; with `value` the last one to its end. */
  readonly lines: ReadonlyMap<number, { readonly formulas: number; readonly value: boolean }>
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
  const blocks = new Map<
    string,
    { reason: boolean; check: boolean; lines: Map<number, { formulas: number; value: boolean }> }
  >()
  const first = new Map<string, number>()
  stops.forEach(({ row, side }, i) => {
    const key = `${side} ${row}`
    if (!first.has(key)) first.set(key, i)
  })
  for (const { id, section } of worksheet.derivation.lines) if (section.at === 'given') found.add(id)
  for (const { row, side, block, part, line } of stops.slice(0, count)) {
    const key = `${side} ${row} ${block}`
    let here = blocks.get(key)
    if (!here) blocks.set(key, (here = { reason: false, check: false, lines: new Map() }))
    const it = line === null ? undefined : (here.lines.get(line) ?? { formulas: 0, value: false })
    // What is only handed on, or known, comes with the first thing that its block shows.
    const own = rows.get(row)
    for (const id of (own && blocksOf(own, side)[block]?.carried) ?? []) found.add(id)
    if (part === 'reason') here.reason = true
    else if (part === 'check') here.check = true
    else if (line !== null && it)
      if (part === 'arithmetic') here.lines.set(line, { ...it, formulas: it.formulas + 1 })
      else {
        here.lines.set(line, { ...it, value: true })
        found.add(line)
      }
  }
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

const nothing: Reached = { reason: false, lines: new Map(), check: false }
