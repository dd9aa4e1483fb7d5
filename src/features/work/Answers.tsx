import dynamic from 'next/dynamic'
import { useDeferredValue, useState } from 'react'
import { withoutRounding, type Worksheet, waysTo, wordSentence } from '@/core/worksheet'
import { AnswerTable } from './AnswerTable'
import { Nothing, onceThere } from '@/ui/onceThere'
import { Seen, Moves } from '@/ui/turned'
import { useInSight } from '@/ui/useInSight'
import { Lazy } from './Lazy'
import type { WhatIf } from './whatif/state'
import { OnlyAsked } from './OnlyAsked'
import { Line, ValueLine } from './Line'
import { RoundedWay } from './Rounded'

const Compared = dynamic(() => onceThere(() => import('./whatif/Compared')).then((module) => module.Compared), {
  loading: Nothing,
})
const Stairs = dynamic(() => onceThere(() => import('@/ui/Stairs')).then((module) => module.Stairs), {
  loading: Nothing,
})

/** Powers of longer worksheets are read in the table. */
const mostSteps = 60

/** What stands at the end of the climb: the answers, the staircase, how powers are worked out; or only what was asked. */
export function Answers({
  worksheet,
  steps,
  whatIf,
}: {
  readonly worksheet: Worksheet
  readonly steps: number
  readonly whatIf: WhatIf | null
}) {
  // It follows the valley in the next moment, unless one is looking at it; what is tried is in it already.
  const [place, setPlace] = useState<HTMLElement | null>(null)
  const isSeen = useInSight(place)
  const later = useDeferredValue(worksheet)
  const shown = whatIf || isSeen ? worksheet : later
  const exact = withoutRounding(shown)
  return (
    <div ref={setPlace}>
      <Seen value={isSeen}>
        {shown.asked ? (
          <OnlyAsked worksheet={shown} asked={shown.asked} />
        ) : (
          <>
            <AnswerTable worksheet={shown} exact={exact} />
            {whatIf && <Compared whatIf={whatIf} />}
            <Lazy at={false} height={300}>
              <Stairs worksheet={shown} />
            </Lazy>
            {steps < mostSteps && <Powers worksheet={shown} exact={exact} />}
          </>
        )}
      </Seen>
    </div>
  )
}

/** Powers of more resistors are read in the table. */
const mostShown = 60

/** The power of every resistor, worked out by the formula that was chosen, or by all three side by side. */
function Powers({ worksheet, exact }: { readonly worksheet: Worksheet; readonly exact: Worksheet | null }) {
  const { stages, derivation, choices } = worksheet
  const ids = stages[0].starts.filter((id) => derivation.found.power[id] !== undefined)
  const all = choices.power === 'all'
  if (ids.length === 0 || ids.length > mostShown) return null
  return (
    <details open={all} className="mt-3 rounded-md border border-line bg-sheet px-3 py-1.5">
      <summary className="min-h-6 font-semibold">Powers, worked out{all && ' by all three formulas'}</summary>
      {all ? (
        <ul className="divide-y divide-line">
          {[...ids, ...(derivation.whole === null || ids.includes(derivation.whole) ? [] : [derivation.whole])].map(
            (id) => (
              <PowerWays key={id} worksheet={worksheet} id={id} />
            ),
          )}
        </ul>
      ) : (
        <div className="grid gap-x-6 py-1 sm:grid-cols-2 xl:grid-cols-3">
          {ids.map((id) => (
            <div key={id}>
              <ValueLine worksheet={worksheet} id={derivation.found.power[id] as number} exact={exact} />
            </div>
          ))}
        </div>
      )}
    </details>
  )
}

/** One power by every formula that applies, what each needs, and that they agree. */
function PowerWays({ worksheet, id }: { readonly worksheet: Worksheet; readonly id: number }) {
  const ways = waysTo(worksheet, 'power', id)
  const isExact =
    worksheet.arithmetic === 'exact' && ways.length > 1 && ways.every(({ found }) => found.amount !== null)
  const count = ways.length === 3 ? 'all three' : 'both'
  return (
    <li className="py-1.5" data-powers={worksheet.elements[id].name} data-line={worksheet.derivation.found.power[id]}>
      <div className="grid gap-x-6 gap-y-1 sm:grid-cols-2 xl:grid-cols-3">
        {ways.map((way, i) => (
          <div key={i}>
            <p className="text-xs text-soft">{wordSentence(way.name)}</p>
            {way.formulas.map((formula, k) => (
              <Line key={k} formula={formula} work={k === way.formulas.length - 1 ? way.work : undefined} />
            ))}
            <RoundedWay worksheet={worksheet} way={way.found} />
          </div>
        ))}
      </div>
      <Moves line={worksheet.derivation.found.power[id]} />
      {isExact && <p className="text-xs text-holds">✓ {count} agree, exactly</p>}
    </li>
  )
}
