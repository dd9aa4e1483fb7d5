'use client'

import { formatDistanceToNow } from 'date-fns'
import Link from 'next/link'
import { ErrorBoundary } from 'react-error-boundary'
import type { LogbookEntry } from '@/ui/api'
import { useSettings } from '@/ui/settings'
import { SheetDrawing } from '@/ui/SheetDrawing'
import { useMounted } from '@/ui/useMounted'
import { EntryButtons, EntryTags, type EntryActions } from './NetworkList'

/** One network: a small drawing, what comes out, when it was changed. */
export function NetworkCard({
  entry,
  ...actions
}: EntryActions & {
  readonly entry: LogbookEntry
}) {
  const title = entry.title || 'Untitled network'
  const { id, resistors, updatedAt, card, fresh } = entry
  return (
    <li className="relative flex flex-col overflow-hidden rounded-lg border border-line bg-sheet hover:border-edge">
      <div className="flex h-32 items-center justify-center overflow-hidden border-b border-line paper p-2 [&_svg]:max-h-full [&_svg]:!min-w-0">
        <ErrorBoundary fallback={<span className="text-soft">cannot be drawn here</span>} resetKeys={[card]}>
          <CardPicture entry={entry} title={title} />
        </ErrorBoundary>
      </div>
      <div className="flex items-start gap-2 p-3">
        <div className="min-w-0 flex-1">
          <h2 className="truncate font-semibold">
            <Link href={`/networks/${id}`} prefetch={false} className="after:absolute after:inset-0">
              {title}
            </Link>
          </h2>
          <p className="font-mono text-xs">{card && fresh ? card.answer : 'being worked out …'}</p>
          <p className="mt-0.5 text-xs text-soft">
            {resistorCount(resistors)} · changed{' '}
            <time dateTime={updatedAt} suppressHydrationWarning>
              {formatDistanceToNow(updatedAt, { addSuffix: true })}
            </time>
            <EntryTags entry={entry} />
          </p>
        </div>
        <div className="relative flex">
          <EntryButtons entry={entry} {...actions} />
        </div>
      </div>
    </li>
  )
}

/** The drawing, once the page has come to life. */
function CardPicture({
  entry: { card, fresh, resistors },
  title,
}: {
  readonly entry: LogbookEntry
  readonly title: string
}) {
  const { settings } = useSettings()
  const mounted = useMounted()
  if (card?.picture && mounted)
    return (
      <SheetDrawing
        picture={card.picture}
        nodeLabels={card.nodeLabels}
        symbols={settings.symbols}
        side="reduce"
        description={`${title}, stretched from + to −`}
      />
    )
  if (card === null || card.picture || !fresh) return null
  return <span className="text-soft">{resistors === 0 ? 'no resistors yet' : resistorCount(resistors)}</span>
}

function resistorCount(count: number): string {
  return `${count.toLocaleString('en')} ${count === 1 ? 'resistor' : 'resistors'}`
}
