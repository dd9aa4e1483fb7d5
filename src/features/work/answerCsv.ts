import Papa from 'papaparse'
import type { Analysis, Value } from '@/core'
import { fractionOf, numberOf } from '@/core/quantity'
import { answerRows, columns, supplyRow } from './answer'

/** The table as CSV: numbers in SI base units, with the exact fractions beside them. */
export function answerCsv(analysis: Analysis): string {
  const number = (value: Value | null) =>
    value ? String(value.exact === undefined ? value.value : numberOf(fractionOf(value.exact))) : ''
  const exact = (value: Value | null) => value?.exact ?? value?.root ?? ''
  return Papa.unparse(
    [...answerRows(analysis), supplyRow(analysis)].map((row) => ({
      part: row.name,
      ...Object.fromEntries(
        columns.flatMap(({ key, unit }) => [
          [`${key} (${unit})`, number(row[key])],
          [`${key} exact`, exact(row[key])],
        ]),
      ),
      'share of power': row.share ?? '',
    })),
    { escapeFormulae: true, newline: '\n' },
  )
}
