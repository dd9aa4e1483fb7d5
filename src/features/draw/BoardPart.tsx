import { memo, useMemo } from 'react'
import { measures, placeOn, pointsText } from '@/core/picture'
import { partInk, type BoardPart as Drawn } from '@/core/entry'
import { Shapes } from '@/ui/Drawing'

interface Props {
  readonly part: Drawn
  /** Node indices of its two ends; −1 where there is none. */
  readonly from: number
  readonly to: number
  readonly fromLabel: string
  readonly toLabel: string
  readonly symbols: 'zigzag' | 'box'
  readonly chosen: boolean
  /** Which node is pointed at, if it is one of its two. */
  readonly lit: number | null
  /** What is wrong with it, in a word or two; empty if nothing is. */
  readonly mark: string
  /** It is part of a finding that is pointed at. */
  readonly pointed: boolean
}

/** Whether a part would be drawn just the same: pictures are made anew at every change. */
function sameDrawing({ part: a, ...before }: Props, { part: b, ...after }: Props): boolean {
  const keys = Object.keys(after) as (keyof typeof after)[]
  return keys.every((key) => before[key] === after[key]) && (a === b || JSON.stringify(a) === JSON.stringify(b))
}

/** A part as it was drawn. It takes the focus, so that the Tab key walks the parts. */
export const BoardPart = memo(function BoardPart({
  part,
  from,
  to,
  fromLabel,
  toLabel,
  symbols,
  chosen,
  lit,
  mark,
  pointed,
}: Props) {
  const { name, kind, value, line, symbol } = part
  const tone = chosen ? 'chosen' : mark || pointed ? 'trouble' : 'ink'
  const whole = pointsText(line)
  const at = placeOn(symbol)
  const [half, side] = [symbol.length / 2, measures.plate]
  const grip = [at(-half, -side), at(half, -side), at(half, side), at(-half, side)]
  const isWire = kind === 'wire'
  const shapes = useMemo(
    () => partInk(part, { symbols, tone, ends: [from, to], lit, mark, isNamed: chosen, size: 12 }),
    [part, symbols, tone, from, to, lit, mark, chosen],
  )
  const said = `${name}, ${kind}${value && `, ${value}`}, from node ${fromLabel} to node ${toLabel}${mark && `; ${mark}`}`
  return (
    <g
      data-part={name}
      data-slides={name}
      data-angle={symbol.angle}
      role="button"
      tabIndex={0}
      aria-pressed={chosen}
      aria-label={said}
      className="group/part cursor-pointer outline-none"
    >
      {(chosen || pointed) && (
        <polyline
          points={whole}
          className={chosen ? 'fill-none stroke-chosen-wash' : 'fill-none stroke-trouble-wash'}
          strokeWidth={11}
          strokeLinejoin="round"
          strokeLinecap="round"
        />
      )}
      <polyline
        points={whole}
        className="pointer-events-stroke fill-none group-focus-visible/part:stroke-chosen"
        strokeWidth={12}
        strokeOpacity={0.35}
        strokeLinejoin="round"
      />
      {!isWire && <polygon data-grip="body" points={pointsText(grip)} className="pointer-events-all fill-none" />}
      <Shapes shapes={shapes} />
    </g>
  )
}, sameDrawing)
