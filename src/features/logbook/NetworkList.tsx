'use client'

import { formatDistanceToNow } from 'date-fns'
import { Columns3, Copy, Tag, Trash2 } from 'lucide-react'
import Link from 'next/link'
import { Checkbox } from '@/ui/controls'
import type { LogbookEntry } from '@/ui/api'
import { Button } from '@/ui/Button'
import { ErrorBoundary } from 'react-error-boundary'
import { useSettings } from '@/ui/settings'
import { SheetDrawing } from '@/ui/SheetDrawing'
import { useAwake } from '@/ui/awake'

/** What can be done with a network of the logbook. */
export interface EntryActions {
  readonly onTags: (entry: LogbookEntry) => void
  readonly onDuplicate: (entry: LogbookEntry) => void
  readonly onRemove: (entry: LogbookEntry) => void
}

/** Networks that are chosen, to be looked at side by side. */
interface Choosing {
  readonly chosen: ReadonlySet<string>
  readonly onChoose: (id: string, isChosen: boolean) => void
}

/** The networks, one a line: for long logbooks. */
export function NetworkList({
  entries,
  chosen,
  onChoose,
  ...actions
}: EntryActions & Choosing & { readonly entries: readonly LogbookEntry[] }) {
  return (
    <div className="overflow-x-auto rounded-lg border border-line bg-sheet">
      <table className="w-full border-collapse text-left">
        <thead className="text-soft">
          <tr className="border-b border-line">
            {['network', 'result', 'resistors', 'changed', ''].map((name) => (
              <th key={name} className="px-3 py-1.5 font-normal">
                {name || <span className="sr-only">actions</span>}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {entries.map((entry) => (
            <tr key={entry.id} className="border-b border-line last:border-0 hover:bg-panel">
              <td className="max-w-96 min-w-48 px-3 py-1">
                <Checkbox
                  label={`Choose ${entry.title || 'Untitled network'}`}
                  className="mr-2.5 align-middle"
                  isOn={chosen.has(entry.id)}
                  onChange={(isOn) => onChoose(entry.id, isOn)}
                />
                <Link href={`/networks/${entry.id}`} prefetch={false} className="font-medium hover:underline">
                  {entry.title || 'Untitled network'}
                </Link>
                <EntryTags entry={entry} />
              </td>
              <td className="px-3 font-mono text-xs">{entry.card && entry.fresh ? entry.card.answer : '…'}</td>
              <td className="px-3">{entry.resistors.toLocaleString('en')}</td>
              <td className="px-3 whitespace-nowrap text-soft">
                <time dateTime={entry.updatedAt} suppressHydrationWarning>
                  {formatDistanceToNow(entry.updatedAt, { addSuffix: true })}
                </time>
              </td>
              <td className="px-1">
                <span className="flex justify-end">
                  <EntryButtons entry={entry} {...actions} />
                </span>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}

/** The tags of a network, in small. */
function EntryTags({ entry: { tags } }: { readonly entry: LogbookEntry }) {
  if (tags.length === 0) return null
  return (
    <span className="ml-2 inline-flex flex-wrap gap-1 align-middle">
      {tags.map((tag) => (
        <span key={tag} className="rounded-full border border-line bg-panel px-2 text-xs text-soft">
          {tag}
        </span>
      ))}
    </span>
  )
}

function EntryButtons({ entry, onTags, onDuplicate, onRemove }: EntryActions & { readonly entry: LogbookEntry }) {
  const title = entry.title || 'Untitled network'
  return (
    <>
      <Button look="plain" tip="Tags" aria-label={`Tags of ${title}`} onClick={() => onTags(entry)}>
        <Tag size={15} aria-hidden />
      </Button>
      {entry.hasFamily && (
        <Link
          href={`/compare?of=${entry.id}`}
          prefetch={false}
          title="Compare with those made from it"
          aria-label={`Compare ${title} with those made from it`}
          className="inline-flex min-h-8 min-w-8 items-center justify-center rounded-md hover:bg-chosen-wash"
        >
          <Columns3 size={15} aria-hidden />
        </Link>
      )}
      <Button
        look="plain"
        tip="Duplicate, to make it another"
        aria-label={`Duplicate ${title}`}
        onClick={() => onDuplicate(entry)}
      >
        <Copy size={15} aria-hidden />
      </Button>
      <Button look="plain" tip="Put into the bin" aria-label={`Delete ${title}`} onClick={() => onRemove(entry)}>
        <Trash2 size={15} aria-hidden />
      </Button>
    </>
  )
}

/** One network: a small drawing, result, when it was changed. */
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
  const isAwake = useAwake()
  if (card?.picture && isAwake)
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
