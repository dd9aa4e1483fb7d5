import type { Quantity } from '../../number'
import type { Slip } from '../slip'
import type { Judgement, Position, Strength } from './move'

/** How an attempt went. */
export interface Summary {
  /** Answers by what they were. */
  readonly right: number
  readonly rounded: number
  readonly follows: number
  readonly asked: number
  readonly wrong: number
  /** Values that were wrong at first and are put right. */
  readonly mended: number
  readonly hints: Readonly<Record<Strength, number>>
  /** Each slip with how often it occurred, the most frequent first. */
  readonly slips: readonly { readonly slip: Slip; readonly times: number }[]
  /** Wrong answers of which no slip could be told, or several could. */
  readonly untold: number
}

/** What went well, and which slips occurred. What was taken back counts as long as it was wrong. */
export function summarise({ judgements, own }: Position): Summary {
  const isAnswer = ({ move, isTakenBack, verdict }: Judgement) =>
    move.do !== 'carry' && move.do !== 'hint' && (!isTakenBack || verdict === 'wrong' || verdict === 'refused')
  const answers = judgements.filter(isAnswer)
  const count = (...verdicts: readonly Judgement['verdict'][]) =>
    answers.filter(({ verdict }) => verdicts.includes(verdict)).length
  const hints = (strength: Strength) =>
    judgements.filter(({ move }) => move.do === 'hint' && move.strength === strength).length
  const times = new Map<Slip, number>()
  let untold = 0
  const wrongAt = new Map<string, { readonly quantity: Quantity; readonly element: number }>()
  for (const { verdict, could, move, element } of judgements) {
    if (verdict !== 'wrong' && verdict !== 'refused') continue
    if (could.length === 1) for (const slip of could[0]) times.set(slip, (times.get(slip) ?? 0) + 1)
    else untold++
    const quantity = move.do === 'value' ? move.quantity : 'resistance'
    if (verdict === 'wrong' && element !== null) wrongAt.set(`${quantity} ${element}`, { quantity, element })
  }
  const mended = [...wrongAt.values()].filter(({ quantity, element }) => {
    const now = own[quantity][element]
    return now && (now.verdict === 'right' || now.verdict === 'rounded')
  })
  return {
    right: count('right'),
    rounded: count('rounded'),
    follows: count('follows'),
    asked: count('asked'),
    wrong: count('wrong', 'refused'),
    mended: mended.length,
    hints: { 1: hints(1), 2: hints(2), 3: hints(3) },
    slips: [...times].map(([slip, often]) => ({ slip, times: often })).sort((a, b) => b.times - a.times),
    untold,
  }
}
