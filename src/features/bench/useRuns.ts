import { useCallback, useEffect, useRef, useState } from 'react'
import { readingsOf } from '@/core/bench'
import { api, problemText, type SavedRun } from '@/ui/api'
import { claimPlace } from '@/ui/saving/draft'
import type { StorageTrouble } from '@/ui/saving/draftStorage'
import { saveGoesOn } from '@/ui/saving/underWay'
import { useFlush } from '@/ui/saving/useFlush'
import { draftOf, versionedSave, type Saver, type Saving } from '@/ui/saving/versionedSave'
import type { RunDocument } from '@/ui/bench/run'

export interface Runs {
  /** All runs of the network, the open one as it is on the screen; null until they are there. */
  readonly list: readonly SavedRun[] | null
  readonly trouble: string | null
  /** The open one; null where there is none yet. */
  readonly open: SavedRun | null
  readonly saving: Saving<RunDocument> | null
  readonly notKept: StorageTrouble | null
  readonly choose: (id: string) => void
  /** Keeps a new run and opens it; what was wrong, or null. */
  readonly begin: (document: RunDocument) => Promise<string | null>
  /** Changes the open run; where there is none yet, the one that is begun. What was wrong, or null. */
  readonly edit: (change: (run: RunDocument) => RunDocument, begun: () => RunDocument) => Promise<string | null>
  /** Keeps a run without opening it. */
  readonly keepAside: (document: RunDocument) => Promise<void>
  readonly change: (document: RunDocument) => void
  readonly undo: (() => void) | null
  readonly redo: (() => void) | null
  /** Deletes the open run; the run as it was. */
  readonly remove: () => Promise<RunDocument | null>
  readonly pick: (which: 'mine' | 'theirs') => void
}

function isRun(content: unknown): content is RunDocument {
  return readingsOf(content).ok
}

interface History {
  readonly past: readonly RunDocument[]
  readonly future: readonly RunDocument[]
}

const fresh: History = { past: [], future: [] }

/** The runs of readings of a network: listed, one of them open and saved by itself, with undo as deep as it stays open. */
export function useRuns(networkId: string): Runs {
  const [list, setList] = useState<readonly SavedRun[] | null>(null)
  const [trouble, setTrouble] = useState<string | null>(null)
  const [openId, setOpenId] = useState<string | null>(null)
  const [kept, setKept] = useState<Pick<Runs, 'saving' | 'notKept'>>({ saving: null, notKept: null })
  const [history, setHistory] = useState<History>(fresh)
  const saver = useRef<Saver<RunDocument> | null>(null)
  const latest = useRef<readonly SavedRun[]>([])
  /** What the server is known to have of each run. */
  const confirmed = useRef(new Map<string, { readonly version: number; readonly content: RunDocument }>())
  const openNow = useRef<string | null>(null)
  const beginning = useRef<Promise<unknown>>(Promise.resolve())
  const show = useCallback((runs: readonly SavedRun[]) => {
    latest.current = runs
    setList(runs)
  }, [])

  useEffect(() => {
    let gone = false
    void api.runs(networkId).then((answer) => {
      if (gone) return
      if (!answer.ok) return setTrouble(problemText(answer.problems))
      for (const { id, version, document } of answer.body.runs)
        confirmed.current.set(id, { version, content: document })
      show(answer.body.runs)
      openNow.current = answer.body.runs[answer.body.runs.length - 1]?.id ?? null
      setOpenId(openNow.current)
      if (openNow.current !== null) setKept({ saving: { state: 'saved' }, notKept: null })
    })
    return () => {
      gone = true
    }
  }, [networkId, show])

  /** Puts a content on the screen. */
  const put = useCallback(
    (id: string, document: RunDocument) =>
      show(latest.current.map((run) => (run.id === id ? { ...run, document } : run))),
    [show],
  )
  useEffect(() => {
    if (openId === null) return
    const id = openId
    const known = confirmed.current.get(id)
    if (!known) return
    const { place, left } = claimPlace('run', `${networkId}.${id}`)
    const made = versionedSave<RunDocument>({
      confirmed: known,
      place,
      send: async (version, content, leaving) => {
        const answer = await api.saveRun(id, version, content, leaving)
        if (answer.ok) confirmed.current.set(id, { version: answer.body.version, content })
        if (answer.ok || !answer.current) return answer.ok ? answer : { ...answer, current: undefined }
        return { ...answer, current: { version: answer.current.version, content: answer.current.document } }
      },
      wrong: () => null,
      show: (saving, _version, notKept) => setKept({ saving, notKept }),
    })
    saver.current = made
    // What was changed before there was a saver is saved by it.
    const there = latest.current.find((run) => run.id === id)?.document
    if (there && there !== known.content) made.put(there)
    let gone = false
    void left.then((found) => {
      const draft = found && draftOf(found.text, isRun)
      if (gone || !found || !draft) return void found?.leave()
      put(id, draft.content)
      made.takeUp(draft)
      found.take()
    })
    return () => {
      gone = true
      saver.current = null
      saveGoesOn(made.stop())
    }
  }, [openId, networkId, put])
  useFlush(useCallback(async (leaving) => saver.current?.flush(leaving), []))

  const open = list?.find(({ id }) => id === openId) ?? null
  const become = useCallback(
    (document: RunDocument) => {
      if (openId === null) return
      put(openId, document)
      saver.current?.put(document)
    },
    [openId, put],
  )
  const switchTo = useCallback((id: string | null) => {
    openNow.current = id
    setKept({ saving: id === null ? null : { state: 'saved' }, notKept: null })
    setHistory(fresh)
    setOpenId(id)
  }, [])
  const begin = useCallback(
    async (document: RunDocument): Promise<string | null> => {
      const answer = await api.createRun(networkId, document)
      if (!answer.ok) return problemText(answer.problems)
      const { id, version } = answer.body
      confirmed.current.set(id, { version, content: answer.body.document })
      show([...latest.current, answer.body])
      switchTo(id)
      return null
    },
    [networkId, show, switchTo],
  )
  const change = useCallback(
    (document: RunDocument) => {
      const id = openNow.current
      const before = latest.current.find((run) => run.id === id)?.document
      if (id === null || !before) return
      setHistory(({ past }) => ({ past: [...past, before], future: [] }))
      put(id, document)
      saver.current?.put(document)
    },
    [put],
  )
  const edit = useCallback(
    async (how: (run: RunDocument) => RunDocument, begun: () => RunDocument): Promise<string | null> => {
      // One run is begun at a time: what comes meanwhile goes into it.
      await beginning.current
      const there = latest.current.find(({ id }) => id === openNow.current)
      if (there) {
        change(how(there.document))
        return null
      }
      const started = begin(how(begun()))
      beginning.current = started
      return started
    },
    [begin, change],
  )
  const current = open?.document
  const undo = useCallback(() => {
    const before = history.past[history.past.length - 1]
    if (!current || !before) return
    setHistory(({ past, future }) => ({ past: past.slice(0, -1), future: [current, ...future] }))
    become(before)
  }, [history, current, become])
  const redo = useCallback(() => {
    const [after] = history.future
    if (!current || !after) return
    setHistory(({ past, future }) => ({ past: [...past, current], future: future.slice(1) }))
    become(after)
  }, [history, current, become])
  return {
    list,
    trouble,
    open,
    ...kept,
    choose: switchTo,
    begin,
    edit,
    keepAside: useCallback(
      async (document) => {
        const answer = await api.createRun(networkId, document)
        if (answer.ok) {
          confirmed.current.set(answer.body.id, { version: answer.body.version, content: answer.body.document })
          show([...latest.current, answer.body])
        } else setTrouble(problemText(answer.problems))
      },
      [networkId, show],
    ),
    change,
    undo: history.past.length > 0 ? undo : null,
    redo: history.future.length > 0 ? redo : null,
    remove: useCallback(async () => {
      const before = latest.current.find(({ id }) => id === openId)
      if (!before) return null
      const answer = await api.removeRun(before.id)
      if (!answer.ok && answer.status !== 404) {
        setTrouble(problemText(answer.problems))
        return null
      }
      saver.current = null
      const rest = latest.current.filter(({ id }) => id !== before.id)
      show(rest)
      switchTo(rest[rest.length - 1]?.id ?? null)
      return before.document
    }, [openId, show, switchTo]),
    pick: useCallback(
      (which) => {
        if (kept.saving?.state !== 'conflict' || openId === null) return
        if (which === 'theirs') put(openId, kept.saving.theirs.content)
        saver.current?.choose(which)
      },
      [kept.saving, openId, put],
    ),
  }
}
