'use client'

import clsx from 'clsx'
import { createContext, useContext, useState, type ReactNode } from 'react'
import { createPortal } from 'react-dom'

const Place = createContext<HTMLElement | null>(null)

/** What a screen puts where it stays in sight while one scrolls, from wherever it is made. */
export function Docked({ label, children }: { readonly label: string; readonly children: ReactNode }) {
  const place = useContext(Place)
  return place && createPortal(<section aria-label={label}>{children}</section>, place)
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
        <div ref={setPlace} className="max-lg:fixed max-lg:inset-x-0 max-lg:bottom-0 max-lg:z-20 print:hidden" />
      </div>
      <Place.Provider value={place}>{children}</Place.Provider>
    </>
  )
}
