import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import type { Coordinates } from '@/core/picture'
import type { NetworkDocument } from '@/core/network'
import {
  applyStroke,
  asTyped,
  changePart,
  isSupply,
  jump,
  openBoard,
  placeOf,
  strokeOf,
  type Peg,
  type Stroke,
  type StrokeMeaning,
} from '@/core/entry'
import { useOpenNetwork } from '@/ui/network/OpenNetwork'
import { toast } from '@/ui/toast'
import { type Drawing, useEdit } from './useBoard'
import type { Typing } from './TypedStroke'

/** While this many strokes are fresh, their ends are not said to miss anything. */
const mostFresh = 3
/** Milliseconds after which a stroke is no longer fresh. */
const fresh = 4000

/** The field at a stroke or a part, and what becomes of what is typed there. */
interface TypingDoors {
  readonly typing: Typing | null
  /** The parts drawn last: the person is still at it. */
  readonly justDrawn: ReadonlySet<string>
  readonly begin: (stroke: Stroke, how: Drawing) => void
  readonly edit: (name: string, first?: string) => void
  readonly extend: (step: readonly [number, number], leap: boolean) => void
  readonly finish: (meaning: StrokeMeaning & { ok: true }, name: string | null, left: boolean) => void
  /** Keeps what makes no sense at its part, marked, to be gone back to. */
  readonly leaveWrong: (typed: string, name: string | null) => void
  readonly cancel: () => void
}

/** What the screen does once a field was closed, and where it shows what goes on. */
interface Told {
  /** A stroke was drawn, and its field closed by Enter: the work goes on at its end. */
  readonly onDrawn: (end: Peg) => void
  /** A part was edited; `left` if the focus went elsewhere. */
  readonly onEdited: (before: string, after: string, left: boolean) => void
  readonly show: (place: Coordinates) => void
}

export function useTyping({ onDrawn, onEdited, show }: Told): TypingDoors {
  const { store } = useOpenNetwork()
  const change = useEdit()
  const [typing, setTyping] = useState<Typing | null>(null)
  const [drawnLast, setDrawnLast] = useState<readonly string[]>([])
  const count = useRef(0)
  const justDrawn = useMemo(() => new Set(drawnLast), [drawnLast])
  const isTyping = typing !== null
  useEffect(() => {
    if (isTyping || drawnLast.length === 0) return
    const waits = setTimeout(() => setDrawnLast([]), fresh)
    return () => clearTimeout(waits)
  }, [isTyping, drawnLast])

  const edit = useCallback(
    (name: string, first?: string) => {
      const board = openBoard(store.getState().document)
      const part = board.document.parts.find((one) => one.name === name)
      if (part && board.points.has(part.from))
        setTyping({ stroke: strokeOf(board, part), part: name, first, field: ++count.current })
    },
    [store],
  )
  const begin = useCallback((stroke: Stroke, { past, typed }: Drawing) => {
    setTyping({ stroke, past, first: typed || undefined, field: ++count.current })
  }, [])
  /** Gives the part's name afterwards, null for a new one. */
  const close = (meaning: StrokeMeaning & { ok: true }, name: string | null): string | null => {
    if (!typing) return null
    const { stroke, part, past } = typing
    // Another stroke may have opened a field of its own meanwhile.
    setTyping((now) => (now === typing ? null : now))
    const before = store.getState().document
    if (part === undefined) {
      change((now) => applyStroke(now, stroke, meaning, name, past))
      const after = store.getState().document
      setDrawnLast((names) => [...names, after.parts[after.parts.length - 1].name].slice(-mostFresh))
      if (meaning.kind === 'source' || meaning.kind === 'terminals') sayReplaced(before, after)
      return null
    }
    const index = before.parts.findIndex((one) => one.name === part)
    store.change(changePart(before, part, meaning, name), null)
    return store.getState().document.parts[index]?.name ?? part
  }
  return {
    typing,
    justDrawn,
    begin,
    edit,
    extend: (step, leap) => {
      if (!typing) return
      const { stroke } = typing
      const [from, to] = stroke
      const end = leap ? jump(openBoard(store.getState().document), to, step) : { x: to.x + step[0], y: to.y + step[1] }
      setTyping({ ...typing, stroke: [from, end] })
      show(placeOf(end))
    },
    finish: (meaning, name, left) => {
      const after = close(meaning, name)
      if (typing?.part !== undefined && after !== null) onEdited(typing.part, after, left)
      else if (typing && !left) onDrawn(typing.stroke[1])
    },
    leaveWrong: (typed, name) => {
      const kind = store.getState().document.parts.find((part) => part.name === typing?.part)?.kind
      close(asTyped(kind ?? 'resistor', typed), name)
    },
    cancel: () => setTyping((now) => (now === typing ? null : now)),
  }
}

/** A source that something touched, and that yet gave its place to the one that was drawn, is not lost silently. */
function sayReplaced(before: NetworkDocument, after: NetworkDocument): void {
  const supply = ({ parts }: NetworkDocument) => parts.filter(isSupply)
  const [old] = supply(before)
  const touched = before.parts.some(
    (part) => part !== old && [part.from, part.to].some((point) => point === old?.from || point === old?.to),
  )
  if (old && touched && supply(before).length === 1 && supply(after).length === 1)
    toast(`${old.name} was not used yet, so what you drew replaces it. Ctrl Z brings it back`)
}
