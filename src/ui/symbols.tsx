import clsx from 'clsx'
import { memo } from 'react'
import {
  meterLeads,
  meterLetters,
  meterRadius,
  resistorOutline,
  signsOf,
  sourcePlates,
  type Coordinates,
  type Lying,
  type ResistorSymbol,
} from '@/core/picture'

interface SymbolProps extends Lying {
  readonly tone: string
}

/** Places as SVG writes them: `x,y x,y`. */
export function placesText(places: readonly Coordinates[], between = ' '): string {
  return places.map(({ x, y }) => `${x},${y}`).join(between)
}

/** A resistor: six teeth, or a box. Its places are its own, without a transform: hundreds of those are slow to paint. */
export const Resistor = memo(function Resistor({
  symbols,
  tone,
  ...lying
}: SymbolProps & { readonly symbols: ResistorSymbol }) {
  const outline = resistorOutline(lying, symbols)
  if (symbols === 'box')
    return (
      <path data-symbol d={`M${placesText(outline, 'L')}Z`} className={clsx(tone, 'fill-sheet')} strokeWidth={1.5} />
    )
  return (
    <polyline
      data-symbol
      points={placesText(outline)}
      className={clsx(tone, 'fill-none')}
      strokeWidth={1.5}
      strokeLinejoin="round"
    />
  )
})

/** A meter: a circle with its letter, on its leads. The letter stands upright, however the meter lies. */
export function MeterSymbol({ kind, tone, ...lying }: SymbolProps & { readonly kind: keyof typeof meterLetters }) {
  const { x, y } = lying
  return (
    <g data-symbol={kind}>
      <path
        d={meterLeads(lying)
          .map((lead) => `M${placesText(lead, 'L')}`)
          .join('')}
        className={tone}
        strokeWidth={1.5}
      />
      <circle cx={x} cy={y} r={meterRadius} className={clsx(tone, 'fill-sheet')} strokeWidth={1.5} />
      <text x={x} y={y + 3.6} textAnchor="middle" className="fill-ink text-[10px] font-semibold">
        {meterLetters[kind]}
      </text>
    </g>
  )
}

/** The plates of a source, + first: a long thin one and a short thick one. */
export function Plates({ tone, ...lying }: SymbolProps) {
  return (
    <g data-symbol>
      {sourcePlates(lying).map((plate, i) => (
        <path
          key={i}
          d={`M${placesText(plate, 'L')}`}
          className={tone}
          strokeWidth={i === 0 ? 1.5 : 4}
          strokeLinecap="round"
        />
      ))}
    </g>
  )
}

/** + and − at the two ends of the supply, + at a meter's, beside its line. */
export function Signs({ kind, ...lying }: Omit<SymbolProps, 'tone'> & { readonly kind: string }) {
  return signsOf(lying, kind).map(({ x, y, sign }) => (
    <text key={sign} x={x} y={y} textAnchor="middle" className="fill-ink text-[13px]">
      {sign}
    </text>
  ))
}
