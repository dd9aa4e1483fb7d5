import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { exactOf, nextE24, roundFigures, shownText, unitOf, type ExactValue } from '@/core/number'
import { givenOf, noChanges, turned, type Changes, type Knob as KnobOf, type Worksheet } from '@/core/worksheet'
import { barred } from '@/ui/Barred'
import { useOpenNetwork } from '@/ui/network/OpenNetwork'
import { useSettings } from '@/ui/settings'
import { KnobTools } from './KnobTools'
import { Patch } from './patch'
import { keepChanges } from './keepChanges'
import { withOther, type ChangeWhatIf, type WhatIf } from './state'
import { workOrSay } from './tried'

/** The page is drawn anew when the knob has rested so long, in milliseconds. */
const rest = 250
/** So many pixels turn a value by one per cent. */
const pixels = 3

/** A value of the worksheet as a knob: dragged, or turned by the arrow keys; everything else follows in the same frame. */
export function Knob({
  worksheet,
  knob,
  place,
  whatIf,
  onWhatIf,
  dragFrom,
  onEnd,
}: {
  /** What is on the page now. */
  readonly worksheet: Worksheet
  readonly knob: KnobOf
  /** What holds the values. */
  readonly place: HTMLElement
  readonly whatIf: WhatIf | null
  readonly onWhatIf: ChangeWhatIf
  /** Where a drag across the value began; null where it is turned by keys. */
  readonly dragFrom: number | null
  readonly onEnd: () => void
}) {
  const { figures } = useSettings().settings
  const { store } = useOpenNetwork()
  const base = whatIf?.base ?? worksheet
  const changes = whatIf?.changes ?? noChanges
  // What it was when it was taken into the hand: Escape puts that back.
  const [first] = useState({ changes, value: knob.value })
  const [value, setValue] = useState<ExactValue>(knob.value)
  // What it was put back to elsewhere holds.
  const [settled, setSettled] = useState<ExactValue>(knob.value)
  if (settled !== knob.value) {
    setSettled(knob.value)
    setValue(knob.value)
  }
  // Counts how often it came back to where it was.
  const [rests, setRests] = useState(0)
  const patch = useRef<Patch | null>(null)
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined)
  /** What has not come to rest yet. */
  const pending = useRef<(() => void) | null>(null)
  /** It was turned since it was taken into the hand or put back. */
  const isTurned = useRef(false)
  const slider = useRef<HTMLDivElement>(null)

  const settle = useCallback(
    (to: Changes): Worksheet | null => {
      clearTimeout(timer.current)
      pending.current = null
      place.removeAttribute('data-turning')
      patch.current?.undo()
      patch.current = null
      const next = workOrSay(base, to)
      if (!next) return null
      onWhatIf(withOther(whatIf, { base, changes: to, worksheet: next }))
      return next
    },
    [place, base, whatIf, onWhatIf],
  )
  const changesAt = useCallback(
    (at: ExactValue): Changes => ({
      ...changes,
      values: { ...changes.values, [knob.name]: givenOf(at, knob.quantity) },
    }),
    [changes, knob],
  )
  const turnTo = useCallback(
    (to: ExactValue) => {
      if (!(to.value > 1e-6 && to.value < 1e12)) return
      patch.current ??= new Patch(place, worksheet, figures)
      const all = turned(worksheet, knob, to)
      if (all) patch.current.write(all, true)
      place.setAttribute('data-turning', '')
      setValue(to)
      isTurned.current = true
      clearTimeout(timer.current)
      pending.current = () => settle(changesAt(to))
      timer.current = setTimeout(() => pending.current?.(), rest)
    },
    [place, worksheet, figures, knob, settle, changesAt],
  )
  // At rest, too, each value says how strongly it goes with the knob.
  useEffect(() => {
    clearTimeout(timer.current)
    pending.current = null
    place.removeAttribute('data-turning')
    const here = turned(worksheet, knob, knob.value)
    const written = new Patch(place, worksheet, figures)
    if (here) written.write(here, false)
    patch.current = written
    return () => {
      written.undo()
      if (patch.current === written) patch.current = null
    }
  }, [place, worksheet, figures, knob, rests])

  const now = useRef({ value, turnTo })
  useEffect(() => {
    now.current = { value, turnTo }
  }, [value, turnTo])
  // What was turned last stands, also where the knob is let go at once.
  useEffect(() => () => pending.current?.(), [])
  // Undo takes back what was turned before anything else, also while that has not come to rest.
  useEffect(() => {
    const undo = (event: KeyboardEvent) => {
      if (!isTurned.current || !(event.ctrlKey || event.metaKey) || event.shiftKey || event.key !== 'z') return
      event.preventDefault()
      event.stopImmediatePropagation()
      isTurned.current = false
      settle(first.changes)
      setValue(first.value)
      setRests((before) => before + 1)
    }
    window.addEventListener('keydown', undo, true)
    return () => window.removeEventListener('keydown', undo, true)
  }, [settle, first])
  // A drag that began at the value on a sheet goes on wherever the pointer goes.
  useEffect(() => {
    slider.current?.focus({ preventScroll: true })
    if (dragFrom === null) return
    const begin = now.current.value.value
    return followDrag(dragFrom, begin, (to) => now.current.turnTo(to))
  }, [dragFrom])

  const step = (by: 1 | -1, isE24: boolean) => {
    if (isE24) return turnTo(nextE24(value.value, by))
    const next = roundFigures(value.value * (1 + by / 100), 3)
    // Of small numbers one per cent is less than their last figure.
    turnTo(next.value === value.value ? roundFigures(value.value * (1 + (2 * by) / 100), 3) : next)
  }
  const keep = () => {
    const last = changesAt(value)
    if (settle(last)) keepChanges(store, base, last)
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
        aria-label={`${knob.name}, turned like a knob`}
        aria-valuenow={value.value}
        aria-valuetext={`${shown}; Enter keeps it, Escape puts it back`}
        data-knob={knob.name}
        className="inline-flex min-h-8 cursor-ew-resize touch-none items-center gap-2 rounded-md border-2 border-chosen bg-chosen-wash px-3 font-mono font-semibold text-chosen select-none"
        onKeyDown={(event) => {
          const by = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key]
          if (by === 1 || by === -1) step(by, event.shiftKey)
          else if (event.key === 'Enter') keep()
          else if (event.key === 'Escape') {
            settle(first.changes)
            onEnd()
          } else return
          event.preventDefault()
          event.stopPropagation()
          event.nativeEvent.stopImmediatePropagation()
        }}
        onPointerDown={(event) => {
          event.preventDefault()
          event.currentTarget.focus()
          followDrag(event.clientX, value.value, (to) => now.current.turnTo(to))
        }}
      >
        <span aria-hidden>◂</span> {knob.name} = {barred(shown)} <span aria-hidden>▸</span>
      </div>
      <span className="text-xs text-soft max-sm:hidden">
        drag, or ← →, with Shift by E24 · Enter keeps, Esc puts back
      </span>
      <KnobTools worksheet={worksheet} knob={knob} whatIf={whatIf} onWhatIf={onWhatIf} onTurn={turnTo} />
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
