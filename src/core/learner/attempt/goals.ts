import type { Quantity } from '../../number'
import { elementKey, insideOf } from '../../structure'
import { answerKey, namedBy, type Own, type Position, type Slot } from './move'
import { truthByName } from './named'
import { isGood } from './reach'
import { elementsByKey } from './state'

/** What is to be found: a value of an element, or of what is asked for by name and is none of the learner's elements. */
export interface Goal {
  readonly quantity: Quantity | 'potential'
  /** null where it is answered by name, and for the whole while more than one element is left. */
  readonly element: number | null
  /** As a document calls it; null where nothing was asked for by name. */
  readonly of: string | null
}

/** What is left to do, by the worksheet's questions: the resistance alone, what was asked for, or every value. */
export function goalsOf(position: Position): Goal[] {
  const { worksheet, reduction, sheet, truth } = position
  const { network, wiring, choices, outcome, derivation, elements } = worksheet
  const whole = sheet.elements.length === 1 ? sheet.elements[0].id : null
  const byKey = elementsByKey(worksheet, reduction)
  /** What a meter's reading is told by: of an equivalent that the learner did not form, the resistors inside. */
  const whatTells = (use: number): Goal[] => {
    const { of, quantity } = derivation.lines[use]
    if (quantity === 'potential' || !elements[of]) return [{ element: whole, quantity: 'current', of: null }]
    const own = of === derivation.whole ? whole : byKey.get(elementKey(worksheet, of))
    if (own !== undefined) return [{ element: own, quantity, of: null }]
    return insideOf(worksheet, of).map((element) => ({ element, quantity, of: null }))
  }
  const asked = choices.asked.flatMap(({ quantity, of }): Goal[] => {
    const reading = derivation.readings.find(({ part }) => network.parts[part].name === of)
    if (reading) return derivation.lines[reading.line].uses.flatMap(whatTells)
    if (truthByName(worksheet, quantity, of) === null) return []
    if (of === network.parts[wiring.supply].name) return [{ quantity, element: whole, of }]
    return [{ quantity, element: quantity === 'potential' ? null : (byKey.get(of) ?? null), of }]
  })
  if (asked.length > 0) return asked
  if (!outcome.supply.current) return [{ element: whole, quantity: 'resistance', of: null }]
  const both = (element: number | null): Goal[] =>
    (['voltage', 'current'] as const).flatMap((quantity) =>
      element !== null && truth[quantity][element] === null ? [] : [{ element, quantity, of: null }],
    )
  return [...both(whole), ...reduction.leaves.flatMap((_, element) => both(element))]
}

/** What the learner wrote of a goal. */
export function ownOf({ own, answers }: Position, { quantity, element, of }: Goal): Own | null {
  const there = element === null || quantity === 'potential' ? null : own[quantity][element]
  return there ?? (of === null ? null : (answers.get(answerKey(quantity, of)) ?? null))
}

/** What is not found yet. */
export function openGoals(position: Position): Goal[] {
  const isOpen = (goal: Goal) => {
    const own = ownOf(position, goal)
    // What has no value is not found.
    const { element, quantity } = goal
    if (!own && element !== null && quantity !== 'potential') return position.truth[quantity][element] !== null
    return own === null || !isGood(own)
  }
  return goalsOf(position).filter(isOpen)
}

/** A value that does not stand: wrong, in question, or following from one that is or was. */
export interface ToMend {
  /** Where it stands; null for what is answered by name, and for a check. */
  readonly slot: Slot | null
  /** What it is, where it stands at no element. */
  readonly of: string | null
  readonly quantity: Quantity | 'potential' | 'check'
  readonly verdict: Own['verdict']
}

/** What is to be corrected, each after what it can be found from. */
export function toMend({ own, answers, checks, reduction }: Position): ToMend[] {
  const outermost = reduction.from.map((_, id) => id).reverse()
  const slots = [
    ...reduction.steps.map(({ result }): Slot => ({ quantity: 'resistance', element: result })),
    ...outermost.flatMap((element) =>
      (['voltage', 'current', 'power'] as const).map((quantity): Slot => ({ quantity, element })),
    ),
  ]
  const found: ToMend[] = slots.flatMap((slot) => {
    const there = own[slot.quantity][slot.element]
    return there && !isGood(there) ? [{ slot, of: null, quantity: slot.quantity, verdict: there.verdict }] : []
  })
  for (const [key, there] of answers) {
    const [quantity, of] = namedBy(key)
    if (!isGood(there)) found.push({ slot: null, of, quantity, verdict: there.verdict })
  }
  for (const [check, there] of Object.entries(checks))
    if (!isGood(there)) found.push({ slot: null, of: check, quantity: 'check', verdict: there.verdict })
  return found
}

/** Whether everything that was wanted is there, and nothing is to be corrected. */
export function isDone(position: Position): boolean {
  if (position.stopped) return true
  return openGoals(position).length === 0 && toMend(position).length === 0
}
