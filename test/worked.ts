import {
  explainBlock,
  explainCheck,
  explainLine,
  explainOutward,
  parallelWays,
  workOut,
  type RowBlock,
  type Formula,
  type Row,
  type Worksheet,
} from '@/core/worksheet'
import type { Network, WorksheetChoices } from '@/core/network'
import { sheetOf, type Reduction, type Sheet, type Wiring } from '@/core/structure'

/** The worksheet of a network that is not refused. */
export function worksheetOf(network: Network, choices: WorksheetChoices = {}): Worksheet {
  const worksheet = workOut(network, { choices })
  if ('status' in worksheet) throw new Error(JSON.stringify(worksheet.problems))
  return worksheet
}

interface Placed {
  readonly row: Row
  readonly block: RowBlock
}

/** The blocks of all steps of the network itself, in the order of the steps. */
export function stepsOf({ rows }: Worksheet, side: 'down' | 'up'): Placed[] {
  return rows.flatMap((row) =>
    row.stage === 0 ? row[side].flatMap((block) => (block.step === null ? [] : [{ row, block }])) : [],
  )
}

/** A line as it is read: its last formula ends in its value. */
export function lineOf(worksheet: Worksheet, id: number, asSupply = false) {
  const { formulas, work, name } = explainLine(worksheet, id, asSupply)
  const { of, quantity } = worksheet.derivation.lines[id]
  return { id, of, quantity, name, work, formulas, formula: formulas[formulas.length - 1] ?? [] }
}

/** A step on the way down, in words and arithmetic. */
export function down(worksheet: Worksheet, step: number) {
  const { row, block } = stepsOf(worksheet, 'down')[step]
  const lines = block.lines.map((id) => lineOf(worksheet, id))
  const [resistance] = lines
  const words = explainBlock(worksheet, row, block, 'reduce')
  if (!words || !words.reason) throw new Error('a step has a title and a reason')
  return {
    title: words.title,
    reason: words.reason,
    lines: resistance?.formulas ?? ([] as readonly Formula[]),
    work: resistance?.work ?? [],
    outward: lines.slice(1).map((line) => ({ ...line, name: explainOutward(worksheet, line.id) })),
    ...parallelWays(worksheet, block.step as number),
  }
}

/** A step undone, in words and arithmetic; null where nothing is found. */
export function up(worksheet: Worksheet, step: number) {
  const result = stepsOf(worksheet, 'down')[step].block.step
  const found = stepsOf(worksheet, 'up').find(({ block }) => block.step === result)
  const words = found && explainBlock(worksheet, found.row, found.block, 'expand')
  if (!found || !words) return null
  return {
    title: words.title,
    lines: found.block.lines.map((id) => lineOf(worksheet, id)),
    check: found.block.check ? explainCheck(worksheet, result as number) : null,
  }
}

/** The lines of the row of a kind: of the supply, or from what is known outward. */
export function linesOf(worksheet: Worksheet, kind: 'supply' | 'known') {
  const row = worksheet.rows.find((it) => it.kind === kind)
  return (row?.down[0].lines ?? []).map((id) => {
    const line = lineOf(worksheet, id, kind === 'supply')
    return kind === 'known' ? { ...line, name: explainOutward(worksheet, id) } : line
  })
}

/** The sheet of a reduction after so many steps. */
export function sheetAt(reduction: Reduction, wiring: Wiring, steps: number): Sheet {
  const starts = reduction.leaves.map((_, leaf) => leaf)
  return sheetOf({ ...reduction, wiring, starts }, steps)
}
