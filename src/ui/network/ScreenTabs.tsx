import clsx from 'clsx'
import Link from 'next/link'

const screens = [
  { key: 'draw', name: 'Draw', path: '/draw' },
  { key: 'work', name: 'Work', path: '' },
] as const

/** The screens of one network. */
export function ScreenTabs({ id, screen }: { readonly id: string; readonly screen: 'draw' | 'work' }) {
  return (
    <nav aria-label="Screens of this network" className="flex">
      {screens.map(({ key, name, path }) => (
        <Link
          key={key}
          href={`/networks/${id}${path}`}
          aria-current={key === screen ? 'page' : undefined}
          className={clsx(
            'rounded-md px-3 py-1.5',
            key === screen ? 'bg-bar-line font-medium' : 'text-bar-soft hover:text-bar-ink',
          )}
        >
          {name}
        </Link>
      ))}
    </nav>
  )
}
