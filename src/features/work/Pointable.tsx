import type { ReactNode } from 'react'
import { Moves } from '@/ui/turned'

/** A value that can be pointed at, where it has a line of its own. */
export function Pointable({
  line,
  of,
  children,
}: {
  readonly line: number | undefined
  /** What it is, said before what it does. */
  readonly of: string
  readonly children: ReactNode
}) {
  if (line === undefined) return children
  return (
    <button
      type="button"
      data-line={line}
      className="-mx-1 min-h-6 rounded px-1 hover:bg-chosen-wash"
      aria-label={`${of}: where it comes from`}
    >
      {children}
      <Moves line={line} />
    </button>
  )
}
