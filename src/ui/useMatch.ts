import { useSyncExternalStore } from 'react'

/** As wide as a phone at most. */
export const phone = '(max-width: 639px)'

/** Whether a media query holds now; false where there is no window to ask. */
export function useMatch(query: string): boolean {
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
