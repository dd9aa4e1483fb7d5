import { formatDistanceToNow } from 'date-fns'
import { Columns3, Copy, Tag, Trash2 } from 'lucide-react'
import Link from 'next/link'
import type { LogbookEntry } from '@/ui/api'
import { Button } from '@/ui/Button'

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
            {['network', 'what comes out', 'resistors', 'changed', ''].map((name) => (
              <th key={name} className="px-3 py-1.5 font-normal">
                {name || <span className="sr-only">what can be done</span>}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {entries.map((entry) => (
            <tr key={entry.id} className="border-b border-line last:border-0 hover:bg-panel">
              <td className="max-w-96 min-w-48 px-3 py-1">
                <input
                  type="checkbox"
                  aria-label={`Choose ${entry.title || 'Untitled network'}`}
                  className="mr-2.5 size-4 align-middle"
                  checked={chosen.has(entry.id)}
                  onChange={(event) => onChoose(entry.id, event.target.checked)}
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
export function EntryTags({ entry: { tags } }: { readonly entry: LogbookEntry }) {
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

export function EntryButtons({
  entry,
  onTags,
  onDuplicate,
  onRemove,
}: EntryActions & { readonly entry: LogbookEntry }) {
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
          title="Side by side with those made from it"
          aria-label={`${title} side by side with those made from it`}
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
