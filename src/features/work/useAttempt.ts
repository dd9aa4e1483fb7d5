import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { replay, type Move, type Position } from '@/core/attempt'
import { workOut, type Worksheet } from '@/core'
import type { Network } from '@/core/network'
import { api, type SavedAttempt } from '@/ui/api'

/** Whether what was done is kept. */
export type Kept = 'loading' | 'kept' | 'keeping' | 'not-kept'

export interface Attempt {
  /** The network worked out exactly, whatever the worksheet's own way: what answers are judged by. */
  readonly worksheet: Worksheet
  readonly position: Position
  readonly moves: readonly Move[]
  readonly kept: Kept
  /** An attempt was kept for the network as it was before it was changed. */
  readonly outdated: boolean
  readonly make: (move: Move) => void
  readonly restart: () => void
  /** Goes on with moves that were made before. */
  readonly takeUp: (moves: readonly Move[]) => void
}

/** What of a network an attempt is an attempt at: its parts, values and supply. */
function tried({ parts, known }: Network): string {
  const what = parts.map((part) => [
    part.name,
    part.kind,
    part.from,
    part.to,
    part.kind === 'resistor' ? part.resistance.exact : part.kind === 'source' ? part.voltage?.exact : undefined,
  ])
  return JSON.stringify([what, known && [known.part, known.quantity, known.value.exact]])
}

/** How long to wait before what could not be kept is tried again, in milliseconds. */
const again = 5000

/**
 * The attempt of the person at a network. Every move is kept in the browser at once and on the server, so that it can
 * be taken up again; where another window went on with it, that one counts.
 */
export function useAttempt(id: string, of: Worksheet): Attempt {
  const { network, options, choices } = of
  const worksheet = useMemo(() => {
    const exact = workOut(network, { nodes: options.nodes, choices: { names: choices.names } })
    return { ...('status' in exact ? of : exact), choices: { ...choices, outward: 'no', carry: 'exact' } as const }
  }, [of, network, options.nodes, choices])
  const what = useMemo(() => tried(network), [network])
  const [saved, setSaved] = useState<SavedAttempt>({ of: what, moves: [], version: 0 })
  const [kept, setKept] = useState<Kept>('loading')
  const key = `nodrel-attempt-${id}`

  useEffect(() => {
    let gone = false
    void api.attempt(id).then((answer) => {
      if (gone) return
      const theirs = answer.ok ? answer.body : undefined
      const mine = draftIn(key)
      // What was not sent yet is newer, unless another window went on.
      const newest = mine && (!theirs || mine.version >= theirs.version) ? mine : theirs
      if (newest) setSaved(newest)
      setKept(answer.ok ? 'kept' : 'not-kept')
    })
    return () => {
      gone = true
    }
  }, [id, key])

  const sending = useRef(false)
  const latest = useRef(saved)
  const send = useCallback(async () => {
    if (sending.current) return
    sending.current = true
    for (let sent: SavedAttempt | null = null; sent?.moves !== latest.current.moves;) {
      sent = latest.current
      const answer = await api.saveAttempt(id, sent)
      if (answer.ok) {
        latest.current = { ...latest.current, version: answer.body.version }
        if (latest.current.moves === sent.moves) localStorage.removeItem(key)
        setSaved(latest.current)
        setKept('kept')
      } else if (answer.status === 409 && answer.current) {
        latest.current = answer.current
        sent = answer.current
        localStorage.removeItem(key)
        setSaved(answer.current)
        setKept('kept')
      } else {
        setKept('not-kept')
        break
      }
    }
    sending.current = false
  }, [id, key])
  useEffect(() => {
    if (kept !== 'not-kept' || saved.moves.length === 0) return
    const timer = setTimeout(() => void send(), again)
    return () => clearTimeout(timer)
  }, [kept, saved, send])

  const put = useCallback(
    (moves: readonly Move[]) => {
      latest.current = { of: what, moves, version: latest.current.version }
      localStorage.setItem(key, JSON.stringify(latest.current))
      setSaved(latest.current)
      setKept('keeping')
      void send()
    },
    [what, key, send],
  )
  useEffect(() => {
    latest.current = saved
  }, [saved])

  const outdated = saved.of !== what && saved.moves.length > 0
  const moves = outdated ? none : saved.moves
  const position = useMemo(() => replay(worksheet, moves), [worksheet, moves])
  return {
    worksheet,
    position,
    moves,
    kept,
    outdated,
    make: useCallback((move: Move) => put([...moves, move]), [put, moves]),
    restart: useCallback(() => put([]), [put]),
    takeUp: put,
  }
}

const none: readonly Move[] = []

function draftIn(key: string): SavedAttempt | null {
  try {
    const draft = JSON.parse(localStorage.getItem(key) ?? 'null') as SavedAttempt | null
    return draft && Array.isArray(draft.moves) && typeof draft.version === 'number' ? draft : null
  } catch {
    return null
  }
}
