import { useEffect, useMemo, useState } from 'react'
import type { Attempt } from '@/core/kept'
import type { Move } from '@/core/learner'
import type { Network } from '@/core/network'
import { api, problemText, type Saved } from '@/ui/api'
import { tried } from '@/ui/attempt/useAttempt'
import { savesAnswered } from '@/ui/saving/underWay'

/** What was measured and tried at a network, as it is kept. */
interface Records {
  readonly runs: readonly Saved<'run'>[]
  /** Moves at the network as it is now; null where it was not tried, or another one was. */
  readonly moves: readonly Move[] | null
  /** What could not be fetched, in words. */
  readonly trouble: string | null
}

interface Fetched extends Omit<Records, 'moves'> {
  readonly of: string
  readonly attempt: Attempt | null
}

/** Fetches what was measured and tried; null until it is there. */
export function useRecords(id: string, network: Network | null): Records | null {
  const [fetched, setFetched] = useState<Fetched | null>(null)
  useEffect(() => {
    let gone = false
    const fetchAll = async () => {
      // What another screen is saving just now belongs to the report.
      await savesAnswered()
      const [runs, attempt] = await Promise.all([api.list('run', id), api.find('attempt', id)])
      if (gone) return
      const problems = [runs, attempt].flatMap((answer) => (answer.ok ? [] : answer.problems))
      setFetched({
        of: id,
        runs: runs.ok ? runs.body : [],
        attempt: attempt.ok ? (attempt.body?.document ?? null) : null,
        trouble: problems.length > 0 ? problemText(problems) : null,
      })
    }
    void fetchAll()
    return () => {
      gone = true
    }
  }, [id])
  return useMemo(() => {
    if (fetched === null || fetched.of !== id) return null
    const { runs, attempt, trouble } = fetched
    const isOfThis = attempt !== null && network !== null && attempt.of === tried(network)
    return { runs, moves: isOfThis && attempt.moves.length > 0 ? attempt.moves : null, trouble }
  }, [fetched, id, network])
}
