import Papa from 'papaparse'
import { csvSafe } from '@/ui/download'
import { isYes, readingColumns, readingOfRow, readingsOf, rowOf, type ReadReadings } from '@/core/bench'
import type { RunDocument } from '@/ui/bench/run'

/** The readings of a run as a table; what a spreadsheet would take for a formula is marked as text. */
export function readingsCsv({ readings, simulated }: RunDocument): string {
  // Real readings have no word for it.
  const also = simulated ? ['yes'] : []
  return Papa.unparse(
    {
      fields: [...readingColumns, ...also.map(() => 'simulated')],
      data: readings.map((reading) => [...rowOf(reading), ...also]),
    },
    csvSafe,
  )
}

/** A run from a table with the headings of {@link readingColumns}, in any order; rows are refused at their line. */
export function readReadingsCsv(text: string, title: string): ReadReadings {
  const { data, meta } = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (heading) => heading.trim().toLowerCase(),
  })
  if (!meta.fields?.includes('quantity') || !meta.fields.includes('value')) {
    const message = `a table of readings has the headings ${readingColumns.join(', ')}; quantity and value are needed`
    return { ok: false, problems: [{ part: null, field: 'headings', message }], rest: null }
  }
  return readingsOf({
    format: 'nodrel-readings',
    version: 1,
    ...(data.some(({ simulated }) => simulated !== undefined && isYes(simulated)) && { simulated: true }),
    title: title.replace(/\.csv$/i, '').slice(0, 120),
    readings: data.map(readingOfRow),
  })
}
