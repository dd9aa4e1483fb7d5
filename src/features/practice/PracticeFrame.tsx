import clsx from 'clsx'
import Link from 'next/link'
import type { ReactNode } from 'react'
import { WithDock } from '@/ui/Dock'
import { ScreenBar } from '@/ui/ScreenBar'

const screens = [
  { key: 'tasks', name: 'Practice', path: '/practice' },
  { key: 'progress', name: 'My progress', path: '/practice/progress' },
  { key: 'sheets', name: 'Task sheets', path: '/practice/sheets' },
] as const

/** What every screen of practice has. */
export function PracticeFrame({
  screen,
  children,
}: {
  readonly screen: (typeof screens)[number]['key']
  readonly children: ReactNode
}) {
  return (
    <div className="flex min-h-screen flex-col">
      <ScreenBar>
        <nav aria-label="Screens of practice" className="flex">
          {screens.map(({ key, name, path }) => (
            <Link
              key={key}
              href={path}
              aria-current={key === screen ? 'page' : undefined}
              className={clsx(
                'rounded-md px-3 py-1.5 max-sm:px-1.5',
                key === screen ? 'bg-bar-line font-medium' : 'text-bar-soft hover:text-bar-ink',
              )}
            >
              {name}
            </Link>
          ))}
        </nav>
      </ScreenBar>
      <WithDock isFixed>{children}</WithDock>
    </div>
  )
}
