import clsx from 'clsx'
import { useState } from 'react'
import { type LogbookPage, api, problemText, type LogbookEntry } from '@/ui/api'
import { Button } from '@/ui/Button'
import { readTags } from '@/core/network'
import { Dialog } from '@/ui/Dialog'

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

/** The tags of one network, typed with commas between, or taken from those that there are. */
export function TagsDialog({
  entry: { id, title, tags: before },
  known,
  onClose,
  onSaved,
}: {
  readonly entry: LogbookEntry
  readonly known: readonly string[]
  readonly onClose: () => void
  readonly onSaved: () => void
}) {
  const [typed, setTyped] = useState(before.join(', '))
  const [trouble, setTrouble] = useState<string | null>(null)
  const { tags, problem } = readTags(typed)
  const save = async () => {
    // The newest state of the network gets the tags, whatever else has changed in it.
    const found = await api.find('network', id)
    if (!found.ok) return setTrouble(problemText(found.problems))
    const { tags: _before, ...document } = found.body.document
    const answer = await api.save('network', id, found.body.version, tags.length > 0 ? { ...document, tags } : document)
    if (!answer.ok) return setTrouble(problemText(answer.problems) || 'It was changed at the same time; save once more')
    onSaved()
    onClose()
  }
  const offered = known.filter((tag) => !tags.includes(tag)).slice(0, 30)
  return (
    <Dialog title={`Tags of “${title || 'Untitled network'}”`} open onOpenChange={onClose}>
      <form
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault()
          if (problem === null) void save()
        }}
      >
        <label className="grid gap-1">
          <span className="text-soft">Tags, with commas between</span>
          <input
            // oxlint-disable-next-line jsx-a11y/no-autofocus -- the dialog was asked for to type in it
            autoFocus
            value={typed}
            maxLength={700}
            onChange={(event) => setTyped(event.target.value)}
            aria-invalid={problem !== null}
            className="h-9 field"
          />
        </label>
        {(problem ?? trouble) && (
          <p role="alert" className="text-trouble">
            {problem ?? trouble}
          </p>
        )}
        {offered.length > 0 && (
          <p className="flex flex-wrap items-center gap-1.5">
            <span className="text-soft">used elsewhere</span>
            {offered.map((tag) => (
              <Button
                key={tag}
                className="!min-h-7 text-xs"
                onClick={() => setTyped([...tags, tag].join(', '))}
                aria-label={`Add the tag ${tag}`}
              >
                {tag}
              </Button>
            ))}
          </p>
        )}
        <p className="flex gap-2">
          <Button look="strong" type="submit" disabled={problem !== null}>
            Save the tags
          </Button>
          <Button onClick={onClose}>Cancel</Button>
        </p>
      </form>
    </Dialog>
  )
}
