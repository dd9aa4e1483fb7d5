import clsx from 'clsx'
import { measures } from '@/core/drawing'
import { nodeColour } from './NodeBadge'

interface ResistorProps {
  readonly left: number
  readonly right: number
  readonly y: number
  readonly symbols: 'zigzag' | 'box'
  readonly tone: string
}

/** A resistor lying between two places: six teeth, or a box. */
export function Resistor({ left, right, y, symbols, tone }: ResistorProps) {
  const half = measures.symbolHeight / 2
  if (symbols === 'box') {
    return (
      <rect
        data-symbol
        x={left}
        y={y - half + 1}
        width={right - left}
        height={2 * half - 2}
        className={clsx(tone, 'fill-sheet')}
        strokeWidth={1.5}
      />
    )
  }
  const tooth = (right - left) / 12
  const teeth = Array.from({ length: 6 }, (_, i) => `${left + (2 * i + 1) * tooth},${y + (i % 2 === 0 ? -half : half)}`)
  return (
    <polyline
      data-symbol
      points={[`${left},${y}`, ...teeth, `${right},${y}`].join(' ')}
      className={clsx(tone, 'fill-none')}
      strokeWidth={1.5}
      strokeLinejoin="round"
    />
  )
}

/** The plates of a source around a place, + first along x: a long thin one and a short thick one. */
export function Plates({ half, tone }: { readonly half: number; readonly tone: string }) {
  const { plate } = measures
  return (
    <>
      <path d={`M${-half},${-plate}V${plate}`} className={tone} strokeWidth={1.5} strokeLinecap="round" />
      <path d={`M${half},${-plate / 2}V${plate / 2}`} className={tone} strokeWidth={4} strokeLinecap="round" />
    </>
  )
}

interface NodeMarkProps {
  readonly x: number
  readonly y: number
  readonly node: number
  readonly label: string
}

/** A node's label in its colour, in a drawing. */
export function NodeMark({ x, y, node, label }: NodeMarkProps) {
  const high = 2 * measures.node - 3
  const wide = Math.max(high, label.length * 5.8 + 6)
  return (
    <>
      <rect
        x={x - wide / 2}
        y={y - high / 2}
        width={wide}
        height={high}
        rx={high / 2}
        style={{ fill: nodeColour(node) }}
      />
      <text x={x} y={y + 3.4} textAnchor="middle" className="fill-white text-[9.5px] font-semibold">
        {label}
      </text>
    </>
  )
}
