import { useEffect } from 'react'

/** Sends what waits as soon as the person leaves: by a link, to another window, or by closing this one. */
export function useFlush(flush: (leaving: boolean) => Promise<void>): void {
  useEffect(() => {
    const onLink = (event: MouseEvent) => {
      if (event.target instanceof Element && event.target.closest('a[href]')) void flush(false)
    }
    const onHidden = () => {
      if (document.visibilityState === 'hidden') void flush(true)
    }
    const onLeave = () => void flush(true)
    document.addEventListener('click', onLink, { capture: true })
    document.addEventListener('visibilitychange', onHidden)
    window.addEventListener('pagehide', onLeave)
    return () => {
      document.removeEventListener('click', onLink, { capture: true })
      document.removeEventListener('visibilitychange', onHidden)
      window.removeEventListener('pagehide', onLeave)
    }
  }, [flush])
}
