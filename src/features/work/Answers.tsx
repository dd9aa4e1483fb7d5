import dynamic from 'next/dynamic'
import { useDeferredValue, useState } from 'react'
import { withoutRounding, type Worksheet } from '@/core/worksheet'
import { AnswerTable } from './AnswerTable'
import { onceThere } from '@/ui/onceThere'
import { Seen } from '@/ui/turned'
import { useInSight } from '@/ui/useInSight'
import { Lazy } from './Lazy'
import type { WhatIf } from './whatif/state'
import { Powers } from './Powers'
import { OnlyAsked } from './OnlyAsked'

const Compared = dynamic(() => onceThere(() => import('./whatif/Compared')).then((module) => module.Compared))
const Stairs = dynamic(() => onceThere(() => import('@/ui/Stairs')).then((module) => module.Stairs))

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
