import { useRouter } from 'next/navigation'
import type { ReactNode } from 'react'
import { problemText, type Reply } from '../api'
import { Button } from '../Button'
import { Dialog } from '../Dialog'
import { toast } from '../toast'
import { troubleText, type StorageTrouble } from './draftStorage'
import type { Saving } from './versionedSave'

const words = {
  saved: 'saved',
  saving: 'saving…',
  unsaved: 'not saved',
  conflict: 'changed elsewhere',
  missing: 'deleted elsewhere',
} as const

/** Saved, saving, or not saved and why; what the browser cannot keep is said too. */
export function SavingState({
  saving,
  notKept,
  className,
}: {
  readonly saving: Saving<unknown>
  readonly notKept: StorageTrouble | null
  readonly className?: string
}) {
  return (
    <span role="status" data-saving={saving.state} className={className}>
      {words[saving.state]}
      {saving.state === 'unsaved' && (
        <span>
          : {saving.reason}
          {!notKept && '; it is kept in this browser'}
        </span>
      )}
      {notKept && <span data-not-kept={notKept}> · {troubleText[notKept]}</span>}
    </span>
  )
}

/** Where somebody else was faster, or deleted the network, the person chooses; there is no way past it. */
export function SavingChoice<T>({
  saving,
  putBack,
  deleted = 'network',
  what,
  describe,
  onChoose,
  onRestored,
}: {
  readonly saving: Saving<T>
  /** Puts what was deleted elsewhere back. */
  readonly putBack: () => Promise<Reply<{ readonly version: number }>>
  /** What it is that can be deleted: “network”. */
  readonly deleted?: string
  /** What is being saved: “network”. */
  readonly what: string
  /** What to say of the other version. */
  readonly describe: (theirs: { readonly version: number; readonly content: T }) => ReactNode
  readonly onChoose: (which: 'mine' | 'theirs') => void
  readonly onRestored: (version: number) => void
}) {
  const router = useRouter()
  const restore = async () => {
    const answer = await putBack()
    if (answer.ok) onRestored(answer.body.version)
    else toast.error(problemText(answer.problems))
  }
  if (saving.state === 'conflict')
    return (
      <Dialog title={`This ${what} was changed in another window`} open>
        <div className="mb-3">{describe(saving.theirs)}</div>
        <div className="flex gap-2">
          <Button look="strong" onClick={() => onChoose('mine')}>
            Keep mine
          </Button>
          <Button onClick={() => onChoose('theirs')}>Use the other one</Button>
        </div>
      </Dialog>
    )
  if (saving.state === 'missing')
    return (
      <Dialog title={`This ${deleted} was deleted elsewhere`} open>
        <p className="mb-3">
          What you have here is kept in this browser; the logbook lists it. You can put the {deleted} back.
        </p>
        <div className="flex gap-2">
          <Button look="strong" onClick={() => void restore()}>
            Put it back
          </Button>
          <Button onClick={() => router.push('/')}>Go to the logbook</Button>
        </div>
      </Dialog>
    )
  return null
}
