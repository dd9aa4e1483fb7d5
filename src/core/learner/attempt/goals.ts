import type { Quantity } from '../../number'
import { elementKey, insideOf } from '../../structure'
import type { Worksheet } from '../../worksheet'
import type { Position } from './move'
import { ownKey } from './state'

/** What is left to do, by the worksheet's questions: the resistance alone, what was asked for, or every resistor. */
export function goalsOf(
  worksheet: Worksheet,
  { reduction, sheet }: Position,
): { element: number | null; quantity: Quantity }[] {
  const { network, wiring, choices, analysis, derivation, elements } = worksheet
  const whole = sheet.elements.length === 1 ? sheet.elements[0].id : null
  if (!analysis.supply.current) return [{ element: whole, quantity: 'resistance' }]
  const byKey = new Map(reduction.from.map((_, id) => [ownKey({ worksheet }, reduction, id), id]))
  /** What a meter's reading is told by: of an equivalent that the learner did not form, the resistors inside. */
  const whatTells = (use: number): { element: number | null; quantity: Quantity }[] => {
    const { of, quantity } = derivation.lines[use]
    if (quantity === 'potential' || !elements[of]) return [{ element: whole, quantity: 'current' }]
    const own = of === derivation.whole ? whole : byKey.get(elementKey(worksheet, of))
    if (own !== undefined) return [{ element: own, quantity }]
    return insideOf(worksheet, of).map((element) => ({ element, quantity }))
  }
  const asked = choices.asked.flatMap(({ quantity, of }): { element: number | null; quantity: Quantity }[] => {
    if (quantity === 'potential') return []
    const reading = derivation.readings.find(({ part }) => network.parts[part].name === of)
    if (reading) return derivation.lines[reading.line].uses.flatMap(whatTells)
    return [{ quantity, element: of === network.parts[wiring.supply].name ? whole : (byKey.get(of) ?? null) }]
  })
  if (asked.length > 0) return asked
  return reduction.leaves.flatMap((_, element) => [
    { element, quantity: 'voltage' as const },
    { element, quantity: 'current' as const },
  ])
}

/** Whether everything that was wanted is there, and none of it wrong. */
export function isDone(worksheet: Worksheet, position: Position): boolean {
  if (position.stopped) return true
  return goalsOf(worksheet, position).every(({ element, quantity }) => {
    if (element === null) return false
    const own = position.own[quantity][element]
    return own ? own.verdict !== 'wrong' : position.truth[quantity][element] === null
  })
}
