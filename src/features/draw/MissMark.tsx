import { besideMiss, drawable, placeOf, strokeOf, type Board, type Miss } from '@/core/entry'

interface Props {
  readonly miss: Miss
  readonly board: Board
  readonly label: string | undefined
  readonly onJoin: (miss: Miss) => void
}

/** A small ring beside an end that seems to be meant for something near it; one click joins them. Strokes pass over it. */
export function MissMark({ miss, board, label, onJoin }: Props) {
  const [from, to] = [placeOf(miss.peg), placeOf(miss.short ?? miss.peg)]
  const lines = drawable(board.document).map((part) => strokeOf(board, part))
  const { x, y } = placeOf(besideMiss(miss, lines))
  return (
    <g
      data-join={keyOf(miss)}
      role="button"
      tabIndex={0}
      aria-label={missText(miss, label)}
      onKeyDown={(event) => {
        if (event.key !== 'Enter' && event.key !== ' ') return
        event.preventDefault()
        event.stopPropagation()
        onJoin(miss)
      }}
      className="group/miss cursor-pointer outline-none"
    >
      <title>{missText(miss, label)}</title>
      <path
        d={`M${from.x},${from.y}L${to.x},${to.y}`}
        className="pointer-events-none stroke-chosen"
        strokeWidth={2}
        strokeDasharray="3 4"
      />
      <circle cx={x} cy={y} r={12} className="pointer-events-all fill-none" />
      <circle
        cx={x}
        cy={y}
        r={7}
        className="fill-chosen-wash stroke-chosen group-focus-visible/miss:stroke-[3]"
        strokeWidth={1.5}
      />
      <path d={`M${x - 3},${y}h6M${x},${y - 3}v6`} className="pointer-events-none stroke-chosen" strokeWidth={1.5} />
    </g>
  )
}

/** What tells a miss from the others. */
export function keyOf({ part, end }: Miss): string {
  return `${part} ${end}`
}

/** The question a bare end raises. */
export function missText({ part, short, over }: Miss, node: string | undefined): string {
  return short
    ? `An end of ${part} stops one peg short of node ${node ?? '?'}: Join them?`
    : `An end of ${part} lies on ${over ?? '?'} without joining it: Join them?`
}
