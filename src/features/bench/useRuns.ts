import { useCallback, useEffect, useRef, useState } from 'react'
import { readingsOf } from '@/core/bench'
import { api, problemText, type Saved } from '@/ui/api'
import type { RunDocument } from '@/ui/bench/run'
import { useKept, type Kept } from '@/ui/saving/useKept'
import type { Version } from '@/ui/saving/versionedSave'

type SavedRun = Saved<'run'>

export interface Runs extends Pick<Kept<RunDocument>, 'saving' | 'notKept'> {
  /** All runs of the network, the open one as it is on the screen; null until they are there. */
  readonly list: readonly SavedRun[] | null
  readonly trouble: string | null
  /** The open one; null where there is none yet. */
  readonly open: SavedRun | null
  /** Opens a run; with null none, and the next reading begins one. */
  readonly choose: (id: string | null) => void
  /** Stays at the open run where it fits, else opens the last one that does, or none; one that is just being begun counts. */
  readonly chooseLike: (fits: (run: RunDocument) => boolean) => Promise<void>
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
const asItIs = (run: RunDocument) => run

interface History {
  readonly past: readonly RunDocument[]
  readonly future: readonly RunDocument[]
}

const fresh: History = { past: [], future: [] }

/**
 * The runs of readings of a network: listed, one of them open and saved by itself, with undo as deep as it stays open.
 *
 * @param wanted the run that is open at first, where there still is one; else the last
 */
export function useRuns(networkId: string, wanted: string | null): Runs {
  const [list, setList] = useState<readonly SavedRun[] | null>(null)
  const [trouble, setTrouble] = useState<string | null>(null)
  const [openId, setOpenId] = useState<string | null>(null)
  const [history, setHistory] = useState<History>(fresh)
  const latest = useRef<readonly SavedRun[]>([])
  /** What the server is known to have of each run. */
  const [confirmed] = useState(() => new Map<string, Version<RunDocument>>())
  const openNow = useRef<string | null>(null)
  const beginning = useRef<Promise<unknown>>(Promise.resolve())
  const show = useCallback((runs: readonly SavedRun[]) => {
    latest.current = runs
    setList(runs)
  }, [])
  const switchTo = useCallback((id: string | null) => {
    openNow.current = id
    setHistory(fresh)
    setOpenId(id)
  }, [])

  useEffect(() => {
    let gone = false
    void api.list('run', networkId).then((answer) => {
      if (gone) return
      if (!answer.ok) return setTrouble(problemText(answer.problems))
      for (const { id, version, document } of answer.body) confirmed.set(id, { version, content: document })
      show(answer.body)
      const first = answer.body.find(({ id }) => id === wanted) ?? answer.body[answer.body.length - 1]
      switchTo(first?.id ?? null)
    })
    return () => {
      gone = true
    }
    // Which one is wanted counts once.
    // oxlint-disable-next-line react/exhaustive-deps
  }, [networkId, confirmed, show, switchTo])

  /** Puts a content on the screen. */
  const put = useCallback(
    (id: string, document: RunDocument) =>
      show(latest.current.map((run) => (run.id === id ? { ...run, document } : run))),
    [show],
  )
  const open = list?.find(({ id }) => id === openId) ?? null
  const known = openId === null ? null : (confirmed.get(openId) ?? null)
  const {
    put: save,
    choose: settle,
    ...kept
  } = useKept<'run', RunDocument>({
    kind: 'run',
    id: openId,
    place: `${networkId}.${openId}`,
    known,
    // What was changed before it was opened here is saved now.
    changed: open && known && open.document !== known.content ? open.document : undefined,
    pack: asItIs,
    unpack: asItIs,
    fits: isRun,
    become: (document) => openId !== null && put(openId, document),
    onSaved: (version) => openId !== null && confirmed.set(openId, version),
  })

  const become = useCallback(
    (document: RunDocument) => {
      if (openId === null) return
      put(openId, document)
      save(document)
    },
    [openId, put, save],
  )
  const create = useCallback(
    async (document: RunDocument) => {
      const answer = await api.create('run', document, { of: networkId })
      if (answer.ok) {
        const { id, version, document: content } = answer.body
        confirmed.set(id, { version, content })
        show([...latest.current, answer.body])
      }
      return answer
    },
    [networkId, confirmed, show],
  )
  const begin = useCallback(
    async (document: RunDocument): Promise<string | null> => {
      const answer = await create(document)
      if (!answer.ok) return problemText(answer.problems)
      switchTo(answer.body.id)
      return null
    },
    [create, switchTo],
  )
  const change = useCallback(
    (document: RunDocument) => {
      const id = openNow.current
      const before = latest.current.find((run) => run.id === id)?.document
      if (id === null || !before) return
      setHistory(({ past }) => ({ past: [...past, before], future: [] }))
      put(id, document)
      save(document)
    },
    [put, save],
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
    chooseLike: useCallback(
      async (fits) => {
        await beginning.current
        const there = latest.current.find(({ id }) => id === openNow.current)
        if (there && fits(there.document)) return
        switchTo(latest.current.findLast(({ document }) => fits(document))?.id ?? null)
      },
      [switchTo],
    ),
    begin,
    edit,
    keepAside: useCallback(
      async (document) => {
        const answer = await create(document)
        if (!answer.ok) setTrouble(problemText(answer.problems))
      },
      [create],
    ),
    change,
    undo: history.past.length > 0 ? undo : null,
    redo: history.future.length > 0 ? redo : null,
    remove: useCallback(async () => {
      const before = latest.current.find(({ id }) => id === openId)
      if (!before) return null
      const answer = await api.remove('run', before.id)
      if (!answer.ok && answer.status !== 404) {
        setTrouble(problemText(answer.problems))
        return null
      }
      const rest = latest.current.filter(({ id }) => id !== before.id)
      show(rest)
      switchTo(rest[rest.length - 1]?.id ?? null)
      return before.document
    }, [openId, show, switchTo]),
    pick: settle,
  }
}
