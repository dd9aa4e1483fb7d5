import type { Documents } from '@/core/kept'
import { api, type Saved } from '../api'
import { claimPlace, type DraftKind } from './draft'
import { type StorageTrouble, browserStorage, type DraftStorage } from './draftStorage'
import { draftOf, versionedSave, type Saver, type Saving, type Version } from './versionedSave'

/** What is kept, and how: see {@link keep}. `C` is what the screen has of the document. */
export interface Keeping<K extends DraftKind, C> {
  readonly kind: K
  readonly id: string
  /** Under which its drafts lie in the browser; its id unless told. */
  readonly place?: string
  /** What the server is known to have; null where it is fetched first. */
  readonly known: Version<C> | null
  /** Whether the server is asked for a newer one than is known. */
  readonly isOld?: boolean
  /** What is taken for its content where nothing was kept yet. */
  readonly empty?: C
  readonly pack: (content: C) => Documents[K]
  readonly unpack: (document: Documents[K]) => C
  /** Whether a content from elsewhere, a draft or an answer, is one. */
  readonly fits: (content: unknown) => content is C
  /** Why a content cannot be sent yet; null if it can. */
  readonly wrong?: (content: C) => string | null
  /** Told of a content that belongs on the screen now: the server's, or a draft, with what was beside it. */
  readonly become: (content: C, from: 'server' | 'draft', beside: unknown) => void
  /** Told of what was fetched. */
  readonly onFetched?: (record: Saved<K> | null) => void
  /** Told of what the server has confirmed. */
  readonly onSaved?: (confirmed: Version<C>) => void
  /** Told of where it stands, and of what the browser cannot keep. */
  readonly show: (saving: Saving<C>, notKept: StorageTrouble | null) => void
}

/** Keeps one document; see {@link keep}. */
export interface Keeper<C> extends Pick<Saver<C>, 'put' | 'goOn' | 'flush' | 'stop'> {
  /** After a conflict: which of the two goes on. What was not chosen is kept within reach, and given back. */
  readonly choose: (which: 'mine' | 'theirs') => C | null
}

/**
 * Keeps a document by itself, from the first change on. What another window left unsaved is taken up, and what the screen has is
 * replaced by what is newer, unless something was changed here before that is known.
 */
export function keep<K extends DraftKind, C>(
  keeping: Keeping<K, C>,
  doors: Pick<typeof api, 'find' | 'save'> = api,
  claim = claimPlace,
): Keeper<C> {
  const { kind, id, place: at = id, known, isOld = false, empty, pack, unpack, fits, wrong, become, show } = keeping
  const { place, left } = claim(kind, at)
  let saver: Saver<C> | null = null
  let saving: Saving<C> = { state: 'saved' }
  let current = known?.content
  let isTouched = false
  let isStopped = false

  const versionOf = (record: Saved<K>): Version<C> | undefined => {
    const content = record.document === null ? null : unpack(record.document)
    return fits(content) ? { version: record.version, content } : undefined
  }
  const begin = (confirmed: Version<C>) => {
    current = confirmed.content
    saver = versionedSave<C>({
      confirmed,
      place,
      wrong: wrong ?? (() => null),
      send: async (version, content, leaving) => {
        const answer = await doors.save(kind, id, version, pack(content), leaving)
        if (!answer.ok) return { ...answer, current: answer.current && versionOf(answer.current) }
        keeping.onSaved?.({ version: answer.body.version, content })
        return answer
      },
      show: (next, notKept) => {
        saving = next
        show(next, notKept)
      },
    })
    if (!known) show(saving, null)
  }
  const fetched = async (): Promise<Version<C> | null> => {
    const answer = await doors.find(kind, id)
    if (!answer.ok) return null
    const record = (answer.body ?? null) as Saved<K> | null
    keeping.onFetched?.(record)
    if (record !== null) return versionOf(record) ?? null
    return empty === undefined ? null : { version: 0, content: empty }
  }
  const put = (content: C) => {
    current = content
    become(content, 'server', null)
  }

  if (known) begin(known)
  void Promise.all([left, known && !isOld ? null : fetched()]).then(([found, newest]) => {
    if (isStopped || isTouched) {
      void found?.leave()
      if (saver === null) void place.release()
      return
    }
    const draft = found && draftOf(found.text, fits)
    if (saver === null) {
      // Where the server does not answer, what the draft is based on is taken for what it has.
      const confirmed = newest ?? { version: draft?.version ?? 0, content: empty as C }
      begin(confirmed)
      put(confirmed.content)
    } else if (newest && known && newest.version > known.version) {
      saver.newer(newest)
      put(newest.content)
    }
    if (!found || !draft || saver === null) return void found?.leave()
    saver.takeUp(draft)
    found.take()
    current = draft.content
    become(draft.content, 'draft', draft.beside)
  })

  return {
    put(content, beside) {
      // Before it is known what there is, nothing can be changed.
      if (saver === null) return
      isTouched = true
      current = content
      saver.put(content, beside)
    },
    choose(which) {
      if (saving.state !== 'conflict' || current === undefined) return null
      const theirs = saving.theirs.content
      const aside = which === 'mine' ? theirs : current
      keepOther(kind, at, aside)
      saver?.choose(which)
      if (which === 'theirs') put(theirs)
      return aside
    },
    goOn: (version) => saver?.goOn(version),
    flush: async (leaving) => saver?.flush(leaving),
    async stop() {
      isStopped = true
      await saver?.stop()
    },
  }
}

/** How long the version that was not chosen at a conflict stays within reach, in milliseconds: as long as what is deleted. */
const keptFor = 30 * 24 * 3600 * 1000

const keyOf = (kind: DraftKind, id: string) => `nodrel-other:${kind}:${id}`

/** Keeps the version that was not chosen at a conflict, so that it can be gone back to, also after a reload. */
export function keepOther(kind: DraftKind, id: string, content: unknown, storage: DraftStorage = browserStorage): void {
  storage.write(keyOf(kind, id), JSON.stringify({ at: Date.now(), content }))
}

/** The version that was not chosen at the last conflict; null where there is none, or it is damaged or too old. */
export function findOther<T>(
  kind: DraftKind,
  id: string,
  fits: (content: unknown) => content is T,
  storage: DraftStorage = browserStorage,
): T | null {
  const text = storage.read(keyOf(kind, id))
  if (text === null) return null
  try {
    const { at, content } = JSON.parse(text) as { at: number; content: unknown }
    if (Date.now() - at < keptFor && fits(content)) return content
  } catch {
    // Dropped with what is too old.
  }
  storage.remove(keyOf(kind, id))
  return null
}

export function forgetOther(kind: DraftKind, id: string, storage: DraftStorage = browserStorage): void {
  storage.remove(keyOf(kind, id))
}
