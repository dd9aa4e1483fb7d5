import {
  explainExchangeBack,
  explainLastSheet,
  explainRowDown,
  explainRowUp,
  reachedIn,
  rowsOf,
  type Reached,
  type RowHalf,
  type Showing,
  type Stop,
  type Worksheet,
} from '@/core'

/** How much of a worksheet is shown, one reveal at a time. */
export interface Reveal {
  readonly stops: readonly Stop[]
  readonly reached: (half: RowHalf, step: number) => Reached
  /** What the sheets of a stage write of a value: blanks as long as it where it is not found yet. */
  readonly showing: (stage: number) => Showing
}

/** What is shown when the first `count` stops are. */
export function revealed(worksheet: Worksheet, stops: readonly Stop[], count: number): Reveal {
  const sheets = [worksheet, ...worksheet.beyond.map((next) => next.worksheet)]
  const found = new Set<string>()
  const both = (stage: number, id: number | undefined) => {
    if (id !== undefined) found.add(`${stage} voltage ${id}`).add(`${stage} current ${id}`)
  }
  for (const { stage, row, side, part, line, step: at } of stops.slice(0, count)) {
    const sheet = sheets[stage]
    const { reduction, climbed } = sheet
    const step = reduction.steps[at]
    if (side === 'reduce' && part === 'value') {
      if (row < 0) both(stage, climbed[0])
      else if (line >= explainRowDown(sheet, at).lines.length) both(stage, step.result)
    } else if (side === 'floor' && part === 'value' && stage === sheets.length - 1) {
      both(stage, reduction.left[0])
    } else if (side === 'expand' && part === 'reason' && step) {
      const carried = step.kind === 'series' ? 'current' : 'voltage'
      for (const member of step.members) found.add(`${stage} ${carried} ${member}`)
    } else if (side === 'expand' && part === 'value') {
      const up = step
        ? explainRowUp(sheet, at)
        : row === rowsOf(sheet)
          ? explainExchangeBack(sheet, worksheet.beyond[stage].exchange, sheets[stage + 1])
          : explainLastSheet(sheet)
      const shown = up?.lines[line]
      if (shown) found.add(`${stage} ${shown.quantity} ${shown.element}`)
    }
  }
  // Resistors that a stage was made of have their values with those of the next one.
  sheets.slice(1).forEach((sheet, i) => {
    const before = sheets[i]
    const names = new Map(before.elements.map(({ name }, id) => [name, id]))
    sheet.elements.forEach(({ name }, id) => {
      const same = names.get(name)
      for (const quantity of ['voltage', 'current'])
        if (same !== undefined && found.has(`${i + 1} ${quantity} ${id}`)) found.add(`${i} ${quantity} ${same}`)
    })
  })
  return {
    stops,
    reached: (half, step) => reachedIn(stops, count, half, step),
    showing: (stage) => (id, quantity, text) =>
      quantity === 'resistance' || found.has(`${stage} ${quantity} ${id}`) ? text : '\u2007'.repeat(text.length),
  }
}

/** What a valley is drawn with when everything is shown. */
export const allShown: Reached = { drawn: true, reason: true, lines: Infinity, half: false, check: true }

/** The stop at which a row begins, on one of its sides: where a jump to it leads. */
export function stopOf(stops: readonly Stop[], stage: number, row: number, side: Stop['side']): number {
  const at = stops.findIndex((stop) => stop.stage === stage && stop.row === row && stop.side === side)
  return at < 0 ? stops.length : at + 1
}
