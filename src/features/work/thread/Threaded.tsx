'use client'

import dynamic from 'next/dynamic'
import { useEffect, useState, type ReactNode } from 'react'
import type { Direction, Worksheet } from '@/core/worksheet'

const load = () => import('./Thread')
const Thread = dynamic(() => load().then((module) => module.Thread))

/** The value that a person points at, and where they stand on its thread. */
export interface PointedAt {
  /** The worksheet whose lines these are. */
  readonly worksheet: Worksheet
  readonly end: number
  readonly at: number
  readonly direction: Direction
  /** What was pointed at. */
  readonly anchor: Element
  /** Whether the ways to it are asked for. */
  readonly ways: boolean
}

/** What holds the values of a worksheet: each that has a line can be pointed at, by mouse, touch or key. */
export function Threaded({
  worksheet,
  isFound,
  onThreaded,
  children,
}: {
  readonly worksheet: Worksheet
  /** Whether a value is shown by then; all of them unless told otherwise. */
  readonly isFound?: (line: number) => boolean
  /** Told whether a value is pointed at: keys that walk its thread are not those of the worksheet. */
  readonly onThreaded: (isThreaded: boolean) => void
  readonly children: ReactNode
}) {
  // What is pointed at is known here alone, so that nothing else is drawn anew with it.
  const [pointed, onPointed] = useState<PointedAt | null>(null)
  const isThreaded = pointed !== null
  useEffect(() => {
    onThreaded(isThreaded)
    return () => onThreaded(false)
  }, [onThreaded, isThreaded])
  const [place, setPlace] = useState<HTMLElement | null>(null)
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
      const isAgain = pointed !== null && pointed.worksheet === worksheet && pointed.at === end
      onPointed(
        isAgain
          ? { ...pointed, anchor, ways: true }
          : { worksheet, end, at: end, direction: 'from', anchor, ways: false },
      )
    }
    const click = (event: Event) => {
      // Words that are being selected are not pointed at.
      if (window.getSelection()?.isCollapsed !== false) point(event)
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
    place.addEventListener('pointerover', near)
    place.addEventListener('focusin', near)
    return () => {
      place.removeEventListener('click', click)
      place.removeEventListener('keydown', key)
      place.removeEventListener('pointerover', near)
      place.removeEventListener('focusin', near)
    }
  }, [place, worksheet, pointed, onPointed])
  return (
    <>
      <div ref={setPlace} className="relative" data-threaded={pointed ? '' : undefined}>
        {children}
      </div>
      {pointed && place && (
        <Thread worksheet={worksheet} isFound={isFound} pointed={pointed} onPointed={onPointed} place={place} />
      )}
    </>
  )
}
