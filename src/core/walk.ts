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
  /** Which of the row's steps it belongs to, and which line of that one; −1 where the row has no step. */
  readonly step: number
  readonly line: number
}

/**
 * The steps of each row of a worksheet's valley: one for each, all of a round together; an empty row at the end for a
 * sheet on which reducing stops, or that has one resistor alone.
 */
export function rowSteps({ reduction, choices, climbed }: Worksheet): readonly (readonly number[])[] {
  const { steps, left } = reduction
  // On the climb outward the steps of a round do not follow each other.
  const together = choices.order === 'rounds' && climbed.length === 0
  const rows: number[][] = []
  steps.forEach(({ round }, k) => {
    if (together && k > 0 && steps[k - 1].round === round) rows[rows.length - 1].push(k)
    else rows.push([k])
  })
  return left.length > 1 || steps.length === 0 ? [...rows, []] : rows
}

/** How many rows a worksheet's valley has. */
export function rowsOf(worksheet: Worksheet): number {
  return rowSteps(worksheet).length
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
  const rows = rowSteps(worksheet)
  const stops: StageStop[] = explainKnown(worksheet).flatMap((_, line) => worked(-1, 'reduce', -1, line))
  rows.forEach((steps, row) => {
    if (steps.length === 0) stops.push({ row, side: 'reduce', part: 'reason', step: -1, line: 0 })
    for (const step of steps) {
      stops.push({ row, side: 'reduce', part: 'reason', step, line: 0 })
      const { lines, outward } = explainRowDown(worksheet, step)
      const last = lines.length - 1
      // Only the last line ends in the value; those before it are shown at once.
      lines.forEach((_, line) =>
        stops.push(...worked(row, 'reduce', step, line).filter(({ part }) => part !== 'value' || line === last)),
      )
      outward.forEach((_, i) => stops.push(...worked(row, 'reduce', step, lines.length + i)))
    }
  })
  const floor = exchange
    ? explainExchange(worksheet, exchange).lines
    : reduction.left.length === 1
      ? analysis.supply.current
        ? explainFloor(worksheet)
        : []
      : null
  if (floor) {
    const row = rows.length
    stops.push({ row, side: 'floor', part: 'reason', step: -1, line: 0 })
    floor.forEach((_, line) => stops.push(...worked(row, 'floor', -1, line)))
  }
  return stops
}

function upStops(worksheet: Worksheet, exchange: DoneExchange | undefined, next: Worksheet | undefined): StageStop[] {
  const rows = rowSteps(worksheet)
  const stops: StageStop[] = []
  const put = (row: number, step: number, up: ExpansionExplanation | null) => {
    if (!up) return
    stops.push({ row, side: 'expand', part: 'reason', step, line: 0 })
    up.lines.forEach((_, line) => stops.push(...worked(row, 'expand', step, line)))
    if (up.check) stops.push({ row, side: 'expand', part: 'check', step, line: up.lines.length })
  }
  if (exchange && next) put(rows.length, -1, explainExchangeBack(worksheet, exchange, next))
  for (let row = rows.length - 1; row >= 0; row--) {
    if (rows[row].length === 0) put(row, -1, explainLastSheet(worksheet))
    for (const step of rows[row]) put(row, step, explainRowUp(worksheet, step))
  }
  return stops
}

function worked(row: number, side: Stop['side'], step: number, line: number): StageStop[] {
  return [
    { row, side, part: 'arithmetic', step, line },
    { row, side, part: 'value', step, line },
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

/** A half of a row, or the floor. */
export type RowHalf = Pick<Stop, 'stage' | 'row' | 'side'>

/**
 * What is shown of one half of a row, or of the floor, when the first `count` stops are.
 *
 * @param step which of its steps, −1 where it has none
 */
export function reachedIn(stops: readonly Stop[], count: number, half: RowHalf, step: number): Reached {
  const inHalf = (stop: Stop) => stop.stage === half.stage && stop.row === half.row && stop.side === half.side
  const here = (stop: Stop) => inHalf(stop) && stop.step === step
  const mine = stops.slice(0, count).filter(here)
  const first = stops.findIndex(inHalf)
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
