import { useRef, type KeyboardEvent, type PointerEvent } from 'react'
import { leadCorner, moveCorners, pitch } from '@/core/entry'
import type { Trace } from '@/core/network'
import type { Coordinates } from '@/core/picture'
import { cornersOn } from './TracePicture'
import { toBoard, type View } from './view'

const names = ['top left', 'top right', 'bottom right', 'bottom left'] as const
const arrows: Readonly<Record<string, Coordinates>> = {
  ArrowLeft: { x: -1, y: 0 },
  ArrowRight: { x: 1, y: 0 },
  ArrowUp: { x: 0, y: -1 },
  ArrowDown: { x: 0, y: 1 },
}
/** How far a key leads, in grid units; with Shift ten times as far. */
const keyStep = 0.1

/** Over the board while its picture is not locked: the picture is moved by its middle, straightened by its corners. */
export function TraceAdjust({
  trace,
  view,
  onChange,
  onPause,
}: {
  readonly trace: Trace
  readonly view: View
  readonly onChange: (some: Partial<Trace>, of: string) => void
  /** What follows is undone by itself. */
  readonly onPause: () => void
}) {
  const held = useRef<{ readonly which: number | null; readonly last: Coordinates } | null>(null)
  const root = useRef<SVGSVGElement>(null)
  const corners = cornersOn(view, trace)
  const placeOf = (event: PointerEvent) => {
    const { left, top } = (root.current as SVGSVGElement).getBoundingClientRect()
    const { x, y } = toBoard(view, { x: event.clientX - left, y: event.clientY - top })
    return { x: x / pitch, y: y / pitch }
  }
  const begin = (which: number | null, event: PointerEvent<SVGElement>) => {
    event.preventDefault()
    event.stopPropagation()
    event.currentTarget.setPointerCapture(event.pointerId)
    held.current = { which, last: placeOf(event) }
  }
  const lead = (event: PointerEvent) => {
    if (!held.current) return
    const { which, last } = held.current
    const place = placeOf(event)
    held.current = { which, last: place }
    if (which === null)
      onChange({ corners: moveCorners(trace.corners, { x: place.x - last.x, y: place.y - last.y }) }, 'moved')
    else onChange({ corners: leadCorner(trace.corners, which, place) }, `corner ${which}`)
  }
  const end = () => {
    if (held.current) onPause()
    held.current = null
  }
  const byKey = (which: number | null, event: KeyboardEvent) => {
    const way = arrows[event.key]
    if (!way) return
    event.preventDefault()
    event.stopPropagation()
    const far = keyStep * (event.shiftKey ? 10 : 1)
    const by = { x: way.x * far, y: way.y * far }
    if (which === null) return onChange({ corners: moveCorners(trace.corners, by) }, 'moved')
    const [x, y] = trace.corners[which]
    onChange({ corners: leadCorner(trace.corners, which, { x: x + by.x, y: y + by.y }) }, `corner ${which}`)
  }
  return (
    <svg
      ref={root}
      data-own
      data-trace-adjust
      width="100%"
      height="100%"
      className="absolute inset-0 touch-none print:hidden"
      onPointerMove={lead}
      onPointerUp={end}
      onPointerCancel={end}
    >
      <polygon
        points={corners.map(({ x, y }) => `${x},${y}`).join(' ')}
        role="button"
        tabIndex={0}
        aria-label="The picture: move it with the arrow keys"
        className="cursor-move fill-transparent stroke-chosen outline-none focus-visible:stroke-[4]"
        strokeWidth={1.5}
        strokeDasharray="6 4"
        onPointerDown={(event) => begin(null, event)}
        onKeyDown={(event) => byKey(null, event)}
      />
      {corners.map(({ x, y }, which) => (
        <circle
          key={names[which]}
          cx={x}
          cy={y}
          r={12}
          role="button"
          tabIndex={0}
          aria-label={`Its ${names[which]} corner: lead it with the arrow keys`}
          data-corner={which}
          className="cursor-crosshair fill-sheet stroke-chosen outline-none focus-visible:stroke-[4]"
          fillOpacity={0.7}
          strokeWidth={2}
          onPointerDown={(event) => begin(which, event)}
          onKeyDown={(event) => byKey(which, event)}
        />
      ))}
    </svg>
  )
}
