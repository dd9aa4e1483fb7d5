import clsx from 'clsx'
import { useEffect, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react'
import { isSameSpot, type Spot } from '@/core/bench'
import type { Coordinates } from '@/core/picture'
import { Button } from '@/ui/Button'
import { BenchSheet } from './BenchSheet'
import { placeOf, type BenchPicture, type DrawnLead } from './benchPicture'
import type { Planning } from './laid'
import type { StandInState } from './useStandIn'

/** How near to a spot a flag has to be let go. */
const reach = 26
/** Half the size of what can be touched. */
const touch = 12
/** So far from where it was pressed a pointer draws a jumper, in grid units. */
const drawnAway = 9

type Target = { readonly key: string; readonly label: string; readonly at: Coordinates } & (
  | { readonly kind: 'spot'; readonly spot: Spot }
  | { readonly kind: 'lead'; readonly lead: DrawnLead }
)

/** The bench as a drawing: flags are laid on nodes and free ends, leads are lifted, points are joined. */
export function StandInDrawing({
  planning: { bench },
  drawn,
  state,
  symbols,
}: {
  readonly planning: Planning
  readonly drawn: BenchPicture
  readonly state: StandInState
  readonly symbols: 'zigzag' | 'box'
}) {
  const [active, setActive] = useState<string | null>(null)
  const [dragged, setDragged] = useState<{ lead: 'red' | 'black'; at: Coordinates } | null>(null)
  // A press on a point becomes a jumper once it is drawn away from there.
  const [joining, setJoining] = useState<{ from: Spot; at: Coordinates; to: Coordinates } | null>(null)
  const pressed = useRef<{ spot: Spot; at: Coordinates } | null>(null)
  const wasJoining = useRef(false)
  const svg = useRef<SVGSVGElement>(null)
  // A finger on a flag or a point draws; elsewhere it scrolls.
  const holds = useRef(false)
  useEffect(() => {
    const drawing = svg.current
    const keep = (event: TouchEvent) => {
      if (holds.current && event.cancelable) event.preventDefault()
    }
    drawing?.addEventListener('touchmove', keep, { passive: false })
    return () => drawing?.removeEventListener('touchmove', keep)
  }, [])
  const { leads } = drawn
  const { network, wiring } = bench.built
  const { hands } = state
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

  const take = (target: Target) => {
    if (wasJoining.current) return
    return target.kind === 'lead'
      ? state.lift(target.lead.part, target.lead.end)
      : state.jumpFrom
        ? state.jump(target.spot)
        : state.layNext(target.spot)
  }
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
  /** The point that is nearest to where something is let go; null where none is near. */
  const nearestTo = ({ x, y }: Coordinates): Spot | null => {
    const spots = targets.flatMap((target) => (target.kind === 'spot' ? [target] : []))
    const far = (at: Coordinates) => Math.hypot(at.x - x, at.y - y)
    const nearest = spots.reduce<(typeof spots)[number] | null>(
      (best, it) => (far(it.at) < (best ? far(best.at) : reach) ? it : best),
      null,
    )
    return nearest && nearest.spot
  }
  const letGo = (event: PointerEvent) => {
    pressed.current = null
    holds.current = false
    if (dragged) {
      state.lay(dragged.lead, nearestTo(pointAt(event)))
      setDragged(null)
    } else if (joining) {
      const spot = nearestTo(pointAt(event))
      if (spot) state.join(joining.from, spot)
      setJoining(null)
      // The click that comes of it is none.
      setTimeout(() => (wasJoining.current = false))
    }
  }
  const move = (event: PointerEvent) => {
    if (dragged) return setDragged({ ...dragged, at: pointAt(event) })
    const from = event.buttons === 0 ? null : pressed.current
    if (!from) return
    const to = pointAt(event)
    if (!joining && Math.hypot(to.x - from.at.x, to.y - from.at.y) < drawnAway) return
    if (!joining) svg.current?.setPointerCapture(event.pointerId)
    wasJoining.current = true
    setJoining({ from: from.spot, at: from.at, to })
  }
  return (
    <div className="overflow-x-auto rounded-md border border-line paper">
      <BenchSheet
        drawn={drawn}
        bench={bench}
        hands={hands}
        symbols={symbols}
        description="The bench: arrow keys walk its points; r or b lays a lead, Enter the one in hand or lifts a lead, j joins two points, u lifts or puts back"
        reach={{
          svg,
          dragged,
          inHand: state.inHand,
          onTake: (lead, event) => {
            event.preventDefault()
            svg.current?.setPointerCapture(event.pointerId)
            holds.current = true
            setDragged({ lead, at: pointAt(event) })
          },
          onMove: move,
          onLetGo: letGo,
          onKey,
          onPutBack: ({ part, end }) => state.lift(part, end),
          joining: joining && { from: joining.at, to: joining.to },
          onTakeOut: state.join,
        }}
      >
        {targets.map((target) => (
          <g
            key={target.key}
            role="button"
            data-target={target.key}
            tabIndex={target === entry ? 0 : -1}
            aria-label={target.label}
            onFocus={() => setActive(target.key)}
            onClick={() => take(target)}
            onPointerDown={() => {
              if (target.kind !== 'spot') return
              holds.current = true
              pressed.current = { spot: target.spot, at: target.at }
            }}
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
      </BenchSheet>
      <p className="flex flex-wrap items-center gap-x-3 px-3 pb-2 text-xs text-soft">
        <span>
          Drag a flag to a node, or press its number. Press a lead’s end to lift it. Draw from point to point, or{' '}
          <kbd>J</kbd>, for a jumper.
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
