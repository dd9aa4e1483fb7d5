import Papa from 'papaparse'
import { csvSafe } from '@/ui/csv'
import { exactText } from '@/core/number'
import {
  explainBlock,
  explainLine,
  formulaText,
  nameOf,
  unitOfLine,
  wordSentence,
  type Row,
  type Side,
  type Worksheet,
} from '@/core/worksheet'

/** Every line of the worksheet as CSV, in the order in which it is worked: where it stands, what is done, what comes out. */
export function stepsCsv(worksheet: Worksheet): string {
  const { rows, derivation } = worksheet
  const down = rows.flatMap((row) => linesOf(row, 'reduce'))
  const up = [...rows].reverse().flatMap((row) => (row.kind === 'supply' ? [] : linesOf(row, 'expand')))
  const lined = new Set([...down, ...up].map(({ id }) => id))
  const rest = worksheet.shown
    .filter((id) => !lined.has(id) && !['given', 'step', 'exchange'].includes(derivation.lines[id].section.at))
    .map((id) => ({ id, sheet: '', side: '', words: '' }))
  return Papa.unparse(
    [...down, ...up, ...rest].map(({ id, sheet, side, words }) => {
      const line = derivation.lines[id]
      const { formulas } = explainLine(worksheet, id)
      return {
        sheet,
        side,
        what: words,
        quantity: line.quantity,
        of: nameOf(worksheet, line),
        unit: unitOfLine(line),
        value: line.amount ? String(line.amount.value) : '',
        exact: (line.amount && exactText(line.amount)) ?? '',
        work: formulas.map((formula) => formulaText(formula, 6)).join('; '),
      }
    }),
    { ...csvSafe, newline: '\n' },
  )

  function linesOf(row: Row, side: Side) {
    return (side === 'reduce' ? row.down : row.up).flatMap((block) => {
      const title = explainBlock(worksheet, row, block, side)?.title
      const words = title ? wordSentence(title) : row.kind === 'supply' ? 'the supply' : ''
      const sheet = row.number === null ? row.kind : String(row.number)
      return block.lines.map((id) => ({ id, sheet, side: side === 'reduce' ? 'down' : 'up', words }))
    })
  }
}
