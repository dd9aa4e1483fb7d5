import { drawBoard, openBoard } from '@/core/entry'
import { drawSheet } from '@/core/picture'
import { codeFrom, nextTask, seeds, taskOf, usualDials, type Practised } from '@/core/learner'
import { medianTime, time, type Row } from './measure'

/** A task of 10 resistors, tidy and disguised: made from its code, its picture drawn, its first sheet laid out; and which comes next. */
export function taskRows(): Row[] {
  const dials = { ...usualDials, resistors: 10, picture: 'disguised' } as const
  const codes = Array.from({ length: 40 }, (_, i) => codeFrom(dials, (i * 7919) % seeds) ?? '')
  let at = 0
  const made = medianTime(() => {
    const task = taskOf(codes[at++ % codes.length])
    if (!task.ok) throw new Error(task.message)
    const { document, worksheet } = task.task
    return [
      drawBoard(openBoard(document), worksheet.wiring.nodes),
      drawSheet(worksheet, worksheet.rows[0], 'reduce', 4),
    ]
  })
  const now = Date.parse('2026-11-27T10:00:00Z')
  const history = Array.from({ length: 1000 }, (_, i): Practised => ({
    code: codes[i % codes.length],
    at: now - (1000 - i) * 3600_000,
    seconds: 60,
    marks: 4,
    of: 5,
    isDone: true,
    evidence: [
      { skill: 'reciprocals', isRight: i % 5 > 0 },
      { skill: 'sharing-current', isRight: i % 7 > 0 },
    ],
    slips: [],
  }))
  const next = medianTime(() => nextTask(history, now, at++))
  return [
    {
      what: 'a task of 10 resistors, disguised and tidy, made, drawn and laid out',
      measured: time(made),
      wanted: '≤ 100 ms',
      holds: made <= 100,
    },
    { what: 'which task comes next, after 1,000', measured: time(next), wanted: '≤ 100 ms', holds: next <= 100 },
  ]
}
