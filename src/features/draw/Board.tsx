import clsx from 'clsx'
import {
  useCallback,
  useEffect,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
  type KeyboardEvent,
  type PointerEvent,
  type ReactNode,
} from 'react'
import type { Place } from '@/core/drawing'
import {
  drawBoard,
  moveEnd,
  moveParts,
  pitch,
  placeOf,
  pointAt,
  samePeg,
  strokeOf,
  type Board as BoardData,
  type BoardPicture,
  type Chosen,
  type Peg,
  type Stroke,
} from '@/core/sketch'
import { useSettings } from '@/ui/settings'
import { BoardLayer } from './BoardLayer'
import { drag, idle, isAtPeg, press, release, within, type Gesture, type Target } from './gesture'
import type { DrawnBoard } from './useBoard'
import { usePinch } from './usePinch'
import type { Seen } from './useView'
import { arrows } from './ValueField'
import { bringIn, nearestPeg, panBy, toBoard, zoomAt, type View } from './view'

/** What the board asks of the screen. */
export interface BoardActions {
  readonly onStroke: (stroke: Stroke) => void
  readonly onEdit: (name: string) => void
  readonly onChoose: (chosen: Chosen) => void
  readonly onChange: (change: (board: BoardData) => BoardData, of?: string) => void
  readonly onDelete: (chosen: Chosen) => void
  readonly onNode: (node: number) => void
  readonly onLight: (node: number | null) => void
}

interface Props {
  readonly drawn: DrawnBoard
  readonly actions: BoardActions
  readonly chosen: Chosen
  /** The stroke at which a value is being typed. */
  readonly typing: Stroke | null
  readonly lit: number | null
  /** A word of trouble by part; and the parts of the finding that is pointed at. */
  readonly marks: ReadonlyMap<string, string>
  readonly pointed: Chosen
  readonly seen: Seen
  readonly cursor: Peg | null
  readonly onCursor: (peg: Peg) => void
  /** Shown whole, without what is only for drawing: for the printer. */
  readonly printing: boolean
  /** Drawn over the parts, in places of the board. */
  readonly children?: ReactNode
}

/** The drawing board: pegs, strokes, and what the pointer and the keys do with them. */
export function Board({
  drawn,
  actions,
  chosen,
  typing,
  lit,
  marks,
  pointed,
  seen: { view, size, setSize: onSize, change: onView },
  cursor,
  onCursor,
  printing,
  children,
}: Props) {
  const { symbols } = useSettings().settings
  const { board, nodes, nodeOf, zero } = drawn
  const root = useRef<HTMLDivElement>(null)
  // What is drawn follows the gesture in the next frame; what the next event meets is the gesture itself.
  const [gesture, showGesture] = useState<Gesture>(idle)
  const latest = useRef<Gesture>(idle)
  const setGesture = (next: Gesture) => {
    latest.current = next
    showGesture(next)
  }
  const pinch = usePinch(onView)

  useLayoutEffect(() => {
    const element = root.current
    if (!element) return
    const measure = () => onSize({ width: element.clientWidth, height: element.clientHeight })
    measure()
    const observer = new ResizeObserver(measure)
    observer.observe(element)
    return () => observer.disconnect()
  }, [onSize])

  // The wheel pans, with Ctrl (or two fingers on a pad) it zooms. React listens passively, so this does not.
  useEffect(() => {
    const element = root.current
    if (!element) return
    const wheel = (event: WheelEvent) => {
      event.preventDefault()
      const at = placeIn(element, event)
      const unit = event.deltaMode === 1 ? 16 : 1
      if (event.ctrlKey || event.metaKey) onView((now) => zoomAt(now, Math.exp(-event.deltaY * unit * 0.0022), at))
      else if (event.shiftKey && event.deltaX === 0) onView((now) => panBy(now, { x: -event.deltaY * unit, y: 0 }))
      else onView((now) => panBy(now, { x: -event.deltaX * unit, y: -event.deltaY * unit }))
    }
    element.addEventListener('wheel', wheel, { passive: false })
    return () => element.removeEventListener('wheel', wheel)
  }, [onView])

  // While parts move or an end reaches out, the board is drawn as it would then be.
  const moved = gesture.state === 'moving' && withChosen(chosen, gesture.part)
  const preview = useMemo((): BoardData => {
    if (gesture.state === 'moving' && moved) return moveParts(board, moved, gesture.by, gesture.alone)
    if (gesture.state === 'reaching') return moveEnd(board, gesture.part, gesture.end, gesture.to)
    return board
    // eslint-disable-next-line react-hooks/exhaustive-deps -- `moved` follows from the gesture
  }, [board, gesture])
  const picture = useMemo(
    () => (preview === board ? drawn.picture : drawBoard(preview, nodes)),
    [preview, board, drawn.picture, nodes],
  )

  // The parts that change with the gesture, and the rest.
  const touched = useMemo((): Chosen | null => {
    if (gesture.state === 'reaching') return new Set([gesture.part])
    return gesture.state === 'moving' && moved ? joinedTo(board, moved) : null
    // eslint-disable-next-line react-hooks/exhaustive-deps -- not each step of the gesture, only what it holds
  }, [board, gesture.state, 'part' in gesture ? gesture.part : null])
  const still = useMemo(
    () => (touched === null ? drawn.picture : keep(board, drawn.picture, touched, false)),
    [board, drawn.picture, touched],
  )
  const moving = useMemo(
    () => (touched === null ? null : keep(board, picture, touched, true)),
    [board, picture, touched],
  )

  const targetOf = (event: PointerEvent, at: Place): Target => {
    const element = event.target as Element
    const end = element.closest('[data-end]')
    if (end)
      return { kind: 'end', part: end.getAttribute('data-of') ?? '', end: end.getAttribute('data-end') as 'from' }
    const node = element.closest('[data-node]')
    if (node) return { kind: 'node', node: Number(node.getAttribute('data-node')) }
    const name = element.closest('[data-part]')?.getAttribute('data-part') ?? null
    if (name !== null && element.closest('[data-grip]')) return { kind: 'part', name }
    if (isAtPeg(at, view.zoom)) return { kind: 'peg', peg: nearestPeg(at) }
    return name === null ? { kind: 'board' } : { kind: 'part', name }
  }

  const onPointerDown = (event: PointerEvent<HTMLDivElement>) => {
    if ((event.target as Element).closest('[data-own]')) return
    const element = event.currentTarget
    const at = placeIn(element, event)
    element.setPointerCapture(event.pointerId)
    if (pinch.down(event.pointerId, at, event.button === 1 || (event.button === 0 && event.altKey && event.shiftKey))) {
      setGesture(idle)
      return
    }
    if (event.button !== 0) return
    // The focus follows by hand, so that a press on a part does not scroll or lose the field's text.
    event.preventDefault()
    element.focus({ preventScroll: true })
    const place = toBoard(view, at)
    const target = targetOf(event, place)
    const more = event.shiftKey || event.ctrlKey || event.metaKey
    setGesture(
      press(event.shiftKey && target.kind === 'peg' ? { kind: 'board' } : target, place, { more, alone: event.altKey }),
    )
  }
  const onPointerMove = (event: PointerEvent<HTMLDivElement>) => {
    const at = placeIn(event.currentTarget, event)
    if (pinch.move(event.pointerId, at)) return
    if (latest.current.state !== 'idle') return setGesture(drag(latest.current, toBoard(view, at), view.zoom))
    // Pointing at a node, or any wire or end of it, lights all of it.
    const element = event.target as Element
    const badge = element.closest('[data-node]')
    const place = toBoard(view, at)
    const point = isAtPeg(place, view.zoom) ? pointAt(board, nearestPeg(place)) : undefined
    const part = picture.parts.find(({ name }) => name === element.closest('[data-part]')?.getAttribute('data-part'))
    if (badge) actions.onLight(Number(badge.getAttribute('data-node')))
    else if (point !== undefined) actions.onLight(nodeOf(point))
    else actions.onLight(part?.kind === 'wire' ? nodeOf(part.from) : null)
  }
  const onPointerUp = (event: PointerEvent<HTMLDivElement>) => {
    if (pinch.up(event.pointerId)) return
    const outcome = release(latest.current)
    setGesture(idle)
    if (outcome === null) return
    switch (outcome.kind) {
      case 'stroke':
        onCursor(outcome.to)
        return actions.onStroke([outcome.from, outcome.to])
      case 'move':
        return actions.onChange((now) => moveParts(now, withChosen(chosen, outcome.part), outcome.by, outcome.alone))
      case 'reach':
        return actions.onChange((now) => moveEnd(now, outcome.part, outcome.end, outcome.to))
      case 'band': {
        const found = within(picture.parts, outcome.from, outcome.to)
        return actions.onChoose(new Set(outcome.held.more ? [...chosen, ...found] : found))
      }
      case 'tap':
        return tap(outcome.on, outcome.held.more)
    }
  }
  const tap = (on: Target, more: boolean) => {
    if (on.kind === 'part' || on.kind === 'end') {
      const name = on.kind === 'part' ? on.name : on.part
      const next = new Set(more ? chosen : [])
      if (more && chosen.has(name)) next.delete(name)
      else next.add(name)
      actions.onChoose(next)
      root.current?.querySelector<SVGElement>(`[data-part="${CSS.escape(name)}"]`)?.focus({ preventScroll: true })
      return
    }
    if (on.kind === 'node') return actions.onNode(on.node)
    if (on.kind === 'peg') onCursor(on.peg)
    if (!more) actions.onChoose(none)
  }
  const onDoubleClick = (event: React.MouseEvent) => {
    const name = (event.target as Element).closest('[data-part]')?.getAttribute('data-part')
    if (name) actions.onEdit(name)
  }

  const focused = () => document.activeElement?.closest('[data-part]')?.getAttribute('data-part') ?? null
  const onKeyDown = (event: KeyboardEvent) => {
    if ((event.target as Element).closest('[data-own]')) return
    if (event.key === 'Escape' && latest.current.state !== 'idle') {
      event.stopPropagation()
      return setGesture(idle)
    }
    const arrow = arrows[event.key]
    const name = focused()
    const meant: Chosen = chosen.size > 0 ? chosen : new Set(name === null ? [] : [name])
    if (arrow) {
      event.preventDefault()
      const [x, y] = arrow
      if (event.altKey)
        return void (meant.size > 0 && actions.onChange((now) => moveParts(now, meant, { x, y }), 'nudge'))
      const from = cursor ?? nearestPeg(toBoard(view, { x: size.width / 2, y: size.height / 2 }))
      const to = { x: from.x + x, y: from.y + y }
      if (event.shiftKey) return actions.onStroke([from, to])
      onCursor(cursor === null ? from : to)
      onView((now) => bringIn(now, placeOf(to), size.width, size.height))
      if (name !== null) root.current?.focus({ preventScroll: true })
      return
    }
    if (event.key === 'Delete' || event.key === 'Backspace') {
      if (meant.size === 0) return
      event.preventDefault()
      actions.onDelete(meant)
      root.current?.focus({ preventScroll: true })
    } else if (event.key === 'Enter') {
      const [one] = meant
      if (meant.size !== 1) return
      event.preventDefault()
      actions.onEdit(one)
    } else if (event.key === ' ' && name !== null) {
      event.preventDefault()
      const next = new Set(chosen)
      if (!next.delete(name)) next.add(name)
      actions.onChoose(next)
    } else if (event.key === 'Escape' && chosen.size > 0) {
      event.stopPropagation()
      actions.onChoose(none)
    }
  }
  // A part that gets the focus by the keyboard comes into sight.
  const onFocus = useCallback(
    (event: React.FocusEvent) => {
      const name = (event.target as Element).closest('[data-part]')?.getAttribute('data-part')
      const part = picture.parts.find((one) => one.name === name)
      if (part && (event.target as Element).matches(':focus-visible'))
        onView((now) => bringIn(now, part.symbol, size.width, size.height))
    },
    [picture, onView, size],
  )

  const stroke: Stroke | null = gesture.state === 'stroking' ? [gesture.from, gesture.to] : typing
  const [single] = chosen.size === 1 ? [...chosen] : []
  const handles = gesture.state === 'idle' && single !== undefined ? ends(board, single) : []
  const { zoom, shift } = view
  const { box } = picture
  const transform = `translate(${shift.x},${shift.y}) scale(${zoom})`
  const layer = { nodes, nodeOf, zero, symbols, chosen, lit, marks, pointed }
  return (
    // eslint-disable-next-line jsx-a11y/no-noninteractive-element-interactions -- an application: it takes pointer and keys
    <div
      ref={root}
      role="application"
      // eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex -- as above
      tabIndex={0}
      aria-label="Drawing board"
      aria-roledescription="drawing board"
      aria-describedby="board-hint"
      onPointerDown={onPointerDown}
      onMouseDown={(event) => event.preventDefault()}
      onPointerMove={onPointerMove}
      onPointerUp={onPointerUp}
      onPointerCancel={(event) => {
        pinch.up(event.pointerId)
        setGesture(idle)
      }}
      onPointerLeave={() => actions.onLight(null)}
      onDoubleClick={onDoubleClick}
      onKeyDown={onKeyDown}
      onFocus={onFocus}
      className={clsx(
        'absolute inset-0 touch-none overflow-hidden bg-sheet select-none focus-visible:outline-offset-[-3px] print:static print:h-auto',
        gesture.state === 'stroking' && 'cursor-crosshair',
        gesture.state === 'moving' && 'cursor-grabbing',
      )}
    >
      {!printing && <Pegs view={view} />}
      <svg
        data-board
        {...(printing
          ? { viewBox: `${box.x} ${box.y} ${box.width} ${box.height}`, width: '100%', className: 'max-h-[90vh]' }
          : { width: '100%', height: '100%', className: 'absolute inset-0 will-change-transform' })}
        aria-hidden={printing || undefined}
        style={lettering}
      >
        <g data-stage transform={printing ? undefined : transform}>
          <BoardLayer {...layer} picture={still} onNode={actions.onNode} onLight={actions.onLight} />
          {children}
        </g>
      </svg>
      {/* What moves has a layer of its own, so that the rest need not be painted again. */}
      <svg
        width="100%"
        height="100%"
        className="pointer-events-none absolute inset-0 will-change-transform print:hidden"
        style={lettering}
      >
        <g transform={transform}>
          {moving && <BoardLayer {...layer} picture={moving} onNode={actions.onNode} onLight={actions.onLight} />}
          {stroke && !samePeg(stroke[0], stroke[1]) && <Pencil stroke={stroke} />}
          {cursor && !stroke && (
            <rect
              x={cursor.x * pitch - 9}
              y={cursor.y * pitch - 9}
              width={18}
              height={18}
              rx={4}
              className="fill-none stroke-chosen"
              strokeWidth={1.5 / Math.min(1, zoom)}
              strokeDasharray="4 3"
            />
          )}
          {gesture.state === 'banding' && <Band from={gesture.from} to={gesture.to} />}
          {handles.map(({ end, x, y }) => (
            <circle
              key={end}
              data-end={end}
              data-of={single}
              cx={x}
              cy={y}
              r={7}
              className="pointer-events-auto cursor-grab fill-sheet stroke-chosen"
              strokeWidth={2}
            />
          ))}
        </g>
      </svg>
    </div>
  )
}

const lettering = { fontSize: '12px', fontFamily: 'var(--font-mono)' }

/** The pegs behind the drawing. */
function Pegs({ view: { zoom, shift } }: { readonly view: View }) {
  const [step, radius] = [pitch * zoom, Math.max(1, 1.5 * Math.min(1, zoom))]
  return (
    <div
      aria-hidden
      className="absolute inset-0 will-change-transform print:hidden"
      style={{
        backgroundImage: `radial-gradient(circle, var(--edge) ${radius}px, transparent ${radius + 0.6}px)`,
        backgroundSize: `${step}px ${step}px`,
        backgroundPosition: `${shift.x - step / 2}px ${shift.y - step / 2}px`,
        opacity: 0.45,
      }}
    />
  )
}

const none: Chosen = new Set()

function placeIn(element: Element, { clientX, clientY }: { clientX: number; clientY: number }): Place {
  const { left, top } = element.getBoundingClientRect()
  return { x: clientX - left, y: clientY - top }
}

/** What is moved by a part: all that is chosen, if it is among it. */
function withChosen(chosen: Chosen, part: string): Chosen {
  return chosen.has(part) ? chosen : new Set([part])
}

/** Chosen parts and all that have a point in common with them. */
function joinedTo({ document }: BoardData, chosen: Chosen): Chosen {
  const points = new Set(document.parts.filter(({ name }) => chosen.has(name)).flatMap(({ from, to }) => [from, to]))
  return new Set(document.parts.filter(({ from, to }) => points.has(from) || points.has(to)).map(({ name }) => name))
}

/** What of a picture is touched by a gesture, or what is not; on a new peg is what the gesture brought there. */
function keep({ document, points }: BoardData, picture: BoardPicture, touched: Chosen, wanted: boolean): BoardPicture {
  const ends = new Set(document.parts.filter(({ name }) => touched.has(name)).flatMap(({ from, to }) => [from, to]))
  const point = (name: string) => (ends.has(name) || !points.has(name)) === wanted
  return {
    ...picture,
    parts: picture.parts.filter(({ name }) => touched.has(name) === wanted),
    dots: picture.dots.filter((dot) => point(dot.point)),
    bare: picture.bare.filter((end) => point(end.point)),
    nodes: picture.nodes.filter((node) => point(node.points.find((name) => ends.has(name)) ?? node.points[0])),
  }
}

/** Where the two ends of a chosen part can be taken: a little inside, so that a stroke can still begin on their pegs. */
function ends(board: BoardData, name: string) {
  const part = board.document.parts.find((one) => one.name === name)
  if (!part || !board.points.has(part.from) || !board.points.has(part.to)) return []
  const [a, b] = strokeOf(board, part).map(placeOf)
  const long = Math.hypot(b.x - a.x, b.y - a.y) || 1
  const inside = Math.min(15, long / 4)
  const [dx, dy] = [((b.x - a.x) / long) * inside, ((b.y - a.y) / long) * inside]
  return [
    { end: 'from', x: a.x + dx, y: a.y + dy },
    { end: 'to', x: b.x - dx, y: b.y - dy },
  ] as const
}

function Pencil({ stroke: [from, to] }: { readonly stroke: Stroke }) {
  const [a, b] = [placeOf(from), placeOf(to)]
  return (
    <>
      <path d={`M${a.x},${a.y}L${b.x},${b.y}`} className="stroke-chosen" strokeWidth={2.5} strokeDasharray="7 4" />
      <circle cx={a.x} cy={a.y} r={5} className="fill-chosen" />
      <circle cx={b.x} cy={b.y} r={7} className="fill-none stroke-chosen" strokeWidth={1.5} />
    </>
  )
}

function Band({ from, to }: { readonly from: Place; readonly to: Place }) {
  return (
    <rect
      x={Math.min(from.x, to.x)}
      y={Math.min(from.y, to.y)}
      width={Math.abs(to.x - from.x)}
      height={Math.abs(to.y - from.y)}
      className="fill-chosen-wash stroke-chosen"
      fillOpacity={0.4}
      strokeDasharray="4 3"
    />
  )
}
