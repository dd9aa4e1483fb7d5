import type { AnalysedPart, Analysis, Value } from '@/core'
import { fractionOf, numberOf, quantityText, type Figures, type Unit } from '@/core/quantity'

/** A row of the answer table; amounts are null where they do not exist. */
export interface AnswerRow extends AnalysedPart {
  /** Part of the power that the supply gives, 0 to 1; null where there is none. */
  readonly share: number | null
}

/** Every resistor, its values along the current, and its share of the total power. */
export function answerRows(analysis: Analysis): AnswerRow[] {
  const total = analysis.supply.power
  return analysis.parts
    .filter(({ kind }) => kind === 'resistor')
    .map((part) => ({
      ...part,
      voltage: part.voltage && positive(part.voltage),
      current: part.current && positive(part.current),
      share: total && part.power && total.value > 0 ? quotient(part.power, total) : null,
    }))
}

/** Exact where both are, so that 12 % is not 12.000000000000001 %. */
function quotient(a: Value, b: Value): number {
  return a.exact !== undefined && b.exact !== undefined
    ? numberOf(fractionOf(a.exact).div(fractionOf(b.exact)))
    : a.value / b.value
}

/** The value's size: a table of answers speaks of drops, which have no sign. */
function positive(value: Value): Value {
  if (value.value >= 0) return value
  return {
    ...value,
    value: -value.value,
    text: value.text.replace(/^−/, ''),
    ...(value.exact !== undefined && { exact: value.exact.slice(1) }),
    ...(value.root !== undefined && { root: value.root.slice(1) }),
  }
}

export const columns = [
  { key: 'resistance', symbol: 'R', unit: 'Ω' },
  { key: 'voltage', symbol: 'V', unit: 'V' },
  { key: 'current', symbol: 'I', unit: 'A' },
  { key: 'power', symbol: 'P', unit: 'W' },
] as const

/** The table's last row: the whole. */
export function supplyRow(analysis: Analysis): AnswerRow {
  const source = analysis.parts.find(({ kind }) => kind === 'source' || kind === 'terminals')
  const { voltage, current, power } = analysis.supply
  return {
    name: source?.name ?? 'supply',
    kind: 'supply',
    resistance: analysis.equivalent,
    voltage,
    current,
    power,
    share: null,
  }
}

export function percent(share: number | null): string {
  return share === null ? '–' : `${(100 * share).toFixed(1)}\u2009%`
}

/** The table as text with aligned columns, for a report or a mail. */
export function answerText(analysis: Analysis, figures: Figures): string {
  const show = (value: Value | null, unit: Unit) => (value ? quantityText(value, unit, figures) : '–')
  const rows = [
    ['part', ...columns.map(({ symbol }) => symbol), 'share of P'],
    ...[...answerRows(analysis), supplyRow(analysis)].map((row) => [
      row.name,
      ...columns.map(({ key, unit }) => show(row[key], unit)),
      percent(row.share).replace('\u2009', ' '),
    ]),
  ]
  const widths = rows[0].map((_, column) => rows.reduce((widest, row) => Math.max(widest, row[column].length), 0))
  return rows
    .map((row) =>
      row
        .map((cell, column) => (column === 0 ? cell.padEnd(widths[0]) : cell.padStart(widths[column])))
        .join('  ')
        .trimEnd(),
    )
    .join('\n')
}
