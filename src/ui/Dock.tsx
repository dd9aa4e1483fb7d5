'use client'

import clsx from 'clsx'
import { createContext, useContext, useLayoutEffect, useRef, useState, type ReactNode } from 'react'
import { createPortal } from 'react-dom'

const Place = createContext<HTMLElement | null>(null)

/** What a screen puts where it stays in sight while one scrolls, from wherever it is made. */
export function Docked({
  label,
  isAtFoot = false,
  clearOf,
  children,
}: {
  readonly label: string
  /** For what comes and goes: it lies at the foot of the screen, so that nothing else moves. */
  readonly isAtFoot?: boolean
  /** What must not lie under it when it comes. */
  readonly clearOf?: () => Element | null | undefined
  readonly children: ReactNode
}) {
  const place = useContext(Place)
  const section = useRef<HTMLElement>(null)
  const findClear = useRef(clearOf)
  useLayoutEffect(() => {
    if (!place || !section.current) return
    const lay = () => keepRoom(place)
    const sized = new ResizeObserver(lay)
    sized.observe(section.current)
    lay()
    findClear.current?.()?.scrollIntoView({ block: 'nearest' })
    return () => {
      sized.disconnect()
      requestAnimationFrame(lay)
    }
  }, [place])
  if (!place) return null
  return createPortal(
    <section
      ref={section}
      aria-label={label}
      className={clsx(isAtFoot && 'border-t border-edge bg-panel max-lg:order-first lg:fixed lg:inset-x-0 lg:bottom-0')}
    >
      {children}
    </section>,
    place,
  )
}

/** Keeps as much room below the page as what lies at the foot of the screen takes, so that all of the page can be seen. */
function keepRoom(place: HTMLElement): void {
  const lying = [...place.children].map((it) => it.getBoundingClientRect())
  const tops = lying.filter(({ bottom }) => bottom >= window.innerHeight - 1).map(({ top }) => top)
  const room = window.innerHeight - Math.min(window.innerHeight, ...tops)
  document.documentElement.style.setProperty('--foot', `${room}px`)
}

/**
 * A screen with a place that stays in sight: below `head`, which stays in sight with it where the screen is wide and
 * `isFixed` says so; on a small screen at its foot. It takes room of its own, so that it lies on nothing.
 */
export function WithDock({
  head,
  isFixed,
  children,
}: {
  readonly head?: ReactNode
  readonly isFixed: boolean
  readonly children: ReactNode
}) {
  const [place, setPlace] = useState<HTMLElement | null>(null)
  return (
    <>
      <div data-head className={clsx(isFixed && 'lg:sticky lg:top-0 lg:z-20')}>
        {head}
        <div
          ref={setPlace}
          className="max-lg:fixed max-lg:inset-x-0 max-lg:bottom-0 max-lg:z-20 max-lg:flex max-lg:flex-col print:hidden"
        />
      </div>
      <Place.Provider value={place}>{children}</Place.Provider>
    </>
  )
}
