import Papa from 'papaparse'
import { csvSafe } from '@/ui/download'
import { exactText, type Amount } from '@/core/number'
import type { Worksheet } from '@/core/worksheet'
import { answerRows, columns, currentsByPart, supplyRow } from '@/core/report'

/** The table as CSV: numbers in SI base units, with the exact fractions beside them. */
export function answerCsv(worksheet: Worksheet): string {
  const named = currentsByPart(worksheet)
  const exact = (amount: Amount | null) => (amount && exactText(amount)) ?? ''
  return Papa.unparse(
    [...answerRows(worksheet), supplyRow(worksheet.outcome)].map((row) => ({
      part: row.name,
      ...(named.size > 0 && { 'current named': named.get(row.name) ?? '' }),
      ...Object.fromEntries(
        columns.flatMap(({ key, unit }) => [
          [`${key} (${unit})`, row[key] ? String(row[key].value) : ''],
          [`${key} exact`, exact(row[key])],
        ]),
      ),
      'share of power': row.share ?? '',
    })),
    { ...csvSafe, newline: '\n' },
  )
}
