import type { Quantity } from '../../number'
import { findGroups, type Sheet, type Step } from '../../structure'
import type { Seat, StepPlace, ValuePlace } from '../slip'
import type { ValueTable } from './move'
import { aroundOf, namesOf, stepOf, type OwnPaper } from './state'

/** Makes seats of the elements, by these values. */
function seatsOf(paper: OwnPaper, { resistance, voltage, current }: ValueTable): (id: number) => Seat {
  const names = namesOf(paper)
  const { own } = paper
  return (id) => ({
    name: names[id],
    R: resistance[id] ?? NaN,
    V: voltage[id] ?? NaN,
    I: current[id] ?? NaN,
    // What is not written yet is what it would be worked out as.
    P: own.power[id]?.value ?? (voltage[id] ?? NaN) * (current[id] ?? NaN),
  })
}

/**
 * What stood around a step, by these values; null for a resistor.
 *
 * @param before the sheet on which it was made
 */
export function stepPlace(paper: OwnPaper, element: number, table: ValueTable, before: Sheet): StepPlace | null {
  const step = stepOf(paper, element)
  if (!step) return null
  const seat = seatsOf(paper, table)
  const { kind, members } = step
  const made = (id: number) => {
    const inner = stepOf(paper, id)
    return inner && { kind: inner.kind, members: inner.members.map(seat) }
  }
  const isMember = (id: number) => members.includes(id)
  return {
    kind,
    members: members.map((id) => ({ ...seat(id), made: made(id) })),
    beside: before.elements.filter(({ id }) => !isMember(id) && id !== element).map(({ id }) => seat(id)),
    others: findGroups(before)
      .filter(
        (group) => group.kind !== kind || !group.members.every(isMember) || group.members.length !== members.length,
      )
      .filter((group) => !group.members.includes(element))
      .map((group) => ({ kind: group.kind, members: group.members.map(seat) })),
    resistors: paper.worksheet.wiring.live.length,
  }
}

/** What stood around a value, by these values. */
export function valuePlace(
  paper: OwnPaper,
  quantity: Exclude<Quantity, 'resistance'>,
  element: number,
  table: ValueTable,
): ValuePlace {
  const { steps, sheet } = paper
  const seat = seatsOf(paper, table)
  const step = aroundOf(steps, element)
  const above = step && aroundOf(steps, step.result)
  const inside = stepOf(paper, element)?.members ?? []
  const leaves = paper.worksheet.wiring.live.map((_, id) => id)
  const others = (of: Step | null, not: number) => (of ? of.members.filter((id) => id !== not) : [])
  const whole = sheet.elements.length === 1 ? sheet.elements[0].id : element
  return {
    quantity,
    self: seat(element),
    group: step && { kind: step.kind, whole: seat(step.result), others: others(step, element).map(seat) },
    around: [...(above ? [above.result, ...others(above, step.result)] : []), ...inside, ...(step ? [] : leaves)].map(
      seat,
    ),
    total: seat(whole),
  }
}
