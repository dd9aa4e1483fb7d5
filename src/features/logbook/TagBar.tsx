import clsx from 'clsx'
import { useState } from 'react'
import type { LogbookPage } from '@/ui/api'
import { Button } from '@/ui/Button'

/** More tags are shown when they are asked for. */
const atFirst = 12

/** All tags with how many networks have each, as folders are: one of them is looked into at a time. */
export function TagBar({
  tags,
  chosen,
  onChoose,
}: {
  readonly tags: LogbookPage['tags']
  readonly chosen: string
  readonly onChoose: (tag: string) => void
}) {
  const [all, setAll] = useState(false)
  if (tags.length === 0 && chosen === '') return null
  const shown = all ? tags : tags.slice(0, atFirst)
  const listed =
    chosen === '' || shown.some(({ tag }) => tag === chosen) ? shown : [{ tag: chosen, count: 0 }, ...shown]
  return (
    <div role="group" aria-label="Tags" className="mb-3 flex flex-wrap items-center gap-1.5">
      {listed.map(({ tag, count }) => (
        <button
          key={tag}
          type="button"
          aria-pressed={tag === chosen}
          onClick={() => onChoose(tag === chosen ? '' : tag)}
          className={clsx(
            'min-h-7 rounded-full border px-3 text-xs',
            tag === chosen ? 'border-chosen bg-chosen-wash' : 'border-edge bg-sheet hover:bg-chosen-wash',
          )}
        >
          {tag} <span className="text-soft">{count.toLocaleString('en')}</span>
        </button>
      ))}
      {!all && tags.length > atFirst && (
        <Button look="plain" className="!min-h-7 text-xs" onClick={() => setAll(true)}>
          all {tags.length} tags
        </Button>
      )}
    </div>
  )
}
