import { useCallback, useLayoutEffect, useRef, useState, type RefObject } from 'react'
import { useStill } from '@/ui/useStill'
import { placesIn, slideFrom, type Places } from './Stage'

/** Whether the drawing is unfolded, and where its parts stood before they slid. */
interface Stretch {
  readonly stretched: boolean
  readonly toggle: () => void
  readonly before: RefObject<Places>
  /** As little motion as possible: the drawing and its sheet stand side by side. */
  readonly still: boolean
}

/** Unfolds the drawing that stands in an area into its stretched sheet, and folds it up again. */
export function useStretch(area: RefObject<HTMLElement | null>): Stretch {
  const [stretched, setStretched] = useState(false)
  const still = useStill()
  const before = useRef<Places>(new Map())
  const slidesBack = useRef(false)
  const toggle = useCallback(() => {
    const drawing = area.current?.querySelector(stretched ? '[data-stretched]' : '[data-board]') ?? null
    if (!still) before.current = placesIn(drawing)
    slidesBack.current = stretched && !still
    setStretched(!stretched)
  }, [area, stretched, still])
  useLayoutEffect(() => {
    if (slidesBack.current) slideFrom(before.current, area.current?.querySelector('[data-board]') ?? null)
    // What had the focus was folded away: it goes to where the work is.
    if (document.activeElement === document.body && slidesBack.current)
      area.current?.querySelector<HTMLElement>('[role=application]')?.focus({ preventScroll: true })
    slidesBack.current = false
  }, [area, stretched])
  return { stretched, toggle, before, still }
}
