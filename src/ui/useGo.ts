import { useRouter } from 'next/navigation'
import { useCallback } from 'react'
import { holdTyping } from './home'

/** Goes to another screen; what is typed until it is there is for it. */
export function useGo(): (path: string) => void {
  const router = useRouter()
  return useCallback(
    (path: string) => {
      holdTyping()
      router.push(path)
    },
    [router],
  )
}
