import { useMemo, useState } from 'react'
import { skillNames, skills, slipName, strengthsAt, type Practised, type Skill, type SlipCount } from '@/core/learner'
import { Select } from '@/ui/controls'
import { Chart } from '@/ui/Chart'

const day = 24 * 3600 * 1000
/** So many days are drawn, and slips, and tasks. */
const most = { days: 60, slips: 8, tasks: 60 }

/** Strengths over time, slips by kind, time for each task. */
export default function ProgressCharts({
  history,
  slips,
  now,
}: {
  readonly history: readonly Practised[]
  readonly slips: readonly SlipCount[]
  readonly now: number
}) {
  const [skill, setSkill] = useState<Skill | ''>('')
  const points = useMemo(() => {
    const first = Math.max(history[0]?.at ?? now, now - most.days * day)
    const days = Math.max(1, Math.ceil((now - first) / day))
    return Array.from({ length: days + 1 }, (_, i) => {
      const at = Math.min(now, first + i * day)
      const list = strengthsAt(history, at)
      const of = (which: Skill) => list.find((it) => it.skill === which)?.strength ?? 0
      const all = skills.reduce((sum, which) => sum + of(which), 0) / skills.length
      return { at, all, own: skill === '' ? null : of(skill) }
    })
  }, [history, now, skill])
  const last = history.slice(-most.tasks)
  const percent = (value: number) => `${Math.round(value)}`
  const time = { type: 'datetime', labels: { datetimeUTC: false } } as const
  return (
    <>
      <section aria-labelledby="over-time" className="rounded-md border border-line bg-sheet p-3">
        <div className="flex flex-wrap items-center gap-3">
          <h2 id="over-time" className="font-semibold">
            Strength over time
          </h2>
          <span className="flex items-center gap-1.5 text-soft">
            and of
            <Select
              label="The strength of one skill beside it"
              value={skill}
              options={[{ value: '', name: '–' }, ...skills.map((it) => ({ value: it, name: skillNames[it] }))]}
              onChange={setSkill}
            />
          </span>
        </div>
        <Chart
          type="line"
          height={200}
          description={`Strength of all skills together, from 0 to 100: ${percent(100 * (points[0]?.all ?? 0))} at first, ${percent(100 * (points[points.length - 1]?.all ?? 0))} now`}
          series={[
            { name: 'all together', data: points.map(({ at, all }) => ({ x: at, y: 100 * all })) },
            ...(skill === ''
              ? []
              : [{ name: skillNames[skill], data: points.map(({ at, own }) => ({ x: at, y: 100 * (own ?? 0) })) }]),
          ]}
          options={{
            stroke: { width: 2, dashArray: [0, 4] },
            legend: { show: skill !== '', position: 'top' },
            xaxis: time,
            yaxis: { min: 0, max: 100, tickAmount: 4, labels: { formatter: percent } },
          }}
        />
      </section>
      <div className="grid gap-4 md:grid-cols-2">
        <section aria-labelledby="by-kind" className="rounded-md border border-line bg-sheet p-3">
          <h2 id="by-kind" className="font-semibold">
            Slips by kind
          </h2>
          {slips.length === 0 ? (
            <p className="text-soft">No slips with a name so far.</p>
          ) : (
            <ul className="grid gap-1 pt-1">
              {slips.slice(0, most.slips).map(({ slip, times }) => (
                <li key={slip} className="grid grid-cols-[minmax(0,1fr)_5rem_2rem] items-center gap-2">
                  <span>{slipName(slip)}</span>
                  <span aria-hidden className="h-2 rounded-full bg-line">
                    <span
                      className="block h-full rounded-full bg-expand"
                      style={{ width: `${(100 * times) / slips[0].times}%` }}
                    />
                  </span>
                  <span className="text-right font-mono">{times}</span>
                </li>
              ))}
            </ul>
          )}
        </section>
        <section aria-labelledby="times" className="rounded-md border border-line bg-sheet p-3">
          <h2 id="times" className="font-semibold">
            Time for each task, in minutes
          </h2>
          <Chart
            type="bar"
            height={170}
            description={`Minutes for each of the last ${last.length} tasks: ${last.map(({ seconds }) => (seconds / 60).toFixed(1)).join(', ')}`}
            series={[{ name: 'minutes', data: last.map(({ seconds }) => Number((seconds / 60).toFixed(2))) }]}
            options={{
              xaxis: { categories: last.map((_, i) => i + 1), labels: { show: last.length <= 20 } },
              yaxis: { min: 0, labels: { formatter: (value) => value.toFixed(1) } },
            }}
          />
        </section>
      </div>
    </>
  )
}
