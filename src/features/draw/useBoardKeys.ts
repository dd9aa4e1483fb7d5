import {
  useEffect,
  useMemo,
  useRef,
  type Dispatch,
  type KeyboardEvent,
  type RefObject,
  type SetStateAction,
} from 'react'
import { jump, moveParts, placeOf, type Chosen, type Peg } from '@/core/entry'
import type { BoardActions, DrawnBoard } from './useBoard'
import { steps } from './TypedStroke'
import { partAt, type Held } from './useGesture'
import type { Seen } from './useView'
import { bringIn, nearestPeg, toBoard } from './view'

interface Props {
  readonly drawn: DrawnBoard
  readonly actions: BoardActions
  readonly chosen: Chosen
  readonly seen: Seen
  readonly cursor: Peg | null
  readonly onCursor: Dispatch<SetStateAction<Peg | null>>
}

/** What the keys do on the board: walk the pegs, draw, move, edit, delete. */
export function useBoardKeys(root: RefObject<HTMLDivElement | null>, props: Props, held: Held) {
  const latest = useRef({ props, held })
  useEffect(() => {
    latest.current = { props, held }
  })
  const actions = useMemo(() => {
    const focused = () => partAt(document.activeElement)
    /** Where the cursor is; before it was moved, at the + end of the source. */
    const cursorNow = (): Peg => {
      const { cursor, drawn, seen } = latest.current.props
      const { document: it, points } = drawn.board
      const first = it.parts.find(({ kind }) => kind === 'source' || kind === 'terminals') ?? it.parts[0]
      const { width, height } = seen.size
      return cursor ?? points.get(first?.from ?? '') ?? nearestPeg(toBoard(seen.view, { x: width / 2, y: height / 2 }))
    }
    const meant = (): Chosen => {
      const { chosen } = latest.current.props
      const name = focused()
      return chosen.size > 0 ? chosen : new Set(name === null ? [] : [name])
    }
    const arrowed = (event: KeyboardEvent, step: readonly [number, number]) => {
      const { actions, drawn, onCursor, seen } = latest.current.props
      event.preventDefault()
      const [x, y] = step
      if (event.altKey && !event.shiftKey) {
        if (meant().size > 0) actions.onChange((now) => moveParts(now, meant(), { x, y }), 'nudge')
        return
      }
      const from = cursorNow()
      const to = event.ctrlKey || event.metaKey ? jump(drawn.board, from, step) : { x: from.x + x, y: from.y + y }
      if (event.shiftKey) return actions.onStroke([from, to], { past: event.altKey })
      onCursor(to)
      seen.change((now) => bringIn(now, placeOf(to), seen.size.width, seen.size.height))
      if (focused() !== null) root.current?.focus({ preventScroll: true })
    }
    const onKeyDown = (event: KeyboardEvent) => {
      const { actions, chosen } = latest.current.props
      const { isDragging, cancel, typed } = latest.current.held
      if ((event.target as Element).closest('[data-own]')) return
      const stop = () => {
        event.preventDefault()
        // What is typed here is no key of the screen.
        event.nativeEvent.stopImmediatePropagation()
      }
      if (isDragging()) {
        if (event.key === 'Escape') cancel()
        else if (event.key === 'Backspace') typed.current = typed.current.slice(0, -1)
        else if (event.key.length === 1 && !event.ctrlKey && !event.metaKey) typed.current += event.key
        else return
        return stop()
      }
      const step = steps[event.key]
      if (step) return arrowed(event, step)
      const parts = meant()
      const [one] = parts
      const name = focused()
      if (isDigit(event) && parts.size === 1) {
        stop()
        actions.onEdit(one, event.key)
      } else if (event.key === 'Delete' || event.key === 'Backspace') {
        if (parts.size === 0) return
        event.preventDefault()
        actions.onDelete(parts)
        root.current?.focus({ preventScroll: true })
      } else if (event.key === 'Enter') {
        if (parts.size !== 1) return
        event.preventDefault()
        actions.onEdit(one)
      } else if (event.key === ' ' && name !== null) {
        event.preventDefault()
        const next = new Set(chosen)
        if (!next.delete(name)) next.add(name)
        actions.onChoose(next)
      } else if (event.key === 'Escape' && chosen.size > 0) {
        event.stopPropagation()
        actions.onChoose(new Set())
      }
    }
    return { onKeyDown, showCursor: () => latest.current.props.onCursor((now) => now ?? cursorNow()) }
  }, [root])

  // A digit means the value of the one chosen part, wherever else on the screen the focus is.
  useEffect(() => {
    const onDigit = (event: globalThis.KeyboardEvent) => {
      const { chosen, actions } = latest.current.props
      const element = event.target as Element
      if (chosen.size !== 1 || !isDigit(event) || root.current?.contains(element)) return
      if (element.closest('input, textarea, select, [contenteditable], [role=dialog], [role=menu]')) return
      event.preventDefault()
      event.stopImmediatePropagation()
      actions.onEdit([...chosen][0], event.key)
    }
    window.addEventListener('keydown', onDigit, true)
    return () => window.removeEventListener('keydown', onDigit, true)
  }, [root])
  return actions
}

function isDigit({ key, ctrlKey, metaKey, altKey }: Pick<KeyboardEvent, 'key' | 'ctrlKey' | 'metaKey' | 'altKey'>) {
  return /^[\d.]$/.test(key) && !ctrlKey && !metaKey && !altKey
}
