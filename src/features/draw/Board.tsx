import clsx from 'clsx'
import {
  useCallback,
  useEffect,
  useLayoutEffect,
  useMemo,
  useRef,
  type Dispatch,
  type ReactNode,
  type SetStateAction,
} from 'react'
import type { Coordinates } from '@/core/picture'
import {
  drawBoard,
  moveEnd,
  moveParts,
  pitch,
  placeOf,
  samePeg,
  strokeOf,
  type Board as BoardData,
  type BoardPicture,
  type Chosen,
  type Peg,
  type Stroke,
} from '@/core/entry'
import { useSettings } from '@/ui/settings'
import type { BoardActions, DrawnBoard } from './useBoard'
import { BoardLayer } from './BoardLayer'
import { useBoardKeys } from './useBoardKeys'
import { partAt, placeIn, useGesture, withChosen } from './useGesture'
import type { Seen } from './useView'
import { bringIn, panBy, zoomAt, type View } from './view'

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
  /** Where the keys draw, once they do. */
  readonly cursor: Peg | null
  readonly onCursor: Dispatch<SetStateAction<Peg | null>>
  /** Shown whole, without what is only for drawing: for the printer. */
  readonly printing: boolean
  /** Lies under the pegs, in places of the screen. */
  readonly under?: ReactNode
  /** Drawn over the parts, in places of the board. */
  readonly children?: ReactNode
}

/** The drawing board: pegs, strokes, and what the pointer and the keys do with them. */
export function Board(props: Props) {
  const { drawn, actions, chosen, typing, lit, marks, pointed, cursor, printing, under, children } = props
  const { view, size, setSize: onSize, change: onView } = props.seen
  const { symbols } = useSettings().settings
  const { board, nodes, nodeOf, zero } = drawn
  const root = useRef<HTMLDivElement>(null)
  const { gesture, held, handlers } = useGesture(root, props)
  const keys = useBoardKeys(root, props, held)

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

  // While parts move or an end reaches out, the board is drawn as it would then be; lines are joined when it is let go.
  const moved = gesture.state === 'moving' && withChosen(chosen, gesture.part)
  const preview = useMemo((): BoardData => {
    if (gesture.state === 'moving' && moved) return moveParts(board, moved, gesture.by, { alone: gesture.alone })
    if (gesture.state === 'reaching') return moveEnd(board, gesture.part, gesture.end, gesture.to)
    return board
    // oxlint-disable-next-line react/exhaustive-deps -- `moved` follows from the gesture
  }, [board, gesture])
  const picture = useMemo(
    () => (preview === board ? drawn.picture : drawBoard(preview, nodes)),
    [preview, board, drawn.picture, nodes],
  )

  // The parts that change with the gesture, and the rest.
  const touched = useMemo((): Chosen | null => {
    if (gesture.state === 'reaching') return new Set([gesture.part])
    return gesture.state === 'moving' && moved ? joinedTo(board, moved) : null
    // oxlint-disable-next-line react/exhaustive-deps -- not each step of the gesture, only what it holds
  }, [board, gesture.state, 'part' in gesture ? gesture.part : null])
  const still = useMemo(
    () => (touched === null ? drawn.picture : keep(board, drawn.picture, touched, false)),
    [board, drawn.picture, touched],
  )
  const moving = useMemo(
    () => (touched === null ? null : keep(board, picture, touched, true)),
    [board, picture, touched],
  )

  // A part that gets the focus by the keyboard comes into sight; so does the cursor when the board itself does.
  const onFocus = useCallback(
    (event: React.FocusEvent) => {
      if (!(event.target as Element).matches(':focus-visible')) return
      const part = picture.parts.find(({ name }) => name === partAt(event.target as Element))
      if (event.target === root.current) keys.showCursor()
      else if (part) onView((now) => bringIn(now, part.symbol, size.width, size.height))
    },
    [picture, onView, size, keys],
  )

  const stroke: Stroke | null = gesture.state === 'stroking' ? [gesture.from, gesture.to] : typing
  const [single] = chosen.size === 1 ? [...chosen] : []
  const handles = gesture.state === 'idle' && single !== undefined ? ends(board, single) : []
  const { zoom, shift } = view
  const { box } = picture
  const transform = `translate(${shift.x},${shift.y}) scale(${zoom})`
  const layer = { nodes, nodeOf, zero, symbols, chosen, lit, marks, pointed }
  return (
    // oxlint-disable-next-line jsx-a11y/no-noninteractive-element-interactions -- an application: it takes pointer and keys
    <div
      ref={root}
      role="application"
      // oxlint-disable-next-line jsx-a11y/no-noninteractive-tabindex -- as above
      tabIndex={0}
      aria-label="Drawing board"
      data-keys="board"
      aria-roledescription="drawing board"
      aria-describedby="board-hint"
      {...handlers}
      onMouseDown={(event) => event.preventDefault()}
      onKeyDown={keys.onKeyDown}
      onFocus={onFocus}
      className={clsx(
        'absolute inset-0 touch-none overflow-hidden bg-sheet select-none focus-visible:outline-offset-[-3px] print:static print:h-auto',
        gesture.state === 'stroking' && 'cursor-crosshair',
        gesture.state === 'moving' && 'cursor-grabbing',
      )}
    >
      {!printing && under}
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

function Band({ from, to }: { readonly from: Coordinates; readonly to: Coordinates }) {
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
