import { judgeSolve, marksOf, slipName, slipsOf, triedWorksheet, type Marked, type Move } from '@/core/learner'
import type { ReportSection } from '@/core/report'
import type { Worksheet } from '@/core/worksheet'

/** What a learner answered, line by line, with the marks that it got; null where nothing can be marked. */
export function attemptSection(worksheet: Worksheet, moves: readonly Move[]): ReportSection | null {
  const tried = triedWorksheet(worksheet.network, worksheet.choices, worksheet.naming)
  if (tried === null) return null
  const judged = judgeSolve(worksheet, tried, moves)
  if (judged.items.every(({ isTried }) => !isTried)) return null
  const { first, now, of } = marksOf(judged)
  const slips = slipsOf(judged)
  const text = (it: Marked) => (it.of === 0 ? '' : `${it.first} of ${it.of}${it.now > it.first ? ` (${it.now})` : ''}`)
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
        rows: judged.items.map(({ line, typed, method, answer, unit }) => [
          line,
          typed ?? '–',
          text(method),
          text(answer),
          text(unit),
        ]),
        wordColumns: 5,
      },
      ...(slips.length > 0
        ? [
            {
              block: 'words',
              text: `Slips: ${slips.map(({ slip, times }) => (times > 1 ? `${slipName(slip)} (${times} times)` : slipName(slip))).join('; ')}.`,
            } as const,
          ]
        : []),
    ],
  }
}
