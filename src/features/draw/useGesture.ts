import { useEffect, useRef, useState, type MouseEvent, type PointerEvent, type RefObject } from 'react'
import { measures, type Coordinates } from '@/core/picture'
import {
  moveEnd,
  moveParts,
  pegsOn,
  pitch,
  placeOf,
  pointAt,
  type BoardPart,
  type Chosen,
  type Peg,
} from '@/core/entry'
import type { BoardActions, DrawnBoard } from './useBoard'
import { drag, idle, isAtPeg, press, release, within, type Gesture, type Target } from './gesture'
import type { Seen } from './useView'
import { edgePull, nearestPeg, panBy, toBoard, zoomAt, type View } from './view'

/** What the keys have to do with the gesture under way. */
export interface Held {
  readonly isDragging: () => boolean
  readonly cancel: () => void
  /** What was typed while a stroke is drawn: it goes into its field. */
  readonly typed: { current: string }
}

interface Props {
  readonly drawn: DrawnBoard
  readonly actions: BoardActions
  readonly chosen: Chosen
  readonly seen: Seen
  readonly onCursor: (peg: Peg) => void
}

/** What the pointer does on the board: the gesture under way, and the handlers that feed it. */
export function useGesture(root: RefObject<HTMLDivElement | null>, props: Props) {
  const { drawn, actions, chosen, onCursor } = props
  const { view, size, change: onView } = props.seen
  const { board, picture, nodeOf } = drawn
  // What is drawn follows the gesture in the next frame; what the next event meets is the gesture itself.
  const [gesture, showGesture] = useState<Gesture>(idle)
  const latest = useRef<Gesture>(idle)
  const typed = useRef('')
  const setGesture = (next: Gesture) => {
    if (next === latest.current) return
    latest.current = next
    showGesture(next)
  }
  const pinch = usePinch(onView)
  const seen = useRef(view)
  useEffect(() => {
    seen.current = view
  }, [view])

  // Held at its edge, the board pans along; a stroke that only ends there finds the peg that it was led to.
  const pointer = useRef<Coordinates | null>(null)
  const began = useRef<Coordinates>({ x: 0, y: 0 })
  const isDragging = gesture.state !== 'idle' && gesture.state !== 'pressing'
  const { width, height } = size
  useEffect(() => {
    if (!isDragging) return
    let frame = 0
    let rested = 0
    const pan = () => {
      frame = requestAnimationFrame(pan)
      const pull = pointer.current && edgePull(pointer.current, began.current, width, height)
      rested = pull ? rested + 1 : 0
      if (!pull || !pointer.current || rested <= edgePause) return
      seen.current = panBy(seen.current, pull)
      onView(() => seen.current)
      const next = drag(latest.current, toBoard(seen.current, pointer.current), seen.current.zoom)
      latest.current = next
      showGesture(next)
    }
    frame = requestAnimationFrame(pan)
    return () => cancelAnimationFrame(frame)
  }, [isDragging, width, height, onView])

  const targetOf = (element: Element, at: Coordinates): Target => {
    const end = element.closest('[data-end]')
    if (end)
      return { kind: 'end', part: end.getAttribute('data-of') ?? '', end: end.getAttribute('data-end') as 'from' }
    const peg = nearestPeg(at)
    const node = element.closest('[data-node]')
    if (node) return { kind: 'node', node: Number(node.getAttribute('data-node')), peg }
    const part = picture.parts.find(({ name }) => name === partAt(element))
    const grip = element.closest('[data-grip]')?.getAttribute('data-grip')
    const body = grip === 'body' && part && isOnBody(part.symbol, placeOf(peg), at)
    if (isAtPeg(at, view.zoom) && !body) return { kind: 'peg', peg, over: grip ? null : (part?.name ?? null) }
    const miss = element.closest('[data-join]')
    if (miss) return { kind: 'miss', key: miss.getAttribute('data-join') ?? '', peg }
    if (!part) return { kind: 'board' }
    // What is chosen is moved by any of its lines.
    if (grip || chosen.has(part.name)) return { kind: 'part', name: part.name }
    const far = (one: Peg) => Math.hypot(placeOf(one).x - at.x, placeOf(one).y - at.y)
    const pegs = board.document.parts.filter(({ name }) => name === part.name).flatMap((one) => pegsOn(board, one))
    const nearest = pegs.reduce((best, one) => (far(one) < far(best) ? one : best), pegs[0] ?? peg)
    return { kind: 'line', name: part.name, peg: far(nearest) <= 1.2 * pitch ? nearest : peg }
  }

  const tap = (on: Target, more: boolean) => {
    const name = on.kind === 'end' ? on.part : on.kind === 'peg' ? on.over : 'name' in on ? on.name : null
    if (on.kind === 'peg') onCursor(on.peg)
    if (on.kind === 'node') return actions.onNode(on.node)
    if (on.kind === 'miss') return actions.onJoin(on.key)
    if (name === null) return more ? undefined : actions.onChoose(new Set())
    const next = new Set(more ? chosen : [])
    if (more && chosen.has(name)) next.delete(name)
    else next.add(name)
    actions.onChoose(next)
    root.current?.querySelector<SVGElement>(`[data-part="${CSS.escape(name)}"]`)?.focus({ preventScroll: true })
  }

  const handlers = {
    onPointerDown: (event: PointerEvent<HTMLDivElement>) => {
      if ((event.target as Element).closest('[data-own]')) return
      const element = event.currentTarget
      const at = placeIn(element, event)
      element.setPointerCapture(event.pointerId)
      const pans = event.button === 1 || (event.button === 0 && event.altKey && event.shiftKey)
      if (pinch.down(event.pointerId, at, pans)) return setGesture(idle)
      if (event.button !== 0) return
      // The focus follows by hand, so that a press on a part does not scroll or lose the field's text.
      event.preventDefault()
      element.focus({ preventScroll: true })
      typed.current = ''
      pointer.current = at
      began.current = at
      const place = toBoard(view, at)
      const more = event.shiftKey || event.ctrlKey || event.metaKey
      const keys = { more, band: event.shiftKey, alone: event.altKey }
      setGesture(press(targetOf(event.target as Element, place), place, keys))
    },
    onPointerMove: (event: PointerEvent<HTMLDivElement>) => {
      const at = placeIn(event.currentTarget, event)
      if (pinch.move(event.pointerId, at)) return
      pointer.current = at
      const place = toBoard(seen.current, at)
      if (latest.current.state !== 'idle') return setGesture(drag(latest.current, place, view.zoom))
      // Pointing at a node, or any wire or end of it, lights all of it.
      const element = event.target as Element
      const badge = element.closest('[data-node]')
      const point = isAtPeg(place, view.zoom) ? pointAt(board, nearestPeg(place)) : undefined
      const part = picture.parts.find(({ name }) => name === partAt(element))
      if (badge) actions.onLight(Number(badge.getAttribute('data-node')))
      else if (point !== undefined) actions.onLight(nodeOf(point))
      else actions.onLight(part?.kind === 'wire' ? nodeOf(part.from) : null)
    },
    onPointerUp: (event: PointerEvent<HTMLDivElement>) => {
      if (pinch.up(event.pointerId)) return
      const outcome = release(latest.current)
      setGesture(idle)
      switch (outcome?.kind) {
        case undefined:
          return
        case 'stroke':
          onCursor(outcome.to)
          return actions.onStroke([outcome.from, outcome.to], {
            past: outcome.past || event.altKey,
            typed: typed.current,
          })
        case 'move':
          return actions.onChange((now) =>
            moveParts(now, withChosen(chosen, outcome.part), outcome.by, { alone: outcome.alone, lands: true }),
          )
        case 'reach':
          return actions.onChange((now) =>
            moveEnd(now, outcome.part, outcome.end, outcome.to, !outcome.past && !event.altKey),
          )
        case 'band': {
          const found = within(picture.parts, outcome.from, outcome.to)
          return actions.onChoose(new Set(outcome.held.more ? [...chosen, ...found] : found))
        }
        case 'tap':
          return tap(outcome.on, outcome.held.more)
      }
    },
    onPointerCancel: (event: PointerEvent) => {
      pinch.up(event.pointerId)
      setGesture(idle)
    },
    onPointerLeave: () => actions.onLight(null),
    // The press was captured by the board, so what lies there is asked for anew.
    onDoubleClick: ({ clientX, clientY }: MouseEvent) => {
      const name = partAt(document.elementFromPoint(clientX, clientY))
      if (name !== null) actions.onEdit(name)
    },
  }
  const held: Held = { isDragging: () => latest.current.state !== 'idle', cancel: () => setGesture(idle), typed }
  return { gesture, handlers, held }
}

/** For how many frames the pointer is held at the edge before the board pans along. */
const edgePause = 15

/** How near to a peg at the tip of a symbol a stroke begins there, in pixels; farther in, the press means its body. */
const tip = 8

/** Whether a press on a symbol means its body, for all that its nearest peg is in reach. */
function isOnBody({ x, y, angle, length }: BoardPart['symbol'], peg: Coordinates, at: Coordinates): boolean {
  const turn = (angle * Math.PI) / 180
  const along = Math.abs((peg.x - x) * Math.cos(turn) + (peg.y - y) * Math.sin(turn))
  const across = Math.abs((peg.y - y) * Math.cos(turn) - (peg.x - x) * Math.sin(turn))
  const isInside = along < length / 2 - 1 && across < measures.plate
  return isInside || Math.hypot(at.x - peg.x, at.y - peg.y) > tip
}

export function placeIn(element: Element, { clientX, clientY }: { clientX: number; clientY: number }): Coordinates {
  const { left, top } = element.getBoundingClientRect()
  return { x: clientX - left, y: clientY - top }
}

/** The name of the part that an element belongs to; null if it belongs to none. */
export function partAt(element: Element | null): string | null {
  return element?.closest('[data-part]')?.getAttribute('data-part') ?? null
}

/** What is moved by a part: all that is chosen, if it is among it. */
export function withChosen(chosen: Chosen, part: string): Chosen {
  return chosen.has(part) ? chosen : new Set([part])
}

/** What two fingers, or the middle button, do with the view. Each answers whether the pointer is taken up by that. */
interface Pinch {
  readonly down: (pointer: number, at: Coordinates, pans: boolean) => boolean
  readonly move: (pointer: number, at: Coordinates) => boolean
  readonly up: (pointer: number) => boolean
}

/** Two pointers zoom and pan the board; one that pans does so alone. */
function usePinch(onView: (change: (view: View) => View) => void): Pinch {
  const pointers = useRef(new Map<number, Coordinates>())
  const panning = useRef<number | null>(null)
  return {
    down: (pointer, at, pans) => {
      pointers.current.set(pointer, at)
      if (pans) panning.current = pointer
      return pans || pointers.current.size > 1
    },
    move: (pointer, at) => {
      const before = pointers.current.get(pointer)
      if (!before) return false
      const [other] = [...pointers.current].filter(([id]) => id !== pointer).map(([, place]) => place)
      pointers.current.set(pointer, at)
      if (panning.current === pointer) {
        onView((view) => panBy(view, { x: at.x - before.x, y: at.y - before.y }))
        return true
      }
      if (!other) return false
      const far = (place: Coordinates) => Math.max(20, Math.hypot(place.x - other.x, place.y - other.y))
      const middle = { x: (at.x + other.x) / 2, y: (at.y + other.y) / 2 }
      onView((view) =>
        panBy(zoomAt(view, far(at) / far(before), middle), { x: (at.x - before.x) / 2, y: (at.y - before.y) / 2 }),
      )
      return true
    },
    up: (pointer) => {
      const several = pointers.current.size > 1
      pointers.current.delete(pointer)
      const panned = panning.current === pointer
      if (panned) panning.current = null
      return panned || several
    },
  }
}
