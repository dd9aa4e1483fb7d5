import clsx from 'clsx'
import type { KeyboardEvent, PointerEvent, ReactNode, Ref } from 'react'
import type { Bench, Hands, Spot } from '@/core/bench'
import { measures, nodeMark, symbolOf, wiresInk, type Box, type Coordinates } from '@/core/picture'
import { Shapes } from '@/ui/Drawing'
import { freeEnd, placeOf, type BenchPicture, type DrawnLead } from './benchPicture'

/** Room around the network for flags and what is said below it, in grid units. */
const room = { above: 40, below: 34, side: 20, end: 12 }

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
    /** A jumper that is being drawn from one point to another. */
    readonly joining: { readonly from: Coordinates; readonly to: Coordinates } | null
    readonly onTakeOut: (from: Spot, to: Spot) => void
  }
  /** What can be pointed at, over the drawing. */
  readonly children?: ReactNode
}

/** The bench as a drawing, stretched from + to −: what hands did to it, and where the leads of the meter lie. */
export function BenchSheet({ drawn, bench, hands, symbols, description, reach, children }: Props) {
  const { picture, parts, leads, terminals } = drawn
  const { network, wiring } = bench.built
  const left = Math.min(0, terminals.start.x - room.end)
  const right = Math.max(picture.width, terminals.finish.x + room.end)
  const frame = {
    x: left - room.side,
    y: -room.above,
    width: right - left + 2 * room.side,
    height: picture.height + room.above + (reach ? room.below : 0),
  }
  const isUp = ({ part, end }: DrawnLead) => hands.lifted.some((it) => it.part === part && it.end === end)
  const words = wordsOn(
    drawn,
    wiring.nodes.map(({ label }) => label),
  )
  const flags = (['black', 'red'] as const).reduce<PlacedFlag[]>((placed, lead) => {
    const spot = hands[lead]
    const resting = { x: frame.x + (lead === 'red' ? 12 : 62), y: frame.y + frame.height - 6 }
    const laid = spot && placeOf(drawn, spot)
    if (!laid) return reach ? [...placed, { lead, at: resting, way: { x: 1, y: -1 }, box: null }] : placed
    const taken = [...words, ...placed.flatMap(({ box }) => (box ? [box] : []))]
    return [
      ...placed,
      placeFlag(
        lead,
        laid,
        drawn.nodes.some((it) => isAt(it, laid)),
        taken,
      ),
    ]
  }, [])
  return (
    <svg
      ref={reach?.svg}
      viewBox={`${frame.x} ${frame.y} ${frame.width} ${frame.height}`}
      role={reach ? 'group' : 'img'}
      aria-label={description}
      onKeyDown={reach?.onKey}
      onPointerMove={reach?.onMove}
      onPointerUp={reach?.onLetGo}
      onPointerCancel={reach?.onLetGo}
      className="mx-auto block h-auto max-h-[52vh] w-full touch-pan-x touch-pan-y font-mono text-[11.5px] select-none"
      style={{ minWidth: frame.width * 0.8, maxWidth: frame.width * 1.8 }}
    >
      <Shapes shapes={[wiresInk(picture)]} />
      <Supply drawn={drawn} hands={hands} part={wiring.supply} name={network.parts[wiring.supply].name} />
      {picture.parts.map((part) =>
        part.symbol !== 'voltmeter' ? null : (
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
        const { part, symbol, left, right, y, label } = placed
        const middle = (left + right) / 2
        const up = leads.filter((lead) => lead.part === part && isUp(lead))
        const it = network.parts[part]
        return (
          <g key={part}>
            <Shapes shapes={symbolOf(symbol, { x: middle, y, length: right - left }, symbols)} />
            <text x={middle} y={y - measures.symbolHeight / 2 - 4} textAnchor="middle" className="fill-ink font-medium">
              {label.name}
            </text>
            <text
              x={middle}
              y={y + measures.symbolHeight / 2 + 13}
              textAnchor="middle"
              className="fill-soft text-[11px]"
            >
              {label.lines[0]}
              {it.kind === 'resistor' && it.tolerance !== undefined && ` ${it.tolerance}`}
            </text>
            {up.map((lead) => (
              <PutBack
                key={lead.end}
                lead={lead}
                name={label.name}
                middle={middle}
                onPutBack={reach && (() => reach.onPutBack(lead))}
              />
            ))}
          </g>
        )
      })}
      {leads
        .filter((lead) => lead.part === wiring.supply && isUp(lead))
        .map((lead) => (
          <PutBack
            key={lead.end}
            lead={lead}
            name={network.parts[lead.part].name}
            onPutBack={reach && (() => reach.onPutBack(lead))}
          />
        ))}
      {hands.jumpers.map(([a, b], i) => (
        <Jumper
          key={i}
          from={placeOf(drawn, a)}
          to={placeOf(drawn, b)}
          onTakeOut={reach && (() => reach.onTakeOut(a, b))}
        />
      ))}
      {reach?.joining && <Jumper from={reach.joining.from} to={reach.joining.to} />}
      <Shapes shapes={drawn.nodes.flatMap(({ node, x, y }) => nodeMark(node, wiring.nodes[node].label, { x, y }))} />
      {children}
      {flags.map(({ lead, at, way }) => (
        <Flag
          key={lead}
          lead={lead}
          way={way}
          at={reach?.dragged?.lead === lead ? reach.dragged.at : at}
          isInHand={reach?.inHand === lead}
          onTake={reach && ((event) => reach.onTake(lead, event))}
        />
      ))}
    </svg>
  )
}

/** A lead that is up: a gap beside the part, and words that put it back. */
function PutBack({
  lead: { x, y, side, end },
  name,
  anchor = 'middle',
  middle,
  onPutBack,
}: {
  readonly lead: DrawnLead
  readonly name: string
  /** The middle of the part, below which its words stand; else below the lead. */
  readonly middle?: number
  /** Towards which side its words run. */
  readonly anchor?: 'start' | 'middle' | 'end'
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
          x={middle ?? x - side * 20}
          y={below}
          textAnchor={anchor}
          onClick={onPutBack}
          onKeyDown={(event) => {
            if (event.key !== 'Enter' && event.key !== ' ') return
            event.preventDefault()
            event.stopPropagation()
            onPutBack()
          }}
          className="cursor-pointer fill-trouble text-[11px] underline"
        >
          put back
        </text>
      )}
    </g>
  )
}

function Jumper({
  from,
  to,
  onTakeOut,
}: {
  readonly from: Coordinates | null
  readonly to: Coordinates | null
  /** Absent where it is only shown. */
  readonly onTakeOut?: () => void
}) {
  if (!from || !to) return null
  const rise = 18 + 0.15 * Math.abs(from.x - to.x)
  const high = Math.min(from.y, to.y) - 2 * rise
  const top = { x: (from.x + to.x) / 2, y: (from.y + to.y) / 4 + high / 2 }
  return (
    <g>
      <path
        d={`M${from.x},${from.y} Q${top.x},${high} ${to.x},${to.y}`}
        className="pointer-events-none fill-none stroke-chosen"
        strokeWidth={2}
        strokeDasharray="5 3"
      />
      {onTakeOut && (
        <g
          role="button"
          tabIndex={0}
          aria-label="take this jumper out"
          data-take-out
          onClick={onTakeOut}
          onKeyDown={(event) => {
            if (event.key !== 'Enter' && event.key !== ' ') return
            event.preventDefault()
            event.stopPropagation()
            onTakeOut()
          }}
          className="group cursor-pointer outline-none"
        >
          <rect x={top.x - 12} y={top.y - 12} width={24} height={24} rx={6} className="fill-transparent" />
          <circle
            cx={top.x}
            cy={top.y}
            r={7}
            className="fill-sheet stroke-chosen group-hover:fill-chosen-wash group-focus-visible:fill-chosen-wash"
            strokeWidth={1.5}
          />
          <path
            d={`M${top.x - 3},${top.y - 3} l6,6 m0,-6 l-6,6`}
            className="fill-none stroke-chosen"
            strokeWidth={1.5}
          />
        </g>
      )}
    </g>
  )
}

/** A lead of the meter as it is drawn. */
interface PlacedFlag {
  readonly lead: 'red' | 'black'
  /** Its foot. */
  readonly at: Coordinates
  /** To which side its cloth flies, and whether its pole goes up or down. */
  readonly way: { readonly x: 1 | -1; readonly y: 1 | -1 }
  /** What its cloth covers; null for one that is not laid. */
  readonly box: Box | null
}

const flag = { pole: 36, high: 13, wide: { red: 30, black: 38 }, offNode: 9 } as const
const ways = [
  { x: 1, y: -1 },
  { x: -1, y: -1 },
  { x: 1, y: 1 },
  { x: -1, y: 1 },
] as const

const isAt = (a: Coordinates, b: Coordinates) => Math.hypot(a.x - b.x, a.y - b.y) < 1

/** Places a flag so that it covers no word; its foot stands beside a node's number, not on it. */
function placeFlag(lead: 'red' | 'black', spot: Coordinates, isOnLabel: boolean, taken: readonly Box[]): PlacedFlag {
  const all = ways.map((way): PlacedFlag & { readonly covered: number } => {
    const at = { x: spot.x, y: spot.y + (isOnLabel ? way.y * flag.offNode : 0) }
    const wide = flag.wide[lead]
    const box = {
      x: way.x > 0 ? at.x : at.x - wide,
      y: way.y < 0 ? at.y - flag.pole : at.y + flag.pole - flag.high,
      width: wide,
      height: flag.high,
    }
    const covered = taken.reduce((sum, other) => sum + overlap(box, other), 0)
    return { lead, at, way, box, covered }
  })
  return all.reduce((best, it) => (it.covered < best.covered - 1 ? it : best))
}

function overlap(a: Box, b: Box): number {
  const wide = Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x)
  const high = Math.min(a.y + a.height, b.y + b.height) - Math.max(a.y, b.y)
  return wide > 0 && high > 0 ? wide * high : 0
}

/** What a flag must not cover: parts with their names and values, numbers of nodes. */
function wordsOn({ parts, nodes }: BenchPicture, labels: readonly string[]): Box[] {
  const word = (text: string, x: number, y: number): Box => {
    const width = text.length * measures.character
    return { x: x - width / 2, y: y - 11, width, height: 14 }
  }
  return [
    ...parts.flatMap(({ label, left, right, y }) => [
      { x: left, y: y - measures.symbolHeight / 2, width: right - left, height: measures.symbolHeight },
      word(label.name, (left + right) / 2, y - measures.symbolHeight / 2 - 4),
      word(`${label.lines[0] ?? ''} 5 %`, (left + right) / 2, y + measures.symbolHeight / 2 + 13),
    ]),
    ...nodes.map(({ node, x, y }) => word(labels[node], x, y + 5)),
  ]
}

/** Where the supply is connected, or the terminals are; a source on its leads. */
function Supply({
  drawn: { ends, terminals },
  hands,
  part,
  name,
}: {
  readonly drawn: BenchPicture
  readonly hands: Hands
  readonly part: number
  readonly name: string
}) {
  const { supply, lifted } = hands
  const isLong = name.length > 4
  if (supply.isOut)
    return (
      <text x={ends.start.x - 9} y={ends.start.y + 4} textAnchor="end" className="fill-soft text-[11px]">
        supply out
      </text>
    )
  return (['start', 'finish'] as const).map((key, i) => {
    const { x, y } = terminals[key]
    const isOff = x !== ends[key].x
    const end = i === 0 ? 'from' : 'to'
    const isUp = lifted.some((it) => it.part === part && it.end === end)
    return (
      <g key={key}>
        {isOff && <circle cx={ends[key].x} cy={y} r={2.4} className="fill-ink" />}
        {isOff && <line x1={x} x2={ends[key].x} y1={y} y2={y} className="stroke-ink" strokeWidth={1.5} />}
        <circle cx={x} cy={y} r={3.6} className="fill-sheet stroke-ink" strokeWidth={1.5} />
        <text x={x} y={y - 9} textAnchor="middle" className={supply.isOn ? 'fill-holds font-semibold' : 'fill-soft'}>
          {i === 0 ? '+' : '−'}
        </text>
        {isOff && i === 0 && !isUp && (
          // A long name runs below the number of the node.
          <text
            x={isLong ? x - 4 : x}
            y={y + (isLong ? 34 : 18)}
            textAnchor={isLong ? 'start' : 'middle'}
            className="fill-ink font-medium"
          >
            {name}
          </text>
        )}
      </g>
    )
  })
}

/** A lead of the meter as a flag: its letter goes with its colour. */
function Flag({
  lead,
  at: { x, y },
  way,
  isInHand,
  onTake,
}: Pick<PlacedFlag, 'lead' | 'at' | 'way'> & {
  readonly isInHand: boolean
  readonly onTake?: (event: PointerEvent) => void
}) {
  const isRed = lead === 'red'
  const wide = flag.wide[lead]
  const top = way.y < 0 ? y - flag.pole : y + flag.pole - flag.high
  return (
    <g
      data-flag={lead}
      onPointerDown={onTake}
      className={clsx(
        onTake && 'cursor-grab touch-none',
        isRed ? 'fill-trouble stroke-trouble' : 'fill-ink stroke-ink',
      )}
    >
      <line x1={x} x2={x} y1={y} y2={y + way.y * flag.pole} strokeWidth={1.8} />
      <path
        d={`M${x},${top} h${way.x * wide} l${-way.x * 5},6.5 l${way.x * 5},6.5 h${-way.x * wide} z`}
        strokeWidth={isInHand ? 2.4 : 0.6}
        strokeLinejoin="round"
      />
      <text
        x={x + way.x * (wide / 2 - 2)}
        y={top + 10}
        textAnchor="middle"
        className="fill-sheet stroke-none text-[9.5px] font-semibold"
      >
        {lead}
      </text>
      <circle cx={x} cy={y} r={3} strokeWidth={0} />
    </g>
  )
}
