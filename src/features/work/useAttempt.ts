import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { play, readMoves, replay, type Move, type Position } from '@/core/learner'
import { workOut } from '@/core'
import type { Worksheet } from '@/core/worksheet'
import type { Network } from '@/core/network'
import { api, type SavedAttempt } from '@/ui/api'
import { claimPlace } from '@/ui/saving/draft'
import type { StorageTrouble } from '@/ui/saving/draftStorage'
import { findOther, forgetOther, keepOther } from '@/ui/saving/otherVersion'
import { saveGoesOn } from '@/ui/saving/underWay'
import { useFlush } from '@/ui/saving/useFlush'
import { draftOf, versionedSave, type Saver, type Saving, type Version } from '@/ui/saving/versionedSave'

/** What is saved of an attempt: the network as it was tried, and the moves. */
export type Tried = Pick<SavedAttempt, 'of' | 'moves'>

export interface OpenAttempt {
  /** The network worked out exactly, whatever the worksheet's own way: what answers are judged by. */
  readonly worksheet: Worksheet
  readonly position: Position
  readonly moves: readonly Move[]
  /** Whether what was done is kept; null while what was done before is fetched. */
  readonly saving: Saving<Tried> | null
  readonly notKept: StorageTrouble | null
  /** An attempt was kept for the network as it was before it was changed. */
  readonly outdated: boolean
  /** The moves of the attempt that was not chosen when two windows had gone different ways. */
  readonly other: readonly Move[] | null
  readonly make: (move: Move) => void
  readonly restart: () => void
  /** Goes on with moves that were made before. */
  readonly takeUp: (moves: readonly Move[]) => void
  /** Goes on with the other attempt, which this one takes the place of; or forgets it. */
  readonly takeOther: () => void
  readonly forget: () => void
  readonly choose: (which: 'mine' | 'theirs') => void
  readonly goOn: (version: number) => void
}

/** What of a network an attempt is an attempt at: its parts, values and supply. */
function tried({ parts, known }: Network): string {
  const what = parts.map((part) => [
    part.name,
    part.kind,
    part.from,
    part.to,
    part.kind === 'resistor' ? part.resistance?.exact : part.kind === 'source' ? part.voltage?.exact : undefined,
  ])
  return JSON.stringify([what, known && [known.part, known.quantity, known.value.exact]])
}

const none: readonly Move[] = []

function isTried(content: unknown): content is Tried {
  if (typeof content !== 'object' || content === null) return false
  const { of, moves } = content as Partial<Tried>
  return typeof of === 'string' && readMoves(moves).ok
}

async function send(id: string, version: number, content: Tried, leaving: boolean) {
  const answer = await api.saveAttempt(id, { ...content, version }, leaving)
  if (answer.ok || !answer.current) return answer.ok ? answer : { ...answer, current: undefined }
  const { of, moves, version: newest } = answer.current
  return { ...answer, current: { version: newest, content: { of, moves } } }
}

/** Where the moves lead. Where one more was made, only that one is judged. */
function usePosition(worksheet: Worksheet, moves: readonly Move[]): Position {
  const [kept, setKept] = useState(() => ({ worksheet, moves, position: replay(worksheet, moves) }))
  if (kept.worksheet === worksheet && kept.moves === moves) return kept.position
  const isOneMore =
    kept.worksheet === worksheet &&
    moves.length === kept.moves.length + 1 &&
    kept.moves.every((move, i) => move === moves[i])
  const position = isOneMore ? play(kept.position, moves[moves.length - 1]) : replay(worksheet, moves)
  setKept({ worksheet, moves, position })
  return position
}

/**
 * The attempt of the person at a network. Every move is kept in the browser at once and on the server, so that it can
 * be taken up again; where another window went on with it, the person chooses, and the other stays within reach.
 */
export function useAttempt(id: string, of: Worksheet): OpenAttempt {
  const { network, naming, choices } = of
  const worksheet = useMemo(() => {
    const { names, order, begin } = choices
    const exact = workOut(network, { nodes: naming, choices: { names, order, begin, asked: [] } })
    return { ...('status' in exact ? of : exact), choices: { ...choices, outward: false, carry: 'exact' } as const }
  }, [of, network, naming, choices])
  const what = useMemo(() => tried(network), [network])
  const [content, setContent] = useState<Tried>({ of: what, moves: none })
  const [kept, setKept] = useState<Pick<OpenAttempt, 'saving' | 'notKept'>>({ saving: null, notKept: null })
  const [other, setOther] = useState<Tried | null>(null)
  const saver = useRef<Saver<Tried> | null>(null)

  useEffect(() => {
    let gone = false
    const { place, left } = claimPlace('attempt', id)
    void Promise.all([api.attempt(id), left]).then(([answer, found]) => {
      if (gone) {
        void found?.leave()
        void place.release()
        return
      }
      const draft = found && draftOf(found.text, isTried)
      const known: Version<Tried> | null = !answer.ok
        ? null
        : answer.body
          ? { version: answer.body.version, content: { of: answer.body.of, moves: answer.body.moves } }
          : { version: 0, content: { of: '', moves: none } }
      // Where the server does not answer, what the draft is based on is taken for what it has.
      const confirmed = known ?? { version: draft?.version ?? 0, content: { of: '', moves: none } }
      const made = versionedSave<Tried>({
        confirmed,
        place,
        send: (...sent) => send(id, ...sent),
        wrong: () => null,
        show: (saving, _version, notKept) => setKept({ saving, notKept }),
      })
      saver.current = made
      setContent(draft?.content ?? confirmed.content)
      setOther(findOther('attempt', id, isTried))
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
  }, [id])
  useFlush(useCallback(async (leaving) => saver.current?.flush(leaving), []))

  const latest = useRef(content)
  useEffect(() => {
    latest.current = content
  }, [content])
  const put = useCallback((next: Tried) => {
    latest.current = next
    setContent(next)
    saver.current?.put(next)
  }, [])
  const takeUp = useCallback((moves: readonly Move[]) => put({ of: what, moves }), [put, what])
  const forget = useCallback(() => {
    forgetOther('attempt', id)
    setOther(null)
  }, [id])
  const setAside = useCallback(
    (aside: Tried) => {
      keepOther('attempt', id, aside)
      setOther(aside)
    },
    [id],
  )

  const outdated = content.of !== what && content.moves.length > 0
  const moves = outdated ? none : content.moves
  const position = usePosition(worksheet, moves)
  return {
    worksheet,
    position,
    moves,
    ...kept,
    outdated,
    other: other && other.of === what && other.moves.length > 0 ? other.moves : null,
    make: useCallback((move: Move) => takeUp([...moves, move]), [takeUp, moves]),
    restart: useCallback(() => takeUp(none), [takeUp]),
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
      (which) => {
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
    goOn: useCallback((version) => saver.current?.goOn(version), []),
  }
}
