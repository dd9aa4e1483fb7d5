import clsx from 'clsx'
import type { ReactNode } from 'react'
import type { Side } from '@/core'

/** The card on which a sheet lies: its coloured edge is turned away from the spine. */
export function SheetCard({
  side,
  current = false,
  children,
}: {
  readonly side: Side
  /** The person stands on it. */
  readonly current?: boolean
  readonly children: ReactNode
}) {
  return (
    <div
      className={clsx(
        'w-fit max-w-full overflow-x-auto rounded-lg border border-line paper',
        side === 'reduce' ? 'border-l-4 border-l-reduce' : 'border-r-4 border-r-expand',
        current && 'outline-2 outline-chosen',
      )}
    >
      {children}
    </div>
  )
}
