import clsx from 'clsx'
import type { KeyboardEvent, PointerEvent, ReactNode, Ref } from 'react'
import { isSameSpot, type Bench, type Hands } from '@/core/bench'
import { measures, nodeMark, symbolOf, wiresInk, type Coordinates } from '@/core/picture'
import { Shapes } from '@/ui/Drawing'
import { freeEnd, placeOf, type BenchPicture, type DrawnLead } from './benchPicture'

/** Room around the network for flags and what is said below it, in grid units. */
const room = { above: 34, below: 30, side: 34 }

interface Props {
  readonly drawn: BenchPicture
  readonly bench: Bench
  readonly hands: Hands
  readonly symbols: 'zigzag' | 'box'
  readonly description: string
  /** What hands may do; absent where it is only shown where the leads go. */
  readonly reach?: {
    readonly svg: Ref<SVGSVGElement>
    readonly dragged: { readonly lead: 'red' | 'black'; readonly at: Coordinates } | null
    readonly inHand: 'red' | 'black'
    readonly onTake: (lead: 'red' | 'black', event: PointerEvent) => void
    readonly onMove: (event: PointerEvent) => void
    readonly onLetGo: (event: PointerEvent) => void
    readonly onKey: (event: KeyboardEvent) => void
    readonly onPutBack: (lead: DrawnLead) => void
  }
  /** What can be pointed at, over the drawing. */
  readonly children?: ReactNode
}

/** The bench as a drawing, stretched from + to −: what hands did to it, and where the leads of the meter lie. */
export function BenchSheet({ drawn, bench, hands, symbols, description, reach, children }: Props) {
  const { picture, parts, leads } = drawn
  const { network, wiring } = bench.built
  const frame = {
    x: -room.side,
    y: -room.above,
    width: picture.width + 2 * room.side,
    height: picture.height + room.above + room.below,
  }
  const isUp = ({ part, end }: DrawnLead) => hands.lifted.some((it) => it.part === part && it.end === end)
  return (
    <svg
      ref={reach?.svg}
      viewBox={`${frame.x} ${frame.y} ${frame.width} ${frame.height}`}
      role={reach ? 'group' : 'img'}
      aria-label={description}
      onKeyDown={reach?.onKey}
      onPointerMove={reach?.onMove}
      onPointerUp={reach?.onLetGo}
      className="mx-auto block h-auto max-h-[52vh] w-full touch-pan-x font-mono text-[11.5px] select-none"
      style={{ minWidth: frame.width * 0.8, maxWidth: frame.width * 1.8 }}
    >
      <Shapes shapes={[wiresInk(picture)]} />
      {!hands.supply.isOut &&
        [picture.start, picture.finish].map(({ x, y }, i) => (
          <g key={i}>
            <circle cx={x} cy={y} r={3.6} className="fill-sheet stroke-ink" strokeWidth={1.5} />
            <text
              x={x}
              y={y - 9}
              textAnchor="middle"
              className={hands.supply.isOn ? 'fill-holds font-semibold' : 'fill-soft'}
            >
              {i === 0 ? '+' : '−'}
            </text>
          </g>
        ))}
      {hands.supply.isOut && (
        <text x={picture.start.x} y={picture.start.y - 12} textAnchor="middle" className="fill-soft text-[10px]">
          supply out
        </text>
      )}
      {picture.parts.map((part) =>
        part.symbol === 'resistor' ? null : (
          <g key={part.id}>
            <Shapes
              shapes={symbolOf(
                part.symbol,
                { x: (part.left + part.right) / 2, y: part.y, length: part.right - part.left },
                symbols,
              )}
            />
            <text x={(part.left + part.right) / 2} y={part.y - 14} textAnchor="middle" className="fill-ink">
              {part.label.name}
            </text>
          </g>
        ),
      )}
      {parts.map((placed) => {
        const { part, left, right, y, label } = placed
        const middle = (left + right) / 2
        const up = leads.filter((lead) => lead.part === part && isUp(lead))
        const it = network.parts[part]
        return (
          <g key={part}>
            <Shapes shapes={symbolOf('resistor', { x: middle, y, length: right - left }, symbols)} />
            <text x={middle} y={y - measures.symbolHeight / 2 - 4} textAnchor="middle" className="fill-ink font-medium">
              {label.name}
            </text>
            <text
              x={middle}
              y={y + measures.symbolHeight / 2 + 13}
              textAnchor="middle"
              className="fill-soft text-[10px]"
            >
              {label.lines[0]}
              {it.kind === 'resistor' && it.tolerance !== undefined && ` ${it.tolerance}`}
            </text>
            {up.map((lead) => (
              <PutBack
                key={lead.end}
                lead={lead}
                name={label.name}
                y={y}
                onPutBack={reach && (() => reach.onPutBack(lead))}
              />
            ))}
          </g>
        )
      })}
      {hands.jumpers.map(([a, b], i) => (
        <Jumper key={i} from={placeOf(drawn, a)} to={placeOf(drawn, b)} />
      ))}
      <Shapes shapes={drawn.nodes.flatMap(({ node, x, y }) => nodeMark(node, wiring.nodes[node].label, { x, y }))} />
      {children}
      {(['black', 'red'] as const).map((lead) => {
        const spot = hands[lead]
        const resting = { x: frame.x + (lead === 'red' ? 12 : 92), y: frame.y + frame.height - 6 }
        const laid = spot && placeOf(drawn, spot)
        if (!laid && !reach) return null
        return (
          <Flag
            key={lead}
            lead={lead}
            leansLeft={lead === 'black' && (!laid || isSameSpot(hands.red, hands.black))}
            at={reach?.dragged?.lead === lead ? reach.dragged.at : (laid ?? resting)}
            isInHand={reach?.inHand === lead}
            onTake={reach && ((event) => reach.onTake(lead, event))}
          />
        )
      })}
    </svg>
  )
}

/** A lead that is up: a gap beside the part, and words that put it back. */
function PutBack({
  lead: { x, y, side, end },
  name,
  onPutBack,
}: {
  readonly lead: DrawnLead
  readonly name: string
  readonly y: number
  /** Absent where it is only shown. */
  readonly onPutBack?: () => void
}) {
  const free = x - side * freeEnd
  const below = y + measures.symbolHeight / 2 + 27
  return (
    <g>
      <line x1={x + side * 5} x2={free} y1={y} y2={y} className="stroke-sheet" strokeWidth={5} />
      <line x1={free} y1={y} x2={x + side * 3} y2={y - 9} className="stroke-trouble" strokeWidth={1.5} />
      <circle cx={x + side * 5} cy={y} r={2.4} className="fill-sheet stroke-trouble" strokeWidth={1.3} />
      <circle cx={free} cy={y} r={2.8} className="fill-sheet stroke-trouble" strokeWidth={1.5} />
      {onPutBack && (
        <text
          role="button"
          tabIndex={0}
          aria-label={`${name}’s lead is up: put it back`}
          data-put-back={`${name}-${end}`}
          x={x - side * 20}
          y={below}
          textAnchor="middle"
          onClick={onPutBack}
          onKeyDown={(event) => {
            if (event.key !== 'Enter' && event.key !== ' ') return
            event.preventDefault()
            event.stopPropagation()
            onPutBack()
          }}
          className="cursor-pointer fill-trouble text-[9.5px] underline"
        >
          up · put back
        </text>
      )}
    </g>
  )
}

function Jumper({ from, to }: { readonly from: Coordinates | null; readonly to: Coordinates | null }) {
  if (!from || !to) return null
  const rise = 18 + 0.15 * Math.abs(from.x - to.x)
  return (
    <path
      d={`M${from.x},${from.y} Q${(from.x + to.x) / 2},${Math.min(from.y, to.y) - 2 * rise} ${to.x},${to.y}`}
      className="fill-none stroke-chosen"
      strokeWidth={2}
      strokeDasharray="5 3"
    />
  )
}

/** A lead of the meter as a flag: its letter goes with its colour. */
function Flag({
  lead,
  at: { x, y },
  leansLeft,
  isInHand,
  onTake,
}: {
  readonly lead: 'red' | 'black'
  readonly at: Coordinates
  readonly leansLeft: boolean
  readonly isInHand: boolean
  readonly onTake?: (event: PointerEvent) => void
}) {
  const isRed = lead === 'red'
  const way = leansLeft ? -1 : 1
  const pole = 24
  const width = isRed ? 30 : 38
  return (
    <g
      data-flag={lead}
      onPointerDown={onTake}
      className={clsx(
        onTake && 'cursor-grab touch-none',
        isRed ? 'fill-trouble stroke-trouble' : 'fill-ink stroke-ink',
      )}
    >
      <line x1={x} x2={x} y1={y} y2={y - pole - 12} strokeWidth={1.8} />
      <path
        d={`M${x},${y - pole - 12} h${way * width} l${-way * 5},6.5 l${way * 5},6.5 h${-way * width} z`}
        strokeWidth={isInHand ? 2.4 : 0.6}
        strokeLinejoin="round"
      />
      <text
        x={x + way * (width / 2 - 2)}
        y={y - pole - 2}
        textAnchor="middle"
        className="fill-sheet stroke-none text-[9.5px] font-semibold"
      >
        {lead}
      </text>
      <circle cx={x} cy={y} r={3} strokeWidth={0} />
    </g>
  )
}
