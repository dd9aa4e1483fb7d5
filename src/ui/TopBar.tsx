import Link from 'next/link'
import type { ReactNode } from 'react'

/** The dark bar at the top of every screen; on a phone two short rows. */
export function TopBar({ children, right }: { readonly children?: ReactNode; readonly right?: ReactNode }) {
  return (
    <header className="flex min-h-11 flex-wrap items-center gap-x-2 gap-y-1 bg-bar px-3 py-1 text-bar-ink sm:gap-x-4 sm:px-4 print:hidden">
      <Link href="/" prefetch={false} className="text-base font-bold tracking-tight" aria-label="Nodrel, logbook">
        nod<span className="text-bar-reduce">r</span>
        <span className="text-bar-expand">e</span>l
      </Link>
      {children}
      <div className="ml-auto flex items-center gap-1 sm:gap-2">{right}</div>
    </header>
  )
}
