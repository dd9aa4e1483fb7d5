import { format } from 'date-fns'
import { useEffect, useState } from 'react'
import { Select } from '@/ui/controls'
import { api, problemText, type Reply, type ArchiveChoice, type ArchiveItem } from '@/ui/api'
import { Button } from '@/ui/Button'
import { Dialog } from '@/ui/Dialog'
import { toast } from '@/ui/toast'

const choiceNames: Readonly<Record<ArchiveChoice, string>> = {
  both: 'keep both',
  skip: 'keep mine',
  replace: 'use theirs',
}

const kindNames: Readonly<Record<ArchiveItem['kind'], string>> = {
  network: 'network',
  sheet: 'task sheet',
  exercise: 'practised task',
  way: 'named way',
}

/** More of a list is counted. */
const mostListed = 200

interface Props {
  readonly file: File
  readonly onClose: () => void
  /** Something came in. */
  readonly onDone: () => void
}

/** A file as the server sees it, before anything is done with it; and what is wrong. */
function useLookedAt<T>(file: File, look: (file: File) => Promise<Reply<T>>) {
  const [looked, setLooked] = useState<T | null>(null)
  const [trouble, setTrouble] = useState<string | null>(null)
  useEffect(() => {
    let gone = false
    void look(file).then((answer) => {
      if (gone) return
      if (answer.ok) setLooked(answer.body)
      else setTrouble(problemText(answer.problems))
    })
    return () => {
      gone = true
    }
  }, [file, look])
  return { looked, trouble, setTrouble }
}

/** What is said while a file is looked at, and what was wrong with it. */
function Looking({
  name,
  trouble,
  isLooking,
}: {
  readonly name: string
  readonly trouble: string | null
  readonly isLooking: boolean
}) {
  return (
    <>
      {trouble !== null && (
        <p role="alert" className="mb-2 text-trouble">
          {trouble}
        </p>
      )}
      {isLooking && trouble === null && (
        <p role="status" className="flex items-center gap-3">
          <progress aria-label="Looking at the file" className="w-40" /> Looking at {name}
        </p>
      )}
    </>
  )
}

/** An archive that is brought in: what is new in it, what is here already, what is here otherwise; asked before anything is done. */
export function ArchiveDialog({ file, onClose, onDone }: Props) {
  const { looked, trouble, setTrouble } = useLookedAt(file, api.lookAtArchive)
  const [otherwise, setOtherwise] = useState<ArchiveChoice>('both')
  const [own, setOwn] = useState<Readonly<Record<string, ArchiveChoice>>>({})
  const [isBusy, setBusy] = useState(false)
  const take = async () => {
    if (!looked) return
    setBusy(true)
    const answer = await api.takeArchive(looked.id, otherwise, own)
    setBusy(false)
    if (!answer.ok) return setTrouble(`Nothing was changed: ${problemText(answer.problems)}`)
    const { networks, readings, attempts, practice } = answer.body
    toast.success(
      `Imported: ${counted(networks, 'network')}, ${counted(readings, 'run of readings', 'runs of readings')}, ${counted(attempts, 'attempt')}, ${practice} of practice`,
    )
    onDone()
    onClose()
  }
  const items = looked?.items ?? []
  const of = (verdict: ArchiveItem['verdict']) => items.filter((item) => item.verdict === verdict)
  const [fresh, conflicts, refused] = [of('new'), of('conflict'), of('refused')]
  return (
    <Dialog title={`Import ${file.name}`} open onOpenChange={onClose}>
      <Looking name={file.name} trouble={trouble} isLooking={looked === null} />
      {looked !== null && (
        <>
          <ul className="mb-3 list-disc pl-5" aria-label="What is in it">
            <li>{counted(fresh.length, 'thing')} new</li>
            <li>{of('same').length} already here, the same</li>
            <li>{conflicts.length} already here, but different</li>
            {refused.length > 0 && <li>{refused.length} that cannot be read</li>}
          </ul>
          {conflicts.length > 0 && (
            <fieldset className="mb-3">
              <legend className="font-semibold">Different here</legend>
              <span className="my-1 flex items-center gap-2">
                all of them
                <Select
                  label="What becomes of all of them"
                  value={otherwise}
                  options={archiveOptions}
                  onChange={(choice) => {
                    setOtherwise(choice)
                    setOwn({})
                  }}
                />
              </span>
              <ul className="max-h-56 divide-y divide-line overflow-y-auto">
                {conflicts.slice(0, mostListed).map(({ path, kind, title, theirs, mine }) => (
                  <li key={path} className="flex flex-wrap items-center gap-2 py-1">
                    <span className="min-w-40 flex-1">
                      <span className="block truncate">{title || 'Untitled network'}</span>
                      <span className="text-xs text-soft">
                        {theirs && mine
                          ? `theirs of ${shortDate(theirs)}, mine of ${shortDate(mine)}`
                          : kindNames[kind]}
                      </span>
                    </span>
                    <Select
                      label={`What becomes of ${title || 'Untitled network'}`}
                      value={own[path] ?? otherwise}
                      options={archiveOptions}
                      onChange={(choice) => setOwn({ ...own, [path]: choice })}
                    />
                  </li>
                ))}
                {conflicts.length > mostListed && (
                  <li>and {conflicts.length - mostListed} more, all as chosen above</li>
                )}
              </ul>
              <p className="text-xs text-soft">
                Where theirs replaces a network of yours, yours is kept as an earlier state.
              </p>
            </fieldset>
          )}
          {refused.length > 0 && (
            <details className="mb-3">
              <summary>What cannot be read, and is not imported</summary>
              <ul className="max-h-40 list-disc overflow-y-auto pl-5">
                {refused.slice(0, mostListed).map(({ path, message }) => (
                  <li key={path}>
                    {path}: {message}
                  </li>
                ))}
              </ul>
            </details>
          )}
          <p className="flex gap-2">
            <Button
              look="strong"
              disabled={isBusy || fresh.length + conflicts.length + of('same').length === 0}
              onClick={() => void take()}
            >
              Import
            </Button>
            <Button onClick={onClose}>Cancel</Button>
            {isBusy && <progress aria-label="Importing" className="w-32 self-center" />}
          </p>
        </>
      )}
    </Dialog>
  )
}

const archiveOptions = (Object.keys(choiceNames) as ArchiveChoice[]).map((value) => ({
  value,
  name: choiceNames[value],
}))

/** A backup that is put into the place of everything that is here, after asking. */
export function RestoreDialog({ file, onClose }: Omit<Props, 'onDone'>) {
  const { looked, trouble, setTrouble } = useLookedAt(file, api.lookAtBackup)
  const [kept, setKept] = useState<string | null>(null)
  const [isBusy, setBusy] = useState(false)
  const restore = async () => {
    if (!looked) return
    setBusy(true)
    const answer = await api.restoreBackup(looked.id)
    setBusy(false)
    if (answer.ok) setKept(answer.body.kept)
    else setTrouble(`Nothing was changed: ${problemText(answer.problems)}`)
  }
  if (kept !== null)
    return (
      <Dialog title="Restored" open>
        <p className="mb-3">
          Everything is as it was in the backup. What was here before is kept as <code>{kept}</code> beside the
          database.
        </p>
        {/* Everything on the screen is of before. */}
        <Button look="strong" onClick={() => location.assign('/')}>
          Go on
        </Button>
      </Dialog>
    )
  return (
    <Dialog title="Restore a backup" open onOpenChange={onClose}>
      <Looking name={file.name} trouble={trouble} isLooking={looked === null} />
      {looked !== null && (
        <>
          <p className="mb-2">
            {file.name} holds {counted(looked.networks, 'network')}
            {looked.deleted > 0 && ` and ${looked.deleted} in the bin`}
            {looked.changedAt && `, the last changed on ${shortDate(looked.changedAt)}`}.
          </p>
          <p className="mb-3">
            The backup replaces everything that is here now. What is here now is kept as a file beside the database.
          </p>
          <p className="flex gap-2">
            <Button look="strong" disabled={isBusy} onClick={() => void restore()}>
              Replace everything with the backup
            </Button>
            <Button onClick={onClose}>Cancel</Button>
            {isBusy && <progress aria-label="Restoring" className="w-32 self-center" />}
          </p>
        </>
      )}
    </Dialog>
  )
}

function counted(count: number, one: string, many = `${one}s`): string {
  return `${count.toLocaleString('en')} ${count === 1 ? one : many}`
}

function shortDate(at: string): string {
  return format(at, 'd MMM yyyy, HH:mm')
}
