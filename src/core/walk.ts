import type { DoneExchange } from './analyse'
import type { ExpansionExplanation } from './explain'
import {
  explainExchange,
  explainExchangeBack,
  explainFloor,
  explainKnown,
  explainLastSheet,
  explainRowDown,
  explainRowUp,
} from './rows'
import type { Worksheet } from './worksheet'

/** One thing that is shown next when a worksheet is walked at one's own pace. */
export interface Stop {
  /** 0, or how many exchanges lie before it. */
  readonly stage: number
  /** The row it belongs to; the floor is the row after the last. */
  readonly row: number
  readonly side: 'reduce' | 'floor' | 'expand'
  /** The reason comes first, then the arithmetic, then the value; on the way up a check at the end. */
  readonly part: 'reason' | 'arithmetic' | 'value' | 'check'
  /** Which line of the row it belongs to. */
  readonly line: number
}

/** How many rows a worksheet's valley has: one for each step, and one for a sheet on which reducing stops. */
export function rowsOf({ reduction }: Worksheet, stops = reduction.left.length > 1): number {
  const steps = reduction.steps.length
  return stops || steps === 0 ? steps + 1 : steps
}

/** Everything there is to show, in the order in which it is worked: down, the floor, up; through every exchange. */
export function stopsOf(worksheet: Worksheet): Stop[] {
  const sheets = [worksheet, ...worksheet.beyond.map((next) => next.worksheet)]
  const exchange = (stage: number) => worksheet.beyond[stage]?.exchange
  const down = sheets.flatMap((sheet, stage) => downStops(sheet, exchange(stage)).map((stop) => ({ ...stop, stage })))
  const up = sheets.flatMap((sheet, stage) =>
    upStops(sheet, exchange(stage), sheets[stage + 1]).map((stop) => ({ ...stop, stage })),
  )
  return [...down, ...up.sort((a, b) => b.stage - a.stage)]
}

type StageStop = Omit<Stop, 'stage'>

function downStops(worksheet: Worksheet, exchange: DoneExchange | undefined): StageStop[] {
  const { reduction, analysis } = worksheet
  const steps = reduction.steps.length
  const rows = rowsOf(worksheet, exchange !== undefined)
  const stops: StageStop[] = explainKnown(worksheet).flatMap((_, line) => worked(-1, 'reduce', line))
  for (let row = 0; row < rows; row++) {
    stops.push({ row, side: 'reduce', part: 'reason', line: 0 })
    if (row >= steps) continue
    const { lines, outward } = explainRowDown(worksheet, row)
    const last = lines.length - 1
    // Only the last line ends in the value; those before it are shown at once.
    lines.forEach((_, line) =>
      stops.push(...worked(row, 'reduce', line).filter(({ part }) => part !== 'value' || line === last)),
    )
    outward.forEach((_, i) => stops.push(...worked(row, 'reduce', lines.length + i)))
  }
  const floor = exchange
    ? explainExchange(worksheet, exchange).lines
    : reduction.left.length === 1
      ? analysis.supply.current
        ? explainFloor(worksheet)
        : []
      : null
  if (floor) {
    stops.push({ row: rows, side: 'floor', part: 'reason', line: 0 })
    floor.forEach((_, line) => stops.push(...worked(rows, 'floor', line)))
  }
  return stops
}

function upStops(worksheet: Worksheet, exchange: DoneExchange | undefined, next: Worksheet | undefined): StageStop[] {
  const steps = worksheet.reduction.steps.length
  const rows = rowsOf(worksheet, exchange !== undefined)
  const stops: StageStop[] = []
  const put = (row: number, up: ExpansionExplanation | null) => {
    if (!up) return
    stops.push({ row, side: 'expand', part: 'reason', line: 0 })
    up.lines.forEach((_, line) => stops.push(...worked(row, 'expand', line)))
    if (up.check) stops.push({ row, side: 'expand', part: 'check', line: up.lines.length })
  }
  if (exchange && next) put(rows, explainExchangeBack(worksheet, exchange, next))
  for (let row = rows - 1; row >= 0; row--)
    put(row, row >= steps ? explainLastSheet(worksheet) : explainRowUp(worksheet, row))
  return stops
}

function worked(row: number, side: Stop['side'], line: number): StageStop[] {
  return [
    { row, side, part: 'arithmetic', line },
    { row, side, part: 'value', line },
  ]
}

/** How much of a half row is shown after so many stops. */
export interface Reached {
  /** Its sheet is drawn: something of it is shown, or the row before it is done. */
  readonly drawn: boolean
  readonly reason: boolean
  /** Lines shown in full; of the next one only the arithmetic if `half`. */
  readonly lines: number
  readonly half: boolean
  readonly check: boolean
}

/** What is shown of one half of a row, or of the floor, when the first `count` stops are. */
export function reachedIn(
  stops: readonly Stop[],
  count: number,
  stage: number,
  row: number,
  side: Stop['side'],
): Reached {
  const here = (stop: Stop) => stop.stage === stage && stop.row === row && stop.side === side
  const mine = stops.slice(0, count).filter(here)
  const first = stops.findIndex(here)
  const inFull = new Set(mine.filter(({ part }) => part === 'value').map(({ line }) => line))
  const begun = new Set(mine.filter(({ part }) => part === 'arithmetic').map(({ line }) => line))
  // A line without a value of its own, as the first of two in a parallel step, is shown in full with its arithmetic.
  const alone = (line: number) => !stops.some((stop) => here(stop) && stop.part === 'value' && stop.line === line)
  const full = [...begun].filter((line) => inFull.has(line) || alone(line))
  return {
    drawn: first >= 0 && count >= first,
    reason: mine.some(({ part }) => part === 'reason'),
    lines: full.length,
    half: begun.size > full.length,
    check: mine.some(({ part }) => part === 'check'),
  }
}
