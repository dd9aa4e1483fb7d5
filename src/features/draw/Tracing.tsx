import { useRef, type KeyboardEvent, type PointerEvent, useState } from 'react'
import { leadCorner, moveCorners, pitch, turnCorners, cssMatrix, ownCorners, projectionOf } from '@/core/entry'
import type { Trace } from '@/core/network'
import type { Coordinates } from '@/core/picture'
import { Slider } from '@/ui/controls'
import { toBoard, type View, toScreen } from './view'
import { Lock, LockOpen, Minus, Plus, RotateCcw, RotateCw, Trash2 } from 'lucide-react'
import { Button } from '@/ui/Button'

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

/** Settings of the picture under the drawing. */
export function TraceBar({
  trace,
  onChange,
  onTakeOut,
  onAnother,
}: {
  readonly trace: Trace
  readonly onChange: (some: Partial<Trace>, of: string) => void
  readonly onTakeOut: () => void
  readonly onAnother: () => void
}) {
  const { corners, fade, locked } = trace
  const turn = (degrees: number) => onChange({ corners: turnCorners(corners, degrees) }, 'turned')
  const scale = (by: number) => onChange({ corners: turnCorners(corners, 0, by) }, 'scaled')
  return (
    <section
      aria-label="Picture to trace"
      className="flex flex-wrap items-center gap-1.5 border-t border-line bg-panel px-3 py-1.5 print:hidden"
    >
      <span className="flex items-center gap-2">
        faded
        <Slider
          label="faded"
          min={0}
          max={0.9}
          step={0.05}
          value={fade}
          onChange={(value) => onChange({ fade: value }, 'faded')}
          className="w-28"
        />
      </span>
      {!locked && (
        <>
          <span className="ml-2 text-soft max-lg:hidden">drag it to move it, its corners to straighten it</span>
          <Button aria-label="Turn left by one degree" tip="Turn left by 1°" onClick={() => turn(-1)}>
            <RotateCcw size={15} aria-hidden /> 1°
          </Button>
          <Button aria-label="Turn right by one degree" tip="Turn right by 1°" onClick={() => turn(1)}>
            <RotateCw size={15} aria-hidden /> 1°
          </Button>
          <Button aria-label="Turn right by a quarter" tip="Turn right by 90°" onClick={() => turn(90)}>
            <RotateCw size={15} aria-hidden /> 90°
          </Button>
          <Button aria-label="Smaller" tip="Smaller" onClick={() => scale(1 / 1.05)}>
            <Minus size={15} aria-hidden />
          </Button>
          <Button aria-label="Larger" tip="Larger" onClick={() => scale(1.05)}>
            <Plus size={15} aria-hidden />
          </Button>
        </>
      )}
      <Button look={locked ? 'outlined' : 'strong'} onClick={() => onChange({ locked: !locked }, 'locked')}>
        {locked ? <LockOpen size={15} aria-hidden /> : <Lock size={15} aria-hidden />}
        {locked ? 'Adjust it' : 'Lock it and draw'}
      </Button>
      <Button onClick={onAnother}>Another picture</Button>
      <Button onClick={onTakeOut}>
        <Trash2 size={15} aria-hidden /> Remove it
      </Button>
    </section>
  )
}

/** The corners of a picture as they lie on the screen. */
function cornersOn(view: View, { corners }: Pick<Trace, 'corners'>) {
  const at = (i: number) => toScreen(view, { x: corners[i][0] * pitch, y: corners[i][1] * pitch })
  return [at(0), at(1), at(2), at(3)] as const
}

/** The picture under the pegs, led to where its corners lie. */
export function TracePicture({ trace, view }: { readonly trace: Trace; readonly view: View }) {
  const { picture, width, height, fade } = trace
  const [lost, setLost] = useState<string | null>(null)
  const map = projectionOf(ownCorners(trace), cornersOn(view, trace))
  if (map === null) return null
  if (lost === picture) {
    const [{ x, y }] = cornersOn(view, trace)
    return (
      <p
        className="absolute max-w-64 rounded border border-line bg-panel p-2 text-soft print:hidden"
        style={{ left: x, top: y }}
      >
        The traced picture is not on this machine.
      </p>
    )
  }
  return (
    <img
      key={picture}
      data-trace={picture}
      src={`/api/pictures/${picture}`}
      alt="What is traced"
      width={width}
      height={height}
      draggable={false}
      onError={() => setLost(picture)}
      className="pointer-events-none absolute top-0 left-0 max-w-none print:hidden"
      style={{ width, height, transformOrigin: '0 0', transform: cssMatrix(map), opacity: 1 - fade }}
    />
  )
}
