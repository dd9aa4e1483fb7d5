import type { CurrentPath, Coordinates } from '@/core/picture'
import { placeOf, type Board, type BoardPart } from '@/core/entry'
import { pathOf } from '@/ui/linePath'

interface Props {
  readonly path: CurrentPath
  readonly board: Board
  readonly parts: readonly BoardPart[]
  /** Electrons run against conventional current. */
  readonly electrons: boolean
}

/** The way of the current over the drawing: arrows, moving dashes, and where it divides and meets again. */
export function PathOverlay({ path, board, parts, electrons }: Props) {
  const divides = new Set(electrons ? path.meets : path.divides)
  const meets = new Set(electrons ? path.divides : path.meets)
  return (
    <g className="pointer-events-none" data-current={electrons ? 'electrons' : 'conventional'}>
      {parts.map(({ name, kind, line, head, tail, from }) => {
        const forwards = path.forwards.get(name)
        if (forwards === undefined) return null
        const along = forwards !== electrons
        const whole = along ? line : [...line].reverse()
        const arrows = kind === 'wire' ? [line] : [head, tail]
        return (
          <g key={name} data-flows={`${name} ${along ? 'from' : 'to'} ${from}`}>
            <path d={pathOf(whole)} className="flow-dashes fill-none stroke-flow" strokeWidth={2.5} />
            {arrows.map((half, i) => (
              <Arrow key={i} line={along ? half : [...half].reverse()} />
            ))}
          </g>
        )
      })}
      {[...new Set([...divides, ...meets])].map((point) => {
        const peg = board.points.get(point)
        if (!peg) return null
        const { x, y } = placeOf(peg)
        const text = divides.has(point) ? (meets.has(point) ? 'meets, divides' : 'divides') : 'meets'
        return (
          <g key={point} data-at={text}>
            <circle cx={x} cy={y} r={6} className="fill-sheet stroke-flow" strokeWidth={2} />
            <text x={x + 9} y={y + 16} className="fill-flow text-[11px] font-semibold">
              {text}
            </text>
          </g>
        )
      })}
    </g>
  )
}

/** An arrowhead on the middle of the longest straight piece of a line. */
function Arrow({ line }: { readonly line: readonly Coordinates[] }) {
  let best = { long: 0, x: 0, y: 0, angle: 0 }
  line.forEach((end, i) => {
    const start = line[i - 1]
    if (!start) return
    const long = Math.hypot(end.x - start.x, end.y - start.y)
    if (long > best.long)
      best = {
        long,
        x: (start.x + end.x) / 2,
        y: (start.y + end.y) / 2,
        angle: (Math.atan2(end.y - start.y, end.x - start.x) * 180) / Math.PI,
      }
  })
  if (best.long < 8) return null
  return (
    <path
      d="M-5,-6L7,0L-5,6Z"
      className="fill-flow"
      transform={`translate(${best.x},${best.y}) rotate(${best.angle})`}
    />
  )
}
