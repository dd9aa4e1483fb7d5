import { memo } from 'react'
import { measures } from '@/core/picture'
import { nodeLook } from './nodeLook'

interface Props {
  readonly x: number
  readonly y: number
  readonly node: number
  readonly label: string
  /** It is asked about. */
  readonly isLit?: boolean
}

const high = 2 * measures.node - 3

/** How wide a node's label is in a drawing. */
export function nodeMarkWidth(label: string): number {
  return Math.max(high, label.length * 5.8 + 6)
}

/** A node's label in its colour, in a drawing; from the ninth node on with a second mark. */
export const NodeMark = memo(function NodeMark({ x, y, node, label, isLit = false }: Props) {
  const { colour, shape, ring } = nodeLook(node)
  const wide = nodeMarkWidth(label)
  const around = 2 * (wide + high)
  return (
    <>
      {isLit && <circle data-lit cx={x} cy={y} r={wide / 2 + 5} className="fill-none stroke-chosen" strokeWidth={3} />}
      {ring > 0 && (
        <path
          d={outline(shape, x, y, wide + 5, high + 5)}
          className="fill-none"
          style={{ stroke: colour }}
          strokeWidth={1.5}
          pathLength={around}
          strokeDasharray={ring > 1 ? `${around / ring - 3} 3` : undefined}
        />
      )}
      <path d={outline(shape, x, y, wide, high)} style={{ fill: colour }} />
      <text x={x} y={y + 3.4} textAnchor="middle" className="fill-white text-[9.5px] font-semibold">
        {label}
      </text>
    </>
  )
})

/** The outline of a mark: round ends, square corners, or corners cut off. */
function outline(shape: 'round' | 'square' | 'cut', x: number, y: number, wide: number, high: number): string {
  const [left, right, top, bottom] = [x - wide / 2, x + wide / 2, y - high / 2, y + high / 2]
  if (shape === 'square') return `M${left},${top}H${right}V${bottom}H${left}Z`
  const off = shape === 'round' ? high / 2 : 5
  const corner = (toX: number, toY: number) =>
    shape === 'round' ? `A${off},${off} 0 0 1 ${toX},${toY}` : `L${toX},${toY}`
  return [
    `M${left + off},${top}H${right - off}`,
    corner(right, top + off),
    `V${bottom - off}`,
    corner(right - off, bottom),
    `H${left + off}`,
    corner(left, bottom - off),
    `V${top + off}`,
    corner(left + off, top),
    'Z',
  ].join('')
}

/** A dot or a bare end in a node's colour, with the same second mark. */
export function NodeDot({
  x,
  y,
  node,
  bare,
}: {
  readonly x: number
  readonly y: number
  readonly node: number
  readonly bare?: boolean
}) {
  const { colour, shape } = node < 0 ? { colour: 'var(--ink)', shape: 'round' as const } : nodeLook(node)
  return (
    <path
      d={outline(shape, x, y, 8, 8)}
      style={bare ? { stroke: colour } : { fill: colour }}
      strokeWidth={1.5}
      className={bare ? 'pointer-events-none fill-sheet' : 'pointer-events-none'}
    />
  )
}
