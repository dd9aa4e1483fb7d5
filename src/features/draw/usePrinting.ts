import { useEffect, useState } from 'react'
import { flushSync } from 'react-dom'

/** Whether the page is being printed: the printer gets the whole drawing, whatever of it is seen. */
export function usePrinting(): boolean {
  const [printing, setPrinting] = useState(false)
  useEffect(() => {
    const begin = () => flushSync(() => setPrinting(true))
    const end = () => setPrinting(false)
    addEventListener('beforeprint', begin)
    addEventListener('afterprint', end)
    return () => {
      removeEventListener('beforeprint', begin)
      removeEventListener('afterprint', end)
    }
  }, [])
  return printing
}
