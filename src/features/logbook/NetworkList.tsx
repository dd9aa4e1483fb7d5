import { formatDistanceToNow } from 'date-fns'
import { Copy, Tag, Trash2 } from 'lucide-react'
import Link from 'next/link'
import type { LogbookEntry } from '@/ui/api'
import { Button } from '@/ui/Button'

/** What can be done with a network of the logbook. */
export interface EntryActions {
  readonly onTags: (entry: LogbookEntry) => void
  readonly onDuplicate: (entry: LogbookEntry) => void
  readonly onRemove: (entry: LogbookEntry) => void
}

/** The networks, one a line: for long logbooks. */
export function NetworkList({ entries, ...actions }: EntryActions & { readonly entries: readonly LogbookEntry[] }) {
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
      <Button look="plain" tip="Duplicate" aria-label={`Duplicate ${title}`} onClick={() => onDuplicate(entry)}>
        <Copy size={15} aria-hidden />
      </Button>
      <Button look="plain" tip="Put into the bin" aria-label={`Delete ${title}`} onClick={() => onRemove(entry)}>
        <Trash2 size={15} aria-hidden />
      </Button>
    </>
  )
}
