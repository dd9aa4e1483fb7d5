import { useMemo } from 'react'
import type { Saved } from '@/ui/api'
import { Chart } from '@/ui/Chart'
import { logOf, type LogRow, type Planning } from '@/ui/bench/laid'
import { bandText, benchText, rowName, verdictSigns } from '@/ui/bench/words'

/** The runs of a network side by side, and how far each reading lies from what was expected. */
export default function Compare({
  planning,
  runs,
}: {
  readonly planning: Planning
  readonly runs: readonly Saved<'run'>[]
}) {
  const logs = useMemo(() => runs.map(({ document }) => logOf(planning, document)), [planning, runs])
  const rows = new Map<string, LogRow>()
  for (const log of logs) for (const row of log.rows) if (row.reading && !rows.has(row.key)) rows.set(row.key, row)
  if (rows.size === 0) return <p className="text-soft">No readings yet. The readings of all runs are compared here.</p>
  const points = logs.map((log, i) => ({
    name: runs[i].document.title || 'Untitled run',
    data: [...rows.keys()].flatMap((key, place) => {
      const row = log.rows.find((it) => it.key === key)
      if (!row || row.value === null || !row.band || !row.band.nominal || !Number.isFinite(row.band.nominal)) return []
      // Far ones stand at the edge.
      const off = 100 * (row.value / row.band.nominal - 1)
      return [{ x: place + 1, y: Math.max(-shownOff, Math.min(shownOff, off)) }]
    }),
  }))
  const name = (row: LogRow) => `${row.measurement.quantity}: ${rowName(planning.bench, row.measurement, row.probe)}`
  return (
    <section aria-labelledby="compare" className="grid gap-3 rounded-md border border-line bg-sheet p-3">
      <h2 id="compare" className="font-semibold">
        Runs compared
      </h2>
      <div className="overflow-x-auto">
        <table className="w-full text-left">
          <thead className="text-xs text-soft">
            <tr>
              <th scope="col" className="pr-3 font-medium">
                measured
              </th>
              <th scope="col" className="pr-3 font-medium">
                marked values
              </th>
              {runs.map(({ id, document }) => (
                <th key={id} scope="col" className="max-w-40 truncate pr-3 font-medium">
                  {document.title || 'Untitled run'}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {[...rows.values()].map((row, place) => (
              <tr key={row.key} className="border-t border-line">
                <th scope="row" className="py-1 pr-3 font-normal">
                  <span className="mr-1 text-xs text-soft">{place + 1}</span> {name(row)}
                </th>
                <td className="pr-3 font-mono text-xs whitespace-nowrap">
                  {row.band
                    ? `${benchText(row.band.nominal, row.measurement.quantity)} (${bandText(row.band, row.measurement.quantity)})`
                    : '–'}
                </td>
                {logs.map((log, i) => {
                  const own = log.rows.find(({ key }) => key === row.key)
                  const verdict = own?.judged?.verdict
                  return (
                    <td key={runs[i].id} className="pr-3 font-mono whitespace-nowrap">
                      {own?.reading ? String(own.reading.value) : '–'}{' '}
                      {verdict && (
                        <span className={verdict === 'agrees' ? 'text-holds' : 'text-trouble'}>
                          {verdictSigns[verdict]}
                        </span>
                      )}
                    </td>
                  )
                })}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <Chart
        type="scatter"
        height={220}
        description="How far each reading lies from marked values, in per cent, by its number in the table"
        series={points}
        options={{
          legend: { show: runs.length > 1, position: 'top' },
          markers: { size: 6, shape: ['circle', 'square', 'triangle', 'diamond', 'cross'] },
          xaxis: {
            type: 'numeric',
            min: 0,
            max: rows.size + 1,
            tickAmount: rows.size + 1,
            labels: { formatter: (value) => String(Math.round(Number(value))) },
          },
          yaxis: {
            min: -shownOff,
            max: shownOff,
            tickAmount: 4,
            labels: { formatter: (value) => `${value > 0 ? '+' : ''}${value.toFixed(0)} %` },
          },
        }}
      />
      <p className="text-xs text-soft">
        Measured against marked values, in per cent; what is further off than {shownOff} % stands at the edge.
      </p>
    </section>
  )
}

/** How far from what was expected is still told apart, in per cent. */
const shownOff = 20
