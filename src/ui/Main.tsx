'use client'

import clsx from 'clsx'
import { useRef, type ComponentProps } from 'react'
import { useHome, type FindNext } from './home'

/** What a screen is for; where the next key belongs in it, if not to itself. */
export function Main({
  next,
  className,
  ...rest
}: ComponentProps<'main'> & {
  readonly next?: (main: Element | null, ...as: Parameters<FindNext>) => ReturnType<FindNext>
}) {
  const place = useRef<HTMLElement>(null)
  useHome(place, (isTyped) => next?.(place.current, isTyped) ?? null)
  return <main ref={place} tabIndex={-1} className={clsx('outline-none', className)} {...rest} />
}
