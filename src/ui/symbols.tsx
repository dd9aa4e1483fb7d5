import clsx from 'clsx'
import { memo } from 'react'
import { measures } from '@/core/picture'

interface SymbolProps {
  /** The middle of the symbol, how long it is, and its angle in degrees, clockwise from lying to the right. */
  readonly x: number
  readonly y: number
  readonly length: number
  readonly angle?: number
  readonly tone: string
}

/** A resistor: six teeth, or a box. Its places are its own, without a transform: hundreds of those are slow to paint. */
export const Resistor = memo(function Resistor({
  x,
  y,
  length,
  angle = 0,
  symbols,
  tone,
}: SymbolProps & { readonly symbols: 'zigzag' | 'box' }) {
  const at = turned(x, y, angle)
  const half = measures.symbolHeight / 2
  const end = length / 2
  if (symbols === 'box') {
    const side = half - 1
    const corners = [at(-end, -side), at(end, -side), at(end, side), at(-end, side)]
    return <path data-symbol d={`M${corners.join('L')}Z`} className={clsx(tone, 'fill-sheet')} strokeWidth={1.5} />
  }
  const tooth = length / 12
  const teeth = Array.from({ length: 6 }, (_, i) => at(-end + (2 * i + 1) * tooth, i % 2 === 0 ? -half : half))
  return (
    <polyline
      data-symbol
      points={[at(-end, 0), ...teeth, at(end, 0)].join(' ')}
      className={clsx(tone, 'fill-none')}
      strokeWidth={1.5}
      strokeLinejoin="round"
    />
  )
})

/** The letter in a meter's circle. */
export const meterLetters = { ammeter: 'A', voltmeter: 'V' } as const

/** A meter: a circle with its letter, on its leads. The letter stands upright, however the meter lies. */
export function Meter({
  x,
  y,
  length,
  angle = 0,
  kind,
  tone,
}: SymbolProps & { readonly kind: keyof typeof meterLetters }) {
  const at = turned(x, y, angle)
  const end = length / 2
  const radius = measures.symbolHeight / 2 + 1.5
  return (
    <g data-symbol={kind}>
      <path d={`M${at(-end, 0)}L${at(-radius, 0)}M${at(radius, 0)}L${at(end, 0)}`} className={tone} strokeWidth={1.5} />
      <circle cx={x} cy={y} r={radius} className={clsx(tone, 'fill-sheet')} strokeWidth={1.5} />
      <text x={x} y={y + 3.6} textAnchor="middle" className="fill-ink text-[10px] font-semibold">
        {meterLetters[kind]}
      </text>
    </g>
  )
}

/** The plates of a source, + first: a long thin one and a short thick one. */
export function Plates({ x, y, length, angle = 0, tone }: SymbolProps) {
  const at = turned(x, y, angle)
  const end = length / 2
  const { plate } = measures
  return (
    <g data-symbol>
      <path d={`M${at(-end, -plate)}L${at(-end, plate)}`} className={tone} strokeWidth={1.5} strokeLinecap="round" />
      <path
        d={`M${at(end, -plate / 2)}L${at(end, plate / 2)}`}
        className={tone}
        strokeWidth={4}
        strokeLinecap="round"
      />
    </g>
  )
}

/** + and − at the two ends of the supply, + at a meter's, beside its line. */
export function Signs({ x, y, angle = 0, length, kind }: Omit<SymbolProps, 'tone'> & { readonly kind: string }) {
  const turn = (angle * Math.PI) / 180
  const [dx, dy] = [Math.cos(turn), Math.sin(turn)]
  // On the side where its name does not stand: left of what is upright, above what is level.
  const side = Math.abs(dy) > Math.abs(dx) ? -Math.sign(-dy) : -Math.sign(dx || 1)
  const along = length / 2 + (kind === 'source' ? 8 : 2)
  const [nx, ny] = [-dy * side, dx * side]
  const isSupply = kind === 'source' || kind === 'terminals'
  return (isSupply ? [1, -1] : [1]).map((end) => (
    <text
      key={end}
      x={x - dx * along * end + nx * 12}
      y={y - dy * along * end + ny * 12 + 4}
      textAnchor="middle"
      className="fill-ink text-[13px]"
    >
      {end === 1 ? '+' : '−'}
    </text>
  ))
}

/** A place along and across a symbol, turned to where it lies: `x,y`. */
export function turned(x: number, y: number, angle: number): (along: number, across: number) => string {
  const turn = (angle * Math.PI) / 180
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)]
  const round = (number: number) => Math.round(number * 100) / 100
  return (along, across) => `${round(x + along * cos - across * sin)},${round(y + along * sin + across * cos)}`
}
