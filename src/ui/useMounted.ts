import { useSyncExternalStore } from 'react'

const never = () => () => undefined

/**
 * Whether the page has come to life in the browser. What takes long to work out or to draw waits for that, so that the
 * server answers at once; a field is not written into before.
 */
export function useMounted(): boolean {
  return useSyncExternalStore(
    never,
    () => true,
    () => false,
  )
}
