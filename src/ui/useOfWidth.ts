import { useLayoutEffect, useState } from 'react'

/**
 * What goes with how wide an element is, known before it is painted and followed as that changes.
 *
 * @param of a function that stays the same
 * @param before what it is until there is an element
 */
export function useOfWidth<T extends number | boolean>(
  place: HTMLElement | null,
  of: (width: number) => T,
  before: T,
): T {
  const [it, setIt] = useState(before)
  useLayoutEffect(() => {
    if (!place) return
    const measure = () => setIt(of(place.clientWidth))
    measure()
    const observer = new ResizeObserver(measure)
    observer.observe(place)
    return () => observer.disconnect()
  }, [place, of])
  return it
}
