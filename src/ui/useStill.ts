import { useSyncExternalStore } from 'react'

const query = '(prefers-reduced-motion: reduce)'

/** Whether the system asks for as little motion as possible. */
export function useStill(): boolean {
  return useSyncExternalStore(
    (changed) => {
      const list = matchMedia(query)
      list.addEventListener('change', changed)
      return () => list.removeEventListener('change', changed)
    },
    () => matchMedia(query).matches,
    () => false,
  )
}
