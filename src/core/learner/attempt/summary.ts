import type { Quantity } from '../../number'
import type { Judgement, Position, Strength } from './move'
import type { Slip } from './slips'

/** How an attempt went. */
export interface Summary {
  /** Answers by what they were. */
  readonly right: number
  readonly rounded: number
  readonly follows: number
  readonly wrong: number
  /** Values that were wrong at first and are put right. */
  readonly mended: number
  readonly hints: Readonly<Record<Strength, number>>
  /** Each slip with how often it occurred, the most frequent first. */
  readonly slips: readonly { readonly slip: Slip; readonly times: number }[]
}

/** What went well, and which slips occurred. */
export function summarise({ judgements, own }: Position): Summary {
  const count = (verdict: Judgement['verdict']) => judgements.filter((it) => it.verdict === verdict).length
  const hints = (strength: Strength) =>
    judgements.filter(({ move }) => move.do === 'hint' && move.strength === strength).length
  const times = new Map<Slip, number>()
  for (const { slips } of judgements) if (slips[0]) times.set(slips[0], (times.get(slips[0]) ?? 0) + 1)
  const wrongAt = new Map<string, { readonly quantity: Quantity; readonly element: number }>()
  for (const { verdict, move, element } of judgements) {
    const quantity = move.do === 'value' ? move.quantity : 'resistance'
    if (verdict === 'wrong' && element !== null) wrongAt.set(`${quantity} ${element}`, { quantity, element })
  }
  const mended = [...wrongAt.values()].filter(({ quantity, element }) => {
    const now = own[quantity][element]
    return now && now.verdict !== 'wrong'
  })
  return {
    right: count('right'),
    rounded: count('rounded'),
    follows: count('follows'),
    wrong: count('wrong') + count('refused'),
    mended: mended.length,
    hints: { 1: hints(1), 2: hints(2), 3: hints(3) },
    slips: [...times].map(([slip, often]) => ({ slip, times: often })).sort((a, b) => b.times - a.times),
  }
}
