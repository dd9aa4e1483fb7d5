import Papa from 'papaparse'
import { csvSafe } from '@/ui/download'
import { slipName, type Practised } from '@/core/learner'
import type { MarkRow } from './markRows'

/** What was practised as a table: one task a row. */
export function progressCsv(history: readonly Practised[]): string {
  return Papa.unparse(
    history.map(({ at, code, marks, of, seconds, isDone, slips }) => ({
      when: new Date(at).toISOString(),
      code,
      marks,
      of,
      seconds,
      done: isDone ? 'yes' : 'no',
      slips: slips.map(({ slip, times }) => `${slipName(slip)} ×${times}`).join('; '),
    })),
    csvSafe,
  )
}

/** The marks of several learners as a table: one a row. */
export function marksCsv(rows: readonly MarkRow[]): string {
  const most = Math.max(0, ...rows.map(({ tasks }) => tasks.length))
  const heads = Array.from({ length: most }, (_, i) => `task ${i + 1}`)
  return Papa.unparse(
    {
      fields: ['name', 'variant', ...heads, 'marks at first', 'marks by now', 'of', 'slips'],
      data: rows.map(({ name, variant, tasks, first, now, total, slips }) => [
        name,
        variant,
        ...heads.map((_, i) => tasks[i]?.first ?? ''),
        first,
        now,
        total,
        slips.map(({ slip, times }) => `${slipName(slip)} ×${times}`).join('; '),
      ]),
    },
    csvSafe,
  )
}
