import clsx from 'clsx'
import { useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react'
import { isSameSpot, type Spot } from '@/core/bench'
import { measures, type Coordinates } from '@/core/picture'
import { Button } from '@/ui/Button'
import { useOpenNetwork } from '@/ui/network/OpenNetwork'
import { NodeMark } from '@/ui/NodeMark'
import { Meter, Resistor } from '@/ui/symbols'
import { benchPictureOf, freeEnd, placeOf, type DrawnLead } from './benchPicture'
import type { Planning } from './laid'
import type { StandInState } from './useStandIn'

/** Room around the network for flags and what is said below it, in grid units. */
const room = { above: 34, below: 30, side: 34 }
/** How near to a spot a flag has to be let go. */
const reach = 26
/** Half the size of what can be touched. */
const touch = 12

type Target = { readonly key: string; readonly label: string; readonly at: Coordinates } & (
  { readonly kind: 'spot'; readonly spot: Spot } | { readonly kind: 'lead'; readonly lead: DrawnLead }
)

/** The bench as a drawing: flags are laid on nodes and free ends, leads are lifted, points are joined. */
export function StandInDrawing({
  planning: { bench },
  state,
  symbols,
}: {
  readonly planning: Planning
  readonly state: StandInState
  readonly symbols: 'zigzag' | 'box'
}) {
  const { worked } = useOpenNetwork()
  const { worksheet } = worked
  const drawn = useMemo(() => (worksheet ? benchPictureOf(worksheet, bench) : null), [worksheet, bench])
  const [active, setActive] = useState<string | null>(null)
  const [dragged, setDragged] = useState<{ lead: 'red' | 'black'; at: Coordinates } | null>(null)
  const svg = useRef<SVGSVGElement>(null)
  if (!drawn) return null
  const { picture, parts, leads } = drawn
  const { network, wiring } = bench.built
  const { hands } = state
  const frame = {
    x: -room.side,
    y: -room.above,
    width: picture.width + 2 * room.side,
    height: picture.height + room.above + room.below,
  }
  const isUp = ({ part, end }: DrawnLead) => hands.lifted.some((it) => it.part === part && it.end === end)
  const targets: Target[] = [
    ...drawn.nodes.map(({ node, x, y }, i): Target => ({
      key: `node-${i}`,
      kind: 'spot',
      spot: { node },
      label: `node ${wiring.nodes[node].label}${layOn(state, { node })}`,
      at: { x, y },
    })),
    ...leads.map((lead): Target => {
      const { part, end, node } = lead
      const { name } = network.parts[part]
      const key = `lead-${part}-${end}`
      if (!isUp(lead))
        return {
          key,
          kind: 'lead',
          lead,
          label: `${name}’s lead at node ${wiring.nodes[node].label}: lift it`,
          at: lead,
        }
      const spot = { part, end }
      return {
        key,
        kind: 'spot',
        spot,
        label: `${name}’s free end${layOn(state, spot)}`,
        at: placeOf(drawn, spot) ?? lead,
      }
    }),
  ].sort((a, b) => a.at.x - b.at.x || a.at.y - b.at.y)
  const entry = targets.find(({ key }) => key === active) ?? targets[0]

  const take = (target: Target) =>
    target.kind === 'lead'
      ? state.lift(target.lead.part, target.lead.end)
      : state.jumpFrom
        ? state.jump(target.spot)
        : state.layNext(target.spot)
  const onKey = (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return
    const at = targets.indexOf(entry)
    const done = () => {
      event.preventDefault()
      event.stopPropagation()
    }
    const step = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[event.key]
    if (step !== undefined) {
      done()
      const next = targets[(at + step + targets.length) % targets.length]
      setActive(next.key)
      svg.current?.querySelector<SVGElement>(`[data-target="${next.key}"]`)?.focus()
      return
    }
    const node = wiring.nodes.findIndex(({ label }) => label === event.key)
    if (node >= 0) {
      done()
      if (state.jumpFrom) state.jump({ node })
      else state.layNext({ node })
      return
    }
    if (event.key === 'Enter' || event.key === ' ') {
      done()
      take(entry)
    } else if (entry.kind === 'spot' && (event.key === 'r' || event.key === 'b')) {
      done()
      state.lay(event.key === 'r' ? 'red' : 'black', entry.spot)
    } else if (entry.kind === 'spot' && event.key === 'j') {
      done()
      state.jump(entry.spot)
    } else if (event.key === 'u') {
      done()
      const lead = entry.kind === 'lead' ? entry.lead : 'part' in entry.spot ? entry.spot : null
      if (lead) state.lift(lead.part, lead.end)
    }
  }
  const pointAt = (event: PointerEvent): Coordinates => {
    const matrix = svg.current?.getScreenCTM()
    if (!matrix) return { x: 0, y: 0 }
    const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse())
    return { x, y }
  }
  const letGo = (event: PointerEvent) => {
    if (!dragged) return
    const { x, y } = pointAt(event)
    const spots = targets.flatMap((target) => (target.kind === 'spot' ? [target] : []))
    const far = (at: Coordinates) => Math.hypot(at.x - x, at.y - y)
    const nearest = spots.reduce<(typeof spots)[number] | null>(
      (best, it) => (far(it.at) < (best ? far(best.at) : reach) ? it : best),
      null,
    )
    state.lay(dragged.lead, nearest ? nearest.spot : null)
    setDragged(null)
  }
  return (
    <div className="overflow-x-auto rounded-md border border-line paper">
      <svg
        ref={svg}
        viewBox={`${frame.x} ${frame.y} ${frame.width} ${frame.height}`}
        role="group"
        aria-label="The bench: arrow keys walk its points; r or b lays a lead, Enter the one in hand or lifts a lead, j joins two points, u lifts or puts back"
        onKeyDown={onKey}
        onPointerMove={(event) => dragged && setDragged({ ...dragged, at: pointAt(event) })}
        onPointerUp={letGo}
        className="mx-auto block h-auto max-h-[52vh] w-full touch-pan-x font-mono text-[11.5px] select-none"
        style={{ minWidth: frame.width * 0.8, maxWidth: frame.width * 1.8 }}
      >
        <path
          d={picture.lines.map(({ points }) => `M${points.map(({ x, y }) => `${x},${y}`).join('L')}`).join('')}
          className="fill-none stroke-ink"
          strokeWidth={1.5}
          strokeLinecap="round"
          strokeLinejoin="round"
        />
        {picture.dots.map(({ x, y }, i) => (
          <circle key={i} cx={x} cy={y} r={2.6} className="fill-ink" />
        ))}
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
              <Meter
                x={(part.left + part.right) / 2}
                y={part.y}
                length={part.right - part.left}
                kind={part.symbol}
                tone="stroke-ink"
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
              <Resistor x={middle} y={y} length={right - left} symbols={symbols} tone="stroke-ink" />
              <text
                x={middle}
                y={y - measures.symbolHeight / 2 - 4}
                textAnchor="middle"
                className="fill-ink font-medium"
              >
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
                  onPutBack={() => state.lift(part, lead.end)}
                />
              ))}
            </g>
          )
        })}
        {hands.jumpers.map(([a, b], i) => (
          <Jumper key={i} from={placeOf(drawn, a)} to={placeOf(drawn, b)} />
        ))}
        {drawn.nodes.map(({ node, x, y }, i) => (
          <NodeMark key={i} x={x} y={y} node={node} label={wiring.nodes[node].label} />
        ))}
        {targets.map((target) => (
          <g
            key={target.key}
            role="button"
            data-target={target.key}
            tabIndex={target === entry ? 0 : -1}
            aria-label={target.label}
            onFocus={() => setActive(target.key)}
            onClick={() => take(target)}
            className="group cursor-pointer outline-none"
          >
            <rect
              x={target.at.x - touch}
              y={target.at.y - touch}
              width={2 * touch}
              height={2 * touch}
              rx={6}
              className={clsx(
                'fill-transparent group-hover:fill-chosen/15 group-focus-visible:stroke-chosen',
                target.kind === 'spot' && isSameSpot(state.jumpFrom, target.spot) && 'fill-chosen/30',
              )}
              strokeWidth={2}
            />
            {target.kind === 'lead' && (
              <circle
                cx={target.at.x}
                cy={target.at.y}
                r={2.2}
                className="fill-sheet stroke-soft opacity-0 group-hover:opacity-100 group-focus-visible:opacity-100"
              />
            )}
          </g>
        ))}
        {(['black', 'red'] as const).map((lead) => {
          const spot = hands[lead]
          const resting = { x: frame.x + (lead === 'red' ? 12 : 62), y: frame.y + frame.height - 6 }
          const at = dragged?.lead === lead ? dragged.at : ((spot && placeOf(drawn, spot)) ?? resting)
          return (
            <Flag
              key={lead}
              lead={lead}
              at={at}
              isInHand={state.inHand === lead}
              onTake={(event) => {
                event.preventDefault()
                svg.current?.setPointerCapture(event.pointerId)
                setDragged({ lead, at: pointAt(event) })
              }}
            />
          )
        })}
      </svg>
      <p className="flex flex-wrap items-center gap-x-3 px-3 pb-2 text-xs text-soft">
        <span>
          Drag a flag to a node, or press its number. Press a lead’s end to lift it; <kbd>J</kbd> joins two points.
        </span>
        {state.jumpFrom && <span className="text-chosen">Now the other end of the jumper.</span>}
        <Button look="plain" className="ml-auto !min-h-7 text-xs" onClick={state.clear}>
          Clear the bench
        </Button>
      </p>
    </div>
  )
}

/** What a spot has on it. */
function layOn({ hands, inHand, jumpFrom }: StandInState, spot: Spot): string {
  if (isSameSpot(hands.red, spot)) return ', the red lead on it'
  if (isSameSpot(hands.black, spot)) return ', the black lead on it'
  return jumpFrom ? ': join it' : `: lay the ${inHand} lead`
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
  readonly onPutBack: () => void
}) {
  const free = x - side * freeEnd
  const below = y + measures.symbolHeight / 2 + 27
  return (
    <g>
      <line x1={x + side * 5} x2={free} y1={y} y2={y} className="stroke-sheet" strokeWidth={5} />
      <line x1={free} y1={y} x2={x + side * 3} y2={y - 9} className="stroke-trouble" strokeWidth={1.5} />
      <circle cx={x + side * 5} cy={y} r={2.4} className="fill-sheet stroke-trouble" strokeWidth={1.3} />
      <circle cx={free} cy={y} r={2.8} className="fill-sheet stroke-trouble" strokeWidth={1.5} />
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
  isInHand,
  onTake,
}: {
  readonly lead: 'red' | 'black'
  readonly at: Coordinates
  readonly isInHand: boolean
  readonly onTake: (event: PointerEvent) => void
}) {
  const isRed = lead === 'red'
  const way = isRed ? 1 : -1
  const pole = { red: 24, black: 24 }[lead]
  const width = isRed ? 30 : 38
  return (
    <g
      data-flag={lead}
      onPointerDown={onTake}
      className={clsx('cursor-grab', isRed ? 'fill-trouble stroke-trouble' : 'fill-ink stroke-ink')}
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
