import clsx from 'clsx'
import Link from 'next/link'

const screens = [
  { key: 'draw', name: 'Draw', path: '/draw' },
  { key: 'work', name: 'Work', path: '' },
  { key: 'bench', name: 'Bench', path: '/bench' },
  { key: 'report', name: 'Report', path: '/report' },
] as const

/** A screen of one network. */
export type NetworkScreen = (typeof screens)[number]['key']

/** The screens of one network. */
export function ScreenTabs({ id, screen }: { readonly id: string; readonly screen: NetworkScreen }) {
  return (
    <nav aria-label="Screens of this network" className="flex">
      {screens.map(({ key, name, path }) => (
        <Link
          key={key}
          href={`/networks/${id}${path}`}
          aria-current={key === screen ? 'page' : undefined}
          className={clsx(
            'rounded-md px-3 py-1.5 max-sm:px-1',
            key === screen ? 'bg-bar-line font-medium' : 'text-bar-soft hover:text-bar-ink',
          )}
        >
          {name}
        </Link>
      ))}
    </nav>
  )
}
