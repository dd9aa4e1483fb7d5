import { useCallback, useEffect, useRef, useState } from 'react'
import type { Answer } from '@/ui/api'
import { claimPlace, type DraftKind } from '@/ui/saving/draft'
import type { StorageTrouble } from '@/ui/saving/draftStorage'
import { findOther, forgetOther, keepOther } from '@/ui/saving/otherVersion'
import { saveGoesOn } from '@/ui/saving/underWay'
import { useFlush } from '@/ui/saving/useFlush'
import { draftOf, versionedSave, type Saver, type Saving, type Version } from '@/ui/saving/versionedSave'

/** What is saved of an attempt: what it was at, and the moves. */
export interface Tried<M> {
  readonly of: string
  readonly moves: readonly M[]
}

/** Where attempts of a sort are kept. It must stay the same while it is used. */
export interface Keeping<M> {
  readonly kind: DraftKind
  /** What is kept of an attempt; no body where there is none yet. */
  readonly load: (id: string) => Promise<Answer<(Tried<M> & { readonly version: number }) | undefined>>
  readonly send: (
    id: string,
    attempt: Tried<M> & { readonly version: number },
    leaving: boolean,
  ) => Promise<Answer<{ readonly version: number }, Tried<M> & { readonly version: number }>>
  readonly isMoves: (raw: unknown) => boolean
}

/** Moves that are kept as they are made. */
export interface KeptMoves<M> {
  readonly moves: readonly M[]
  /** Whether what was done is kept; null while what was done before is fetched. */
  readonly saving: Saving<Tried<M>> | null
  readonly notKept: StorageTrouble | null
  /** An attempt was kept for what it was at before that was changed. */
  readonly outdated: boolean
  /** The moves of the attempt that was not chosen when two windows had gone different ways. */
  readonly other: readonly M[] | null
  readonly make: (move: M) => void
  readonly restart: () => void
  /** Goes on with moves that were made before. */
  readonly takeUp: (moves: readonly M[]) => void
  /** Goes on with the other attempt, which this one takes the place of; or forgets it. */
  readonly takeOther: () => void
  readonly forget: () => void
  readonly choose: (which: 'mine' | 'theirs') => void
  readonly goOn: (version: number) => void
}

/**
 * Every move is kept in the browser at once and on the server, so that it can be taken up again; where another window went
 * on with it, the person chooses, and the other stays within reach.
 *
 * @param id under which it is kept
 * @param what it is an attempt at: moves at something else are not gone on with
 */
export function useMoves<M>({ kind, load, send, isMoves }: Keeping<M>, id: string, what: string): KeptMoves<M> {
  const isOne = useCallback(
    (content: unknown): content is Tried<M> => {
      if (typeof content !== 'object' || content === null) return false
      const { of, moves } = content as Partial<Tried<M>>
      return typeof of === 'string' && isMoves(moves)
    },
    [isMoves],
  )
  const [content, setContent] = useState<Tried<M>>({ of: what, moves: [] })
  const [kept, setKept] = useState<Pick<KeptMoves<M>, 'saving' | 'notKept'>>({ saving: null, notKept: null })
  const [other, setOther] = useState<Tried<M> | null>(null)
  const saver = useRef<Saver<Tried<M>> | null>(null)

  useEffect(() => {
    let gone = false
    const { place, left } = claimPlace(kind, id)
    void Promise.all([load(id), left]).then(([answer, found]) => {
      if (gone) {
        void found?.leave()
        void place.release()
        return
      }
      const draft = found && draftOf(found.text, isOne)
      const known: Version<Tried<M>> | null = !answer.ok
        ? null
        : answer.body
          ? { version: answer.body.version, content: { of: answer.body.of, moves: answer.body.moves } }
          : { version: 0, content: { of: '', moves: [] } }
      // Where the server does not answer, what the draft is based on is taken for what it has.
      const confirmed = known ?? { version: draft?.version ?? 0, content: { of: '', moves: [] } }
      const made = versionedSave<Tried<M>>({
        confirmed,
        place,
        send: async (version, sent, leaving) => {
          const saved = await send(id, { ...sent, version }, leaving)
          if (saved.ok || !saved.current) return saved.ok ? saved : { ...saved, current: undefined }
          const { of, moves, version: newest } = saved.current
          return { ...saved, current: { version: newest, content: { of, moves } } }
        },
        wrong: () => null,
        show: (saving, _version, notKept) => setKept({ saving, notKept }),
      })
      saver.current = made
      setContent(draft?.content ?? confirmed.content)
      setOther(findOther(kind, id, isOne))
      setKept({ saving: { state: 'saved' }, notKept: null })
      if (found && draft) {
        made.takeUp(draft)
        found.take()
      } else void found?.leave()
    })
    return () => {
      gone = true
      if (saver.current) saveGoesOn(saver.current.stop())
      saver.current = null
    }
  }, [id, kind, load, send, isOne])
  useFlush(useCallback(async (leaving) => saver.current?.flush(leaving), []))

  const latest = useRef(content)
  useEffect(() => {
    latest.current = content
  }, [content])
  const put = useCallback((next: Tried<M>) => {
    latest.current = next
    setContent(next)
    saver.current?.put(next)
  }, [])
  const takeUp = useCallback((moves: readonly M[]) => put({ of: what, moves }), [put, what])
  const forget = useCallback(() => {
    forgetOther(kind, id)
    setOther(null)
  }, [id, kind])
  const setAside = useCallback(
    (aside: Tried<M>) => {
      keepOther(kind, id, aside)
      setOther(aside)
    },
    [id, kind],
  )

  const outdated = content.of !== what && content.moves.length > 0
  const [empty] = useState<readonly M[]>([])
  const moves = outdated ? empty : content.moves
  return {
    moves,
    ...kept,
    outdated,
    other: other && other.of === what && other.moves.length > 0 ? other.moves : null,
    make: useCallback((move: M) => takeUp([...moves, move]), [takeUp, moves]),
    restart: useCallback(() => takeUp([]), [takeUp]),
    takeUp,
    takeOther: useCallback(() => {
      if (!other) return
      const mine = latest.current
      put(other)
      if (mine.moves.length > 0) setAside(mine)
      else forget()
    }, [other, put, setAside, forget]),
    forget,
    choose: useCallback(
      (which: 'mine' | 'theirs') => {
        if (kept.saving?.state !== 'conflict') return
        const theirs = kept.saving.theirs.content
        setAside(which === 'mine' ? theirs : latest.current)
        if (which === 'theirs') {
          latest.current = theirs
          setContent(theirs)
        }
        saver.current?.choose(which)
      },
      [kept.saving, setAside],
    ),
    goOn: useCallback((version: number) => saver.current?.goOn(version), []),
  }
}
