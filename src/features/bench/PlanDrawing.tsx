import { useMemo } from 'react'
import { freshBench, handsFor, type Measurement, type Meter } from '@/core/bench'
import { BenchSheet } from '@/ui/bench/BenchSheet'
import type { BenchPicture } from '@/ui/bench/benchPicture'
import type { Planning } from '@/ui/bench/laid'
import { useSettings } from '@/ui/settings'

/** Where the leads go for the row that is being taken with a meter of one's own. */
export function PlanDrawing({
  planning,
  drawn,
  measurement,
  meter,
}: {
  readonly planning: Planning
  readonly drawn: BenchPicture
  readonly measurement: Measurement | null
  readonly meter: Meter
}) {
  const { bench } = planning
  const { symbols } = useSettings().settings
  const hands = useMemo(() => {
    const fresh = freshBench(bench, meter, 0)
    return measurement ? handsFor(bench, measurement, fresh) : fresh
  }, [bench, meter, measurement])
  return (
    <div className="overflow-x-auto rounded-md border border-line paper">
      <BenchSheet
        drawn={drawn}
        bench={bench}
        hands={hands}
        symbols={symbols}
        description="Where the leads of the meter go for the chosen row"
      />
      <p className="px-3 pb-2 text-xs text-soft print:hidden">
        {measurement ? 'Put the leads here for this row.' : 'Choose a row to see where its leads go.'}
      </p>
    </div>
  )
}
