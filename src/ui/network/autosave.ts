import { readNetwork } from '@/core/network'
import type { api as Api, SavedNetwork } from '@/ui/api'
import { problemText } from '@/ui/api'
import type { Typing, WorkStore } from './store'

/** What is not on the server yet, kept in the browser so that it survives a reload and a stopped server. */
interface Draft {
  readonly version: number
  readonly document: SavedNetwork['document']
  readonly typing: Typing
}

/** How long to wait after a change, and at most between two tries, in milliseconds. */
const quiet = 400
const longestWait = 15_000

/**
 * Saves the open network by itself: every change is kept in the browser at once, and sent to the server when
 * the typing pauses. What fails is tried again; what was changed elsewhere is left to the person.
 *
 * @param key where in the storage this window keeps its draft
 * @returns stops it
 */
export function autosave(
  store: WorkStore,
  api: Pick<typeof Api, 'save'>,
  storage: Pick<Storage, 'getItem' | 'setItem' | 'removeItem'>,
  key: string,
): () => void {
  const { id } = store.getState()
  let saved = JSON.stringify(store.getState().document)
  let timer: ReturnType<typeof setTimeout> | undefined
  let wait = 1000
  let sending = false
  let stopped = false

  // What was typed before this began is newer than any draft.
  if (store.getState().past.length === 0) takeUpDraft()
  else schedule(quiet)
  const unsubscribe = store.subscribe((now, before) => {
    const chosen =
      (before.saving.state === 'conflict' || before.saving.state === 'missing') && now.saving.state === 'saving'
    if (now.document === before.document && now.typing === before.typing && !chosen) return
    keepDraft()
    if (now.saving.state === 'conflict' || now.saving.state === 'missing') return
    if (now.saving.state === 'saved' && JSON.stringify(now.document) !== saved)
      store.setState({ saving: { state: 'saving' } })
    schedule(quiet)
  })
  return () => {
    stopped = true
    clearTimeout(timer)
    unsubscribe()
  }

  function takeUpDraft(): void {
    const draft = readDraft(storage, key)
    if (draft === null) return
    const { version, document } = store.getState()
    store.setState({ typing: draft.typing })
    if (JSON.stringify(draft.document) === JSON.stringify(document)) return keepDraft()
    const theirs: SavedNetwork = { id, title: document.title ?? '', version, updatedAt: '', document }
    store.setState({
      document: draft.document,
      version: draft.version,
      past: [document],
      saving:
        draft.version === version
          ? { state: 'unsaved', reason: 'taken up again after a reload' }
          : { state: 'conflict', theirs },
    })
    if (draft.version === version) schedule(0)
  }

  function keepDraft(): void {
    const { version, document, typing } = store.getState()
    const nothing = JSON.stringify(document) === saved && Object.values(typing).every((text) => text === undefined)
    if (nothing) storage.removeItem(key)
    else storage.setItem(key, JSON.stringify({ version, document, typing } satisfies Draft))
  }

  function schedule(after: number): void {
    clearTimeout(timer)
    if (!stopped) timer = setTimeout(() => void send(), after)
  }

  async function send(): Promise<void> {
    if (sending) return schedule(quiet)
    const { version, document } = store.getState()
    const text = JSON.stringify(document)
    if (text === saved) {
      store.setState({ saving: { state: 'saved' } })
      return
    }
    const read = readNetwork(document)
    if (!read.ok) {
      store.setState({
        saving: { state: 'unsaved', reason: 'it is kept in this browser until what is wrong is put right' },
      })
      return
    }
    sending = true
    store.setState({ saving: { state: 'saving' } })
    const answer = await api.save(id, version, document)
    sending = false
    if (answer.ok) {
      saved = text
      wait = 1000
      const same = store.getState().document === document
      store.setState({ version: answer.body.version, saving: { state: same ? 'saved' : 'saving' } })
      keepDraft()
      if (!same) schedule(quiet)
    } else if (answer.status === 409 && answer.current) {
      saved = JSON.stringify(answer.current.document)
      store.setState({ saving: { state: 'conflict', theirs: answer.current } })
    } else if (answer.status === 404) {
      store.setState({ saving: { state: 'missing' } })
    } else {
      store.setState({
        saving: {
          state: 'unsaved',
          reason: `${problemText(answer.problems)}; it is kept in this browser and tried again`,
        },
      })
      schedule(wait)
      wait = Math.min(2 * wait, longestWait)
    }
  }
}

function readDraft(storage: Pick<Storage, 'getItem'>, key: string): Draft | null {
  try {
    const draft = JSON.parse(storage.getItem(key) ?? 'null') as Draft | null
    return draft && typeof draft.version === 'number' && typeof draft.document === 'object'
      ? { ...draft, typing: draft.typing ?? {} }
      : null
  } catch {
    return null
  }
}
