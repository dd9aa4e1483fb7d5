import clsx from 'clsx'
import { explainFloor, type Reached, type Worksheet } from '@/core'
import { equalText } from '@/core/quantity'
import { Formula } from '@/ui/Formula'
import { useSettings } from '@/ui/settings'
import { Line } from './Line'

/** The floor of the valley: the one resistance that is left, and the supply. */
export function Floor({
  worksheet,
  current,
  reached,
}: {
  readonly worksheet: Worksheet
  readonly current: boolean
  readonly reached: Reached
}) {
  const { figures, keys } = useSettings().settings
  const { analysis, reduction } = worksheet
  if (analysis.equivalent === null || reduction.left.length > 1 || !reached.reason) return null
  const lines = analysis.supply.current ? explainFloor(worksheet) : []
  const shown = lines.slice(0, reached.lines + (reached.half ? 1 : 0))
  return (
    <div
      className={clsx(
        'mx-auto flex w-fit max-w-full flex-wrap items-center justify-center gap-x-6 gap-y-1 rounded-xl bg-bar px-6 py-2.5 text-bar-ink',
        current && 'outline-2 outline-offset-2 outline-chosen',
      )}
    >
      <span className="font-mono font-semibold text-bar-reduce">
        Req {equalText(analysis.equivalent, 'Ω', figures)}
      </span>
      {shown.map((line, i) =>
        keys === 'no' && i < reached.lines ? (
          <Formula key={i} tokens={line} figures={figures} />
        ) : (
          <Line key={i} formula={line} half={i >= reached.lines} />
        ),
      )}
    </div>
  )
}
