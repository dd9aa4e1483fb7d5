import { useMemo, useState } from 'react'
import { play, readMoves, replay, triedWorksheet, type Move, type Position } from '@/core/learner'
import type { Worksheet } from '@/core/worksheet'
import type { Network } from '@/core/network'
import { useMoves, type KeptMoves, type MovesKept } from './useMoves'

/** An attempt with where it stands. */
export interface OpenAttempt extends KeptMoves<Move> {
  /** The network worked out exactly, whatever the worksheet's own way: what answers are judged by. */
  readonly worksheet: Worksheet
  readonly position: Position
}

/** What of a network an attempt is an attempt at: its parts, values and supply. */
export function tried({ parts, known }: Network): string {
  const what = parts.map((part) => [
    part.name,
    part.kind,
    part.from,
    part.to,
    part.kind === 'resistor' ? part.resistance?.exact : part.kind === 'source' ? part.voltage?.exact : undefined,
  ])
  return JSON.stringify([what, known && [known.part, known.quantity, known.value.exact]])
}

/** Attempts at the networks of the logbook. */
const ofNetworks: MovesKept<'attempt', Move> = {
  kind: 'attempt',
  isMoves: (raw) => readMoves(raw).ok,
  pack: (attempt) => attempt,
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

/** The attempt of the person at a network of the logbook. */
export function useAttempt(id: string, of: Worksheet): OpenAttempt {
  const what = useMemo(() => tried(of.network), [of.network])
  return useWith(useMoves(ofNetworks, id, what), of)
}

/** Where moves at a network lead, worked out exactly whatever way the worksheet is done. */
export function useWith(kept: KeptMoves<Move>, of: Worksheet): OpenAttempt {
  const { network, naming, choices } = of
  const worksheet = useMemo(() => triedWorksheet(network, choices, naming) ?? of, [of, network, naming, choices])
  const position = usePosition(worksheet, kept.moves)
  return { ...kept, worksheet, position }
}
