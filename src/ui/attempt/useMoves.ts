import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import type { Attempt, Documents } from '@/core/kept'
import type { Saved } from '@/ui/api'
import { findOther, forgetOther, keepOther } from '@/ui/saving/keep'
import { useKept, type Kept } from '@/ui/saving/useKept'

/** Where attempts of a sort are kept. */
export interface MovesKept<K extends 'attempt' | 'exercise', M> {
  readonly kind: K
  readonly isMoves: (raw: unknown) => boolean
  /** What is sent of them. */
  readonly pack: (attempt: Attempt<M>) => Documents[K]
  readonly onFetched?: (record: Saved<K> | null) => void
}

/** Moves that are kept as they are made. */
export interface KeptMoves<M> extends Pick<Kept<Attempt<M>>, 'saving' | 'notKept' | 'goOn'> {
  readonly moves: readonly M[]
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
}

/**
 * Every move is kept in the browser at once and on the server, so that it can be taken up again; where another window went
 * on with it, the person chooses, and the other stays within reach.
 *
 * @param id under which it is kept
 * @param what it is an attempt at: moves at something else are not gone on with
 */
export function useMoves<K extends 'attempt' | 'exercise', M>(
  { kind, isMoves, pack, onFetched }: MovesKept<K, M>,
  id: string,
  what: string,
): KeptMoves<M> {
  type Content = Attempt<M>
  const fits = useCallback(
    (content: unknown): content is Attempt<M> => {
      if (typeof content !== 'object' || content === null) return false
      const { of, moves } = content as Partial<Attempt<M>>
      return typeof of === 'string' && isMoves(moves)
    },
    [isMoves],
  )
  const [content, setContent] = useState<Content>({ of: what, moves: [] })
  const [other, setOther] = useState<Content | null>(null)
  const latest = useRef(content)
  useEffect(() => {
    latest.current = content
  }, [content])
  const {
    put: save,
    choose: settle,
    ...kept
  } = useKept<K, Content>({
    kind,
    id,
    known: null,
    empty: useMemo(() => ({ of: '', moves: [] }), []),
    pack,
    unpack: (document) => {
      const { of, moves } = document as unknown as Content
      return { of, moves }
    },
    fits,
    onFetched,
    become(next) {
      setContent(next)
      setOther(findOther(kind, id, fits))
    },
  })

  const put = useCallback(
    (next: Content) => {
      latest.current = next
      setContent(next)
      save(next)
    },
    [save],
  )
  const takeUp = useCallback((moves: readonly M[]) => put({ of: what, moves }), [put, what])
  const forget = useCallback(() => {
    forgetOther(kind, id)
    setOther(null)
  }, [id, kind])

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
      if (mine.moves.length === 0) return forget()
      keepOther(kind, id, mine)
      setOther(mine)
    }, [other, put, forget, kind, id]),
    forget,
    choose: useCallback(
      (which: 'mine' | 'theirs') => {
        const aside = settle(which)
        if (aside) setOther(aside)
      },
      [settle],
    ),
  }
}
