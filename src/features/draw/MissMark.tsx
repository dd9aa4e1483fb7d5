import { placeOf, type Miss } from '@/core/sketch'
import { missText } from './BoardFindings'

interface Props {
  readonly miss: Miss
  readonly label: string | undefined
  readonly onJoin: (miss: Miss) => void
}

/** A ring around an end that seems to be meant for something beside it; one click joins them. */
export function MissMark({ miss, label, onJoin }: Props) {
  const from = placeOf(miss.peg)
  const to = placeOf(miss.short ?? miss.peg)
  const middle = { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 }
  return (
    <g
      data-own
      data-chrome
      role="button"
      tabIndex={0}
      aria-label={missText(miss, label)}
      onClick={() => onJoin(miss)}
      onKeyDown={(event) => {
        if (event.key !== 'Enter' && event.key !== ' ') return
        event.preventDefault()
        onJoin(miss)
      }}
      className="group/miss cursor-pointer outline-none"
    >
      <title>{missText(miss, label)}</title>
      <path
        d={`M${from.x},${from.y}L${to.x},${to.y}`}
        className="stroke-chosen"
        strokeWidth={2}
        strokeDasharray="3 4"
      />
      <circle
        cx={middle.x}
        cy={middle.y}
        r={14}
        className="fill-chosen-wash stroke-chosen group-focus-visible/miss:stroke-[3]"
        fillOpacity={0.8}
        strokeWidth={1.5}
      />
      <text x={middle.x} y={middle.y + 4} textAnchor="middle" className="fill-chosen text-[11px] font-semibold">
        join
      </text>
    </g>
  )
}
