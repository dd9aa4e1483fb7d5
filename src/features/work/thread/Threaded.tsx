'use client'

import dynamic from 'next/dynamic'
import { useEffect, useMemo, useRef, useState, type ReactNode } from 'react'
import { useStore } from 'zustand'
import type { Worksheet } from '@/core/worksheet'
import type { ChangeWhatIf, WhatIf } from '../whatif/state'
import type { PointedAt } from './pointedAt'
import { Nothing, onceThere } from '@/ui/onceThere'
import { Commands, type Command } from '@/ui/commands'
import { toast } from '@/ui/toast'
import { HandOf, newHand } from '@/ui/turned'
import { commandsOf } from '@/ui/elsewhere'

const load = () => onceThere(() => import('./Thread'))
const Thread = dynamic(() => load().then((module) => module.Thread), { loading: Nothing })

/** What holds the values of a worksheet: each that has a line can be pointed at, by mouse, touch or key. */
export function Threaded({
  worksheet,
  isFound,
  unpointed,
  whatIf = null,
  onWhatIf,
  children,
}: {
  readonly worksheet: Worksheet
  /** Whether a value is shown by then; all of them unless told otherwise. */
  readonly isFound?: (line: number) => boolean
  /** What is there while no value is pointed at: keys that walk a thread are not those of the worksheet. */
  readonly unpointed: ReactNode
  /** What is tried, where that can be. */
  readonly whatIf?: WhatIf | null
  readonly onWhatIf?: ChangeWhatIf
  readonly children: ReactNode
}) {
  // What is pointed at is known here alone, so that 0 Ω else is drawn anew with it.
  const [pointed, onPointed] = useState<PointedAt | null>(null)
  const base = whatIf?.base ?? worksheet
  // A drag ends in a click, which points at 0 Ω.
  const isDragged = useRef(false)
  const [place, setPlace] = useState<HTMLElement | null>(null)
  const [hand] = useState(newHand)
  const isTurning = useStore(hand, (it) => it?.isTurning ?? false)
  // Values stand in many places, some drawn anew with every change: one ear for all of them.
  useEffect(() => {
    if (!place) return
    const point = (event: Event) => {
      if (!(event.target instanceof Element)) return
      const anchor = event.target.closest('[data-line]')
      // What chooses parts lets go of values.
      if (event.target.closest('[aria-pressed]')) onPointed(null)
      if (!anchor || event.target.closest('select, summary')) return
      const end = Number(anchor.getAttribute('data-line'))
      // Its keys act where it has the focus.
      if (anchor instanceof SVGElement || anchor instanceof HTMLElement) anchor.focus({ preventScroll: true })
      if (!place.contains(document.activeElement)) place.focus({ preventScroll: true })
      const isAgain = pointed !== null && pointed.worksheet === worksheet && pointed.at === end
      onPointed(
        isAgain
          ? { ...pointed, anchor, ways: true }
          : { worksheet, end, at: end, direction: 'from', anchor, ways: false },
      )
    }
    const click = (event: Event) => {
      // Words that are being selected are not pointed at, nor what was dragged.
      if (!isDragged.current && window.getSelection()?.isCollapsed !== false) point(event)
      isDragged.current = false
    }
    // What is given can be dragged across like a knob.
    const press = (down: PointerEvent) => {
      isDragged.current = false
      const anchor = down.target instanceof Element ? down.target.closest('text[data-line]') : null
      const line = anchor && worksheet.derivation.lines[Number(anchor.getAttribute('data-line'))]
      if (!line || line.method !== 'given' || !onWhatIf || down.button !== 0) return
      const move = (event: PointerEvent) => {
        if (Math.abs(event.clientX - down.clientX) < 5) return
        isDragged.current = true
        release()
        const { id } = line
        onPointed({
          worksheet,
          end: id,
          at: id,
          direction: 'to',
          anchor,
          ways: false,
          turning: { of: base, from: down.clientX },
        })
      }
      const release = () => {
        window.removeEventListener('pointermove', move)
        window.removeEventListener('pointerup', release)
        window.removeEventListener('pointercancel', release)
      }
      window.addEventListener('pointermove', move)
      window.addEventListener('pointerup', release)
      // The page is scrolled with the finger.
      window.addEventListener('pointercancel', release)
    }
    const key = (event: KeyboardEvent) => {
      if ((event.key !== 'Enter' && event.key !== ' ') || !(event.target instanceof SVGElement)) return
      if (!event.target.closest('[data-line]')) return
      event.preventDefault()
      point(event)
    }
    // What draws the thread is fetched when a hand comes near a value.
    const near = (event: Event) => {
      if (event.target instanceof Element && event.target.closest('[data-line]')) void load()
    }
    place.addEventListener('click', click)
    place.addEventListener('keydown', key)
    place.addEventListener('pointerdown', press)
    place.addEventListener('pointerover', near)
    place.addEventListener('focusin', near)
    return () => {
      place.removeEventListener('click', click)
      place.removeEventListener('keydown', key)
      place.removeEventListener('pointerdown', press)
      place.removeEventListener('pointerover', near)
      place.removeEventListener('focusin', near)
    }
  }, [place, worksheet, base, pointed, onPointed, onWhatIf])
  const commands = useMemo(
    (): readonly Command[] => [
      {
        ...commandsOf.otherValues,
        run: () => {
          const anchors = [...(place?.querySelectorAll('text[data-line]') ?? [])]
          const idOf = (it: Element) => Number(it.getAttribute('data-line'))
          const anchor = anchors.find((it) => worksheet.derivation.lines[idOf(it)]?.method === 'given')
          if (!anchor) return toast('No value is given here that could be another')
          const id = idOf(anchor)
          const turning = { of: base, from: null }
          onPointed({ worksheet, end: id, at: id, direction: 'to', anchor, ways: false, turning })
        },
      },
    ],
    [place, worksheet, base],
  )
  return (
    <HandOf value={hand}>
      {!pointed && unpointed}
      {!pointed && onWhatIf && <Commands group="This screen" list={commands} />}
      <div
        ref={setPlace}
        tabIndex={-1}
        className="relative outline-none"
        data-keys="steps thread"
        data-threaded={pointed ? '' : undefined}
        data-turning={isTurning ? '' : undefined}
      >
        {children}
      </div>
      {pointed && place && (
        <Thread
          worksheet={worksheet}
          isFound={isFound}
          pointed={pointed}
          onPointed={onPointed}
          place={place}
          whatIf={whatIf}
          onWhatIf={onWhatIf}
        />
      )}
    </HandOf>
  )
}
