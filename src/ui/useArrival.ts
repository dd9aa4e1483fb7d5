import { useEffect, useRef } from 'react'

/** Whether a screen was shown before, since the page was loaded. */
let wasElsewhere = false

/**
 * Gives the focus to where the work is when the person comes from another screen, and what had it is gone. A page that was
 * just loaded leaves the focus to the browser.
 */
export function useArrival(focus: () => void): void {
  const latest = useRef(focus)
  useEffect(() => {
    if (wasElsewhere && document.activeElement === document.body) latest.current()
    wasElsewhere = true
  }, [])
}
