import { useEffect, useEffectEvent, useLayoutEffect, useMemo, useRef, useState } from 'react'
import { exactOf, nextE24, roundFigures, shownText, unitOf, type ExactValue } from '@/core/number'
import {
  givenOf,
  noChanges,
  type Changes,
  type Knob as KnobOf,
  type Worksheet,
  turned,
  withAmounts,
} from '@/core/worksheet'
import { barred } from '@/ui/Barred'
import { useOpenNetwork } from '@/ui/network/OpenNetwork'
import { useSettings } from '@/ui/settings'
import { useHand, type Hand } from '@/ui/turned'
import { KnobTools } from './KnobTools'
import { keepChanges, withOther, type ChangeWhatIf, type WhatIf, workOrSay } from './state'

/** So many pixels turn a value by one per cent. */
const pixels = 3

interface Turn {
  /** The value that the page is drawn with, and the one that it is turned to. */
  readonly from: ExactValue
  readonly to: ExactValue
  /** What it rested at last. */
  readonly told: ExactValue | null
}

/** A value of the worksheet as a knob: dragged, or turned by the arrow keys; everything else follows in the same frame. */
export function Knob({
  worksheet,
  knob,
  whatIf,
  onWhatIf,
  dragFrom,
  onEnd,
}: {
  /** What is on the page now. */
  readonly worksheet: Worksheet
  readonly knob: KnobOf
  readonly whatIf: WhatIf | null
  readonly onWhatIf: ChangeWhatIf
  /** Where a drag across the value began; null where it is turned by keys. */
  readonly dragFrom: number | null
  readonly onEnd: () => void
}) {
  const { figures } = useSettings().settings
  const { store } = useOpenNetwork()
  const hand = useHand()
  const base = whatIf?.base ?? worksheet
  const changes = whatIf?.changes ?? noChanges
  // What it was when it was taken into the hand: Escape puts that back.
  const [first] = useState({ changes, value: knob.value })
  const [turn, setTurn] = useState<Turn>({ from: knob.value, to: knob.value, told: null })
  // What rested comes back as the knob's own value, perhaps while it is turned on; what it was put back to elsewhere holds.
  if (turn.from !== knob.value)
    setTurn({ ...turn, from: knob.value, to: turn.told?.exact === knob.value.exact ? turn.to : knob.value })
  const value = turn.to
  const turning = useRef<Turning | null>(null)
  /** It was turned since it was taken into the hand or put back. */
  const isTurned = useRef(false)
  const slider = useRef<HTMLDivElement>(null)

  const changesAt = (at: ExactValue): Changes => ({
    ...changes,
    values: { ...changes.values, [knob.name]: givenOf(at, knob.quantity) },
  })
  const draw = (next: Changes) => {
    const worked = workOrSay(base, next)
    if (worked) return onWhatIf(withOther(whatIf, { base, changes: next, worksheet: worked }))
    turning.current?.putBack()
    setTurn({ ...turn, to: knob.value })
  }
  const turnTo = (to: ExactValue) => {
    if (!(to.value > 1e-6 && to.value < 1e12)) return
    turning.current?.turnTo(to)
    setTurn((before) => ({ ...before, to }))
    isTurned.current = true
  }
  const putBack = () => {
    isTurned.current = false
    turning.current?.putBack()
    setTurn((before) => ({ ...before, to: first.value }))
    draw(first.changes)
  }

  const onRest = useEffectEvent((to: ExactValue) => {
    setTurn((before) => ({ ...before, told: to }))
    draw(changesAt(to))
  })
  const onBegin = useEffectEvent((begun: Turning) => {
    if (value.exact !== knob.value.exact) begun.turnTo(value)
  })
  // What was turned last stands, also where the knob is let go at once.
  useLayoutEffect(() => () => turning.current?.settle(), [])
  // With the page as it is drawn, before that is seen.
  useLayoutEffect(() => {
    const begun = new Turning(hand, worksheet, knob, (to) => onRest(to))
    turning.current = begun
    onBegin(begun)
    return () => {
      begun.end()
      turning.current = null
    }
  }, [hand, worksheet, knob])
  // Undo takes back what was turned before anything else, also while that has not come to rest.
  const onUndo = useEffectEvent((event: KeyboardEvent) => {
    if (!isTurned.current || !(event.ctrlKey || event.metaKey) || event.shiftKey || event.key !== 'z') return
    event.preventDefault()
    event.stopImmediatePropagation()
    putBack()
  })
  useEffect(() => {
    const undo = (event: KeyboardEvent) => onUndo(event)
    window.addEventListener('keydown', undo, true)
    return () => window.removeEventListener('keydown', undo, true)
  }, [])
  // A drag that began at the value on a sheet goes on wherever the pointer goes.
  const onDrag = useEffectEvent((from: number) => followDrag(from, value.value, turnTo))
  useEffect(() => {
    slider.current?.focus({ preventScroll: true })
    return dragFrom === null ? undefined : onDrag(dragFrom)
  }, [dragFrom])

  const step = (by: 1 | -1, isE24: boolean) => {
    if (isE24) return turnTo(nextE24(value.value, by))
    const next = roundFigures(value.value * (1 + by / 100), 3)
    // Of small numbers one per cent is less than their last figure.
    turnTo(next.value === value.value ? roundFigures(value.value * (1 + (2 * by) / 100), 3) : next)
  }
  const keep = () => {
    const last = changesAt(value)
    if (!workOrSay(base, last)) return
    turning.current?.stop()
    keepChanges(store, base, last)
    onWhatIf(null)
    onEnd()
  }
  const shown = useMemo(
    () => shownText({ value: value.value, exact: exactOf(value.exact) }, unitOf[knob.quantity], figures),
    [value, knob.quantity, figures],
  )
  return (
    <>
      <div
        ref={slider}
        role="slider"
        tabIndex={0}
        aria-label={`${knob.name}: other values`}
        aria-valuenow={value.value}
        aria-valuetext={`${shown}; Enter keeps it, Escape puts it back`}
        data-knob={knob.name}
        className="inline-flex min-h-8 cursor-ew-resize touch-none items-center gap-2 rounded-md border-2 border-chosen bg-chosen-wash px-3 font-mono font-semibold text-chosen select-none"
        onKeyDown={(event) => {
          const by = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key]
          if (by === 1 || by === -1) step(by, event.shiftKey)
          else if (event.key === 'Enter') keep()
          else if (event.key === 'Escape') {
            putBack()
            onEnd()
          } else return
          event.preventDefault()
          event.stopPropagation()
          event.nativeEvent.stopImmediatePropagation()
        }}
        onPointerDown={(event) => {
          event.preventDefault()
          event.currentTarget.focus()
          followDrag(event.clientX, value.value, turnTo)
        }}
      >
        <span aria-hidden>◂</span> {knob.name} = {barred(shown)} <span aria-hidden>▸</span>
      </div>
      <span className="text-xs text-soft max-sm:hidden">
        drag, or ← →, with Shift by E24 · Enter keeps, Esc puts back
      </span>
      <KnobTools
        worksheet={worksheet}
        knob={knob}
        whatIf={whatIf}
        changes={value.exact === knob.value.exact ? changes : changesAt(value)}
        onWhatIf={(next) => {
          turning.current?.stop()
          onWhatIf(next)
        }}
        onTurn={turnTo}
      />
    </>
  )
}

/** Turns a value with the pointer until it is let go: to the right it grows; with Shift by what can be bought. */
function followDrag(from: number, begin: number, turnTo: (value: ExactValue) => void): () => void {
  const move = (event: PointerEvent) => {
    const value = begin * 1.01 ** ((event.clientX - from) / pixels)
    const near = roundFigures(value, 3)
    turnTo(event.shiftKey ? nextE24(nextE24(value, 1).value, -1) : near)
  }
  const end = () => {
    window.removeEventListener('pointermove', move)
    window.removeEventListener('pointerup', end)
    window.removeEventListener('pointercancel', end)
  }
  window.addEventListener('pointermove', move)
  window.addEventListener('pointerup', end)
  window.addEventListener('pointercancel', end)
  return end
}

/** The page is drawn anew when the knob has rested so long, in milliseconds. */
const rest = 250

/**
 * A knob in the hand: what it is turned to is shown at once, with how strongly each value goes with it, but for what is
 * typeset; once it rests, that is told, and the page is drawn from it.
 */
class Turning {
  private timer: ReturnType<typeof setTimeout> | undefined
  /** What it was turned to and has not been told yet. */
  private to: ExactValue | null = null

  constructor(
    private readonly hand: Hand,
    private readonly worksheet: Worksheet,
    private readonly knob: KnobOf,
    private readonly onRest: (to: ExactValue) => void,
  ) {
    this.show(knob.value, false)
  }

  turnTo(to: ExactValue): void {
    this.show(to, true)
    this.to = to
    clearTimeout(this.timer)
    this.timer = setTimeout(() => this.settle(), rest)
  }

  /** Tells at once what it was turned to last, if that was not told. */
  settle(): void {
    const { to } = this
    this.stop()
    if (to) this.onRest(to)
  }

  /** Back to the value that the page is drawn with. */
  putBack(): void {
    this.stop()
    this.show(this.knob.value, false)
  }

  /** Lets go of it. */
  end(): void {
    this.stop()
    this.hand.setState(null, true)
  }

  /** Forgets what it was turned to and has not told. */
  stop(): void {
    clearTimeout(this.timer)
    this.to = null
    this.hand.setState((now) => (now?.isTurning ? { ...now, isTurning: false } : now), true)
  }

  private show(to: ExactValue, isTurning: boolean): void {
    const { worksheet } = this
    const all = turned(worksheet, this.knob, to)
    if (!all) return
    const { amounts, strengths } = all
    this.hand.setState({ of: worksheet, worksheet: withAmounts(worksheet, amounts), strengths, isTurning }, true)
  }
}
