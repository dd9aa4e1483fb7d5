import { useEffect, useState } from 'react'

/** Whether an element is on the screen, in part at least. */
export function useInSight(place: HTMLElement | null): boolean {
  const [isSeen, setSeen] = useState(false)
  useEffect(() => {
    if (!place) return
    const observer = new IntersectionObserver((entries) => setSeen(entries[entries.length - 1].isIntersecting))
    observer.observe(place)
    return () => observer.disconnect()
  }, [place])
  return isSeen
}
