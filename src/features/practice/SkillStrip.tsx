import clsx from 'clsx'
import { useMemo } from 'react'
import { skillNames, strengthsAt, type Practised } from '@/core/learner'

/** So little is no change. */
const noticed = 0.02

/** What one can do by now, strong to weak, with what today changed. */
export function SkillStrip({ history, now }: { readonly history: readonly Practised[]; readonly now: number }) {
  const list = useMemo(() => {
    const morning = new Date(now).setHours(0, 0, 0, 0)
    const before = strengthsAt(
      history.filter(({ at }) => at < morning),
      morning,
    )
    return strengthsAt(history, now)
      .map((it, i) => ({ ...it, change: (it.strength ?? 0) - (before[i].strength ?? 0) }))
      .sort((a, b) => (b.strength ?? -1) - (a.strength ?? -1))
  }, [history, now])
  return (
    <section aria-labelledby="skills" data-skills>
      <h2 id="skills" className="mb-1 font-semibold">
        What you can do
      </h2>
      <ul className="grid gap-0.5">
        {list.map(({ skill, strength, change }) => {
          const isNew = strength !== null && change > noticed
          const isLess = change < -noticed
          return (
            <li key={skill} className="grid grid-cols-[3rem_minmax(0,1fr)_1rem] items-center gap-2" data-skill={skill}>
              <span aria-hidden className="h-1.5 overflow-hidden rounded-full bg-line">
                <span
                  className="block h-full rounded-full bg-reduce"
                  style={{ width: `${Math.round(100 * (strength ?? 0))}%` }}
                />
              </span>
              <span className={clsx('truncate', strength === null && 'text-soft')} title={skillNames[skill]}>
                {skillNames[skill]}
                <span className="sr-only">
                  {strength === null ? ': not tried yet' : `: ${Math.round(100 * strength)} of 100`}
                  {isNew && ', more than this morning'}
                  {isLess && ', less than this morning'}
                </span>
              </span>
              <span aria-hidden className={isLess ? 'text-trouble' : 'text-holds'}>
                {isNew ? '▲' : isLess ? '▼' : ''}
              </span>
            </li>
          )
        })}
      </ul>
    </section>
  )
}
