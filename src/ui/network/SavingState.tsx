import { useRouter } from 'next/navigation'
import { toast } from '../toast'
import { useStore } from 'zustand'
import { api, problemText } from '@/ui/api'
import { Button } from '@/ui/Button'
import { Dialog } from '@/ui/Dialog'
import type { Saving, WorkStore } from './store'

const words = {
  saved: 'saved',
  saving: 'saving…',
  unsaved: 'not saved',
  conflict: 'changed elsewhere',
  missing: 'deleted elsewhere',
} as const

/** Saved, saving, or not saved and why; where somebody else was faster, the person chooses. */
export function SavingState({ store }: { readonly store: WorkStore }) {
  const { saving: kept, id, typing } = useStore(store)
  const half = typing.formula !== undefined || typing.source !== undefined
  const saving: Saving =
    half && kept.state === 'saved' ? { state: 'unsaved', reason: 'half typed; it is kept in this browser' } : kept
  const router = useRouter()
  const takeTheirs = (document: (typeof saving & { state: 'conflict' })['theirs']) => {
    const mine = store.getState()
    store.setState({
      document: document.document,
      version: document.version,
      past: [...mine.past, mine.document],
      future: [],
      typing: {},
      saving: { state: 'saving' },
    })
  }
  const keepMine = (version: number) => store.setState({ version, saving: { state: 'saving' } })
  const restore = async () => {
    const answer = await api.restore(id)
    if (answer.ok) keepMine(answer.body.version)
    else toast.error(problemText(answer.problems))
  }
  return (
    <>
      <span role="status" data-saving={saving.state} className="text-xs text-bar-soft">
        {words[saving.state]}
        {saving.state === 'unsaved' && <span>: {saving.reason}</span>}
      </span>
      {saving.state === 'conflict' && (
        <Dialog title="This network was saved elsewhere in the meantime" open onOpenChange={() => undefined}>
          <p className="mb-3">
            Version {saving.theirs.version} is newer than the one you changed. Choose which of the two goes on; the
            other stays within reach of Undo.
          </p>
          <div className="flex gap-2">
            <Button look="strong" onClick={() => keepMine(saving.theirs.version)}>
              Go on with mine
            </Button>
            <Button onClick={() => takeTheirs(saving.theirs)}>Take the other</Button>
          </div>
        </Dialog>
      )}
      {saving.state === 'missing' && (
        <Dialog title="This network was deleted elsewhere" open onOpenChange={() => undefined}>
          <p className="mb-3">What you have here is kept in this browser. You can put the network back.</p>
          <div className="flex gap-2">
            <Button look="strong" onClick={() => void restore()}>
              Put it back
            </Button>
            <Button onClick={() => router.push('/')}>Go to the logbook</Button>
          </div>
        </Dialog>
      )}
    </>
  )
}
