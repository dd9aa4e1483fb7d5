import { useEffect, useState, type RefObject } from 'react'

/** Which sides of rows are on the screen (or nearly): their names, `0 reduce`, `0 expand`… */
export function useSeenSides(place: RefObject<HTMLElement | null>, rows: number): ReadonlySet<string> {
  const [seen, setSeen] = useState<ReadonlySet<string>>(new Set())
  useEffect(() => {
    if (place.current === null) return
    const observer = new IntersectionObserver((entries) =>
      setSeen((before) => {
        const after = new Set(before)
        for (const { target, isIntersecting } of entries) {
          const name = `${target.getAttribute('data-row')} ${target.getAttribute('data-side')}`
          if (isIntersecting) after.add(name)
          else after.delete(name)
        }
        return after
      }),
    )
    for (const side of place.current.querySelectorAll('[data-row]')) observer.observe(side)
    return () => observer.disconnect()
  }, [place, rows])
  return seen
}
