import { useEffect, useMemo, useState } from 'react'
import type { Attempt } from '@/core/kept'
import {
  type Move,
  answeredText,
  judgeSolve,
  marksOf,
  markedText,
  slipsOf,
  slipsText,
  triedWorksheet,
} from '@/core/learner'
import type { Network } from '@/core/network'
import { api, problemText, type Saved } from '@/ui/api'
import { tried } from '@/ui/attempt/useAttempt'
import { savesAnswered } from '@/ui/saving/underWay'
import type { ReportSection } from '@/core/report'
import type { Worksheet } from '@/core/worksheet'

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

/** What a learner answered, line by line, with the marks that it got; null where nothing can be marked. */
export function attemptSection(worksheet: Worksheet, moves: readonly Move[]): ReportSection | null {
  const tried = triedWorksheet(worksheet.network, worksheet.choices, worksheet.naming)
  if (tried === null) return null
  const judged = judgeSolve(worksheet, tried, moves)
  if (judged.items.every(({ isTried }) => !isTried)) return null
  const { first, now, of } = marksOf(judged)
  const slips = slipsOf(judged)
  return {
    content: 'attempt',
    heading: 'Worked by hand',
    blocks: [
      {
        block: 'words',
        text: `${first} of ${of} ${of === 1 ? 'mark' : 'marks'} at the first try${now > first ? `; ${now} by now, in brackets` : ''}.`,
        as: 'strong',
      },
      {
        block: 'table',
        head: ['line', 'answered', 'method', 'answer', 'unit'],
        rows: judged.items.map(({ method, answer, unit, ...item }) => [
          item.line,
          answeredText(item),
          markedText(method),
          markedText(answer),
          markedText(unit),
        ]),
        wordColumns: 5,
      },
      ...(slips.length > 0
        ? [
            {
              block: 'words',
              text: slipsText(slips),
            } as const,
          ]
        : []),
    ],
  }
}
