import clsx from 'clsx'
import { useEffect, useRef, type ReactNode } from 'react'
import type { Side } from '@/core/worksheet'

interface Props {
  readonly side: Side
  /** The person stands on it. */
  readonly current?: boolean
  /** From where to where, in parts of its width, lies what is spoken of: that is kept in sight. */
  readonly inSight?: { readonly from: number; readonly to: number }
  readonly children: ReactNode
}

/**
 * The card on which a sheet lies: its coloured edge is turned away from the spine. A sheet that is too wide to be read
 * when it is scaled down is scrolled; an edge behind which it goes on is shaded.
 */
export function SheetCard({ side, current = false, inSight, children }: Props) {
  const card = useRef<HTMLDivElement>(null)
  const { from = 0, to = 0 } = inSight ?? {}
  useEffect(() => {
    const element = card.current
    if (!element || to === 0) return
    const scroll = () => {
      const { clientWidth, scrollWidth } = element
      if (scrollWidth > clientWidth) element.scrollLeft = ((from + to) / 2) * scrollWidth - clientWidth / 2
    }
    const observer = new ResizeObserver(scroll)
    observer.observe(element)
    return () => observer.disconnect()
  }, [from, to])
  return (
    <div
      ref={card}
      data-sheet-card
      className={clsx(
        'w-fit max-w-full overflow-x-auto overscroll-x-contain rounded-lg border border-line paper-edges',
        side === 'reduce' ? 'border-l-4 border-l-reduce' : 'border-r-4 border-r-expand',
        current && 'outline-2 outline-chosen',
      )}
    >
      {children}
    </div>
  )
}

/** Where boxes lie in a picture, for {@link SheetCard}. */
export function sightOf(
  boxes: readonly ({ readonly x: number; readonly width: number } | null)[],
  width: number,
): Props['inSight'] {
  const there = boxes.filter((box) => box !== null)
  if (there.length === 0) return undefined
  return {
    from: Math.min(...there.map(({ x }) => x)) / width,
    to: Math.max(...there.map((box) => box.x + box.width)) / width,
  }
}
