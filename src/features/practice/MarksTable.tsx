import clsx from 'clsx'
import { useState } from 'react'
import { slipName, type SlipCount } from '@/core/learner'
import { Button } from '@/ui/Button'
import { download } from '@/ui/download'
import { Paper } from '@/ui/paper/Paper'
import type { MarkRow } from './markRows'
import { AttemptPaper } from './TaskPaper'

/** Marks of several learners, and what slipped; each attempt can be looked at and printed. */
export function MarksTable({ rows, onClose }: { readonly rows: readonly MarkRow[]; readonly onClose: () => void }) {
  const [open, setOpen] = useState<number | null>(null)
  const most = Math.max(...rows.map(({ tasks }) => tasks.length))
  const slips = new Map<SlipCount['slip'], { times: number; learners: number }>()
  for (const row of rows)
    for (const { slip, times } of row.slips) {
      const before = slips.get(slip) ?? { times: 0, learners: 0 }
      slips.set(slip, { times: before.times + times, learners: before.learners + 1 })
    }
  const save = async () => {
    const { marksCsv } = await import('./practiceCsv')
    download('marks.csv', 'text/csv', marksCsv(rows))
  }
  const shown = open === null ? undefined : rows[open]
  const titles = new Set(rows.map(({ title }) => title))
  return (
    <section aria-labelledby="marks" data-marks-table>
      <div className="print:hidden">
        <h2 id="marks" className="mb-1 flex flex-wrap items-center gap-2 font-semibold">
          Marks{titles.size === 1 && `: ${rows[0].title}`}
          <span className="ml-auto flex gap-2 font-normal">
            <Button onClick={() => void save()}>Export (CSV)</Button>
            <Button onClick={onClose}>Close</Button>
          </span>
        </h2>
        {titles.size > 1 && (
          <p role="alert" className="text-trouble">
            These are of {titles.size} different sheets: {[...titles].join(', ')}.
          </p>
        )}
        <div className="overflow-x-auto rounded-md border border-line bg-sheet p-2">
          <table className="w-full border-collapse text-left">
            <thead className="text-soft">
              <tr>
                <th className="pr-3 font-normal">name</th>
                <th className="pr-3 font-normal">variant</th>
                {Array.from({ length: most }, (_, i) => (
                  <th key={i} className="pr-3 text-right font-normal">
                    {i + 1}
                  </th>
                ))}
                <th className="pr-3 text-right font-normal whitespace-nowrap">at first</th>
                <th className="pr-3 text-right font-normal whitespace-nowrap">by now</th>
                <th className="font-normal">slips</th>
              </tr>
            </thead>
            <tbody>
              {rows.map((row, i) => (
                <tr key={i} className="border-t border-line" data-learner={row.name}>
                  <td className="pr-3">
                    <button
                      type="button"
                      aria-expanded={open === i}
                      className="min-h-6 underline decoration-dotted underline-offset-4"
                      onClick={() => setOpen(open === i ? null : i)}
                    >
                      {row.name || 'no name'}
                    </button>
                  </td>
                  <td className="pr-3">{row.variant || '–'}</td>
                  {Array.from({ length: most }, (_, k) => (
                    <td key={k} className="pr-3 text-right font-mono">
                      {row.tasks[k] ? row.tasks[k].first : ''}
                    </td>
                  ))}
                  <td className="pr-3 text-right font-mono font-semibold whitespace-nowrap">
                    {row.first} of {row.total}
                  </td>
                  <td className="pr-3 text-right font-mono">{row.now}</td>
                  <td>
                    {row.slips.map(({ slip, times }) => `${slipName(slip)}${times > 1 ? ` ×${times}` : ''}`).join('; ')}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
        {slips.size > 0 && (
          <>
            <h3 className="mt-3 font-semibold">Slips by kind</h3>
            <ul className="grid gap-x-6 sm:grid-cols-2" data-slips-by-kind>
              {[...slips]
                .sort(([, a], [, b]) => b.times - a.times)
                .map(([slip, { times, learners }]) => (
                  <li key={slip}>
                    {slipName(slip)}: {times} {times === 1 ? 'time' : 'times'}, {learners}{' '}
                    {learners === 1 ? 'learner' : 'learners'}
                  </li>
                ))}
            </ul>
          </>
        )}
      </div>
      {shown && (
        <div className={clsx('mt-4 grid gap-2')}>
          <p className="print:hidden">
            <Button onClick={() => window.print()}>Print this attempt with its marks</Button>
          </p>
          <MarkedPaper row={shown} />
        </div>
      )}
    </section>
  )
}

/** A learner's attempt at a sheet with its marks, to be handed back. */
export function MarkedPaper({ row }: { readonly row: MarkRow }) {
  return (
    <Paper
      title={row.variant ? `${row.title} · ${row.variant}` : row.title}
      fields={[{ name: 'name', value: row.name }]}
      note={
        <strong>
          {row.first} of {row.total} marks{row.now > row.first && `; after retries ${row.now}`}
        </strong>
      }
    >
      {row.tasks.map(({ task, judged, first, now, of }, i) => (
        <AttemptPaper key={task.code} task={task} number={i + 1} judged={judged} first={first} now={now} marks={of} />
      ))}
    </Paper>
  )
}
