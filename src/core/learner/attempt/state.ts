import type { Quantity } from '../../number'
import { knownOf, type Network } from '../../network'
import {
  aroundEach,
  leavesOf,
  nameElements,
  type Reduction,
  type Sheet,
  type Step,
  findGroups,
  sheetOf,
} from '../../structure'
import { amountAt, type Worksheet, workOut } from '../../worksheet'
import type { Check, Own, Position, ValueTable } from './move'
import type { Seat, StepPlace, ValuePlace } from '../slip'

export const quantities = ['resistance', 'voltage', 'current', 'power'] as const

/** Something for each quantity. */
function byQuantity<T>(make: (quantity: Quantity) => T): Record<Quantity, T> {
  return {
    resistance: make('resistance'),
    voltage: make('voltage'),
    current: make('current'),
    power: make('power'),
  }
}

/** The learner's paper, to be written on. */
export interface OwnPaper {
  readonly worksheet: Worksheet
  readonly steps: Step[]
  readonly from: number[]
  readonly to: number[]
  sheet: Sheet
  /** What is true of an element, whatever the learner's steps. */
  readonly truth: Record<Quantity, (number | null)[]>
  readonly own: Record<Quantity, (Own | null)[]>
  readonly answers: Map<string, Own>
  readonly checks: Partial<Record<Check, Own>>
  stopped: boolean
}

/** A value that is known from the start. */
const given = (value: number): Own => ({ typed: '', value, verdict: 'given' })

/**
 * An attempt before its first move.
 *
 * @param worksheet what answers are judged by; see {@link triedWorksheet}
 */
export function begin(worksheet: Worksheet): Position {
  const { network, wiring, reduction } = worksheet
  const leaves = wiring.live
  const truth = byQuantity((quantity) => leaves.map((_, leaf) => amountAt(worksheet, quantity, leaf)?.value ?? null))
  const paper: OwnPaper = {
    worksheet,
    steps: [],
    from: leaves.map((_, leaf) => reduction.from[leaf]),
    to: leaves.map((_, leaf) => reduction.to[leaf]),
    sheet: {
      elements: leaves.map((_, id) => ({ id, from: reduction.from[id], to: reduction.to[id] })),
      start: wiring.start,
      finish: wiring.finish,
    },
    truth,
    own: byQuantity((quantity) =>
      truth[quantity].map((value) => (quantity === 'resistance' && value !== null ? given(value) : null)),
    ),
    answers: new Map(),
    checks: {},
    stopped: false,
  }
  const known = knownOf(network)
  const leaf = knownInside(worksheet)
  if (known && leaf !== null) paper.own[known.quantity][leaf] = given(known.value.value)
  giveSupply(paper)
  return { ...positionOf(paper), judgements: [], past: null, last: -1, future: [] }
}

/** The resistor inside of which a value is known; null where none is, or where it is the source's. */
export function knownInside({ network, wiring }: Worksheet): number | null {
  const known = knownOf(network)
  const leaf = known ? wiring.live.findIndex((part) => network.parts[part].name === known.part) : -1
  return leaf >= 0 ? leaf : null
}

/** A copy of the paper, so that what was before stays. */
export function paperOf({ worksheet, reduction, sheet, truth, own, answers, checks, stopped }: Position): OwnPaper {
  return {
    worksheet,
    steps: [...reduction.steps],
    from: [...reduction.from],
    to: [...reduction.to],
    sheet,
    truth: byQuantity((quantity) => [...truth[quantity]]),
    own: byQuantity((quantity) => [...own[quantity]]),
    answers: new Map(answers),
    checks: { ...checks },
    stopped,
  }
}

/** What stands on the paper, named. */
export function positionOf(paper: OwnPaper): Omit<Position, 'judgements' | 'past' | 'last' | 'future'> {
  const { worksheet, sheet, truth, own, answers, checks, stopped } = paper
  return {
    worksheet,
    reduction: reductionOf(paper),
    sheet,
    names: namesOf(paper),
    own,
    truth,
    answers,
    checks,
    stopped,
  }
}

/** What is known of the source is written at the whole as soon as there is one. */
export function giveSupply({ worksheet: { network, wiring }, sheet, own }: OwnPaper): void {
  const known = knownOf(network)
  if (sheet.elements.length !== 1 || known?.part !== network.parts[wiring.supply].name) return
  own[known.quantity][sheet.elements[0].id] = given(known.value.value)
}

/** The learner's own steps. */
export function reductionOf({ worksheet, steps, from, to, sheet }: OwnPaper): Reduction {
  return {
    order: 'single',
    leaves: worksheet.wiring.live,
    steps: [...steps],
    from: [...from],
    to: [...to],
    around: aroundEach(steps, from.length),
    left: sheet.elements.map(({ id }) => id),
  }
}

/** The sheet after so many of the learner's steps. */
export function sheetAfter({ worksheet: { wiring }, steps, from, to }: Omit<OwnPaper, 'sheet'>, count: number): Sheet {
  return sheetOf({ wiring, starts: wiring.live.map((_, leaf) => leaf), steps, from, to }, count)
}

/** The step that takes an element in; null where none does yet. */
export function aroundOf(steps: readonly Step[], element: number): Step | null {
  return steps.find(({ members }) => members.includes(element)) ?? null
}

/** The step that made an element; null for a resistor. */
export function stepOf(
  { worksheet, steps }: { readonly worksheet: Worksheet; readonly steps: readonly Step[] },
  element: number,
): Step | null {
  return steps[element - worksheet.wiring.live.length] ?? null
}

/** The names of the learner's elements. */
export function namesOf(paper: OwnPaper): string[] {
  const { network, choices } = paper.worksheet
  return nameElements(
    reductionOf(paper),
    network.parts.map(({ name }) => name),
    choices.names,
  )
}

/** How a document names one of the learner's elements: its resistors, joined by spaces. */
export function ownKey({ network }: Worksheet, reduction: Reduction, element: number): string {
  return leavesOf(reduction, element)
    .map((part) => network.parts[part].name)
    .join(' ')
}

/** The learner's elements by {@link ownKey}. */
export function elementsByKey(worksheet: Worksheet, reduction: Reduction): ReadonlyMap<string, number> {
  return new Map(reduction.from.map((_, id) => [ownKey(worksheet, reduction, id), id]))
}

/** What the learner has written, and where nothing is, what is true. */
export function writtenTable({ own, truth }: Pick<Position, 'own' | 'truth'>): ValueTable {
  return byQuantity((quantity) => truth[quantity].map((value, id) => own[quantity][id]?.value ?? value))
}

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

/** What stood around a step, by these values; null for a resistor. */
export function stepPlace(paper: OwnPaper, element: number, table: ValueTable): StepPlace | null {
  const step = stepOf(paper, element)
  if (!step) return null
  const before = sheetAfter(paper, paper.steps.indexOf(step))
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
  const { steps, sheet, from, to } = paper
  const seat = seatsOf(paper, table)
  const step = aroundOf(steps, element)
  const ends = [from[element], to[element]]
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
    beside: leaves.filter((id) => id !== element && (ends.includes(from[id]) || ends.includes(to[id]))).map(seat),
    all: step ? [] : leaves.map(seat),
    total: seat(whole),
  }
}

/**
 * A network as an attempt is judged by: worked out exactly and whole, though only some of it is asked for.
 *
 * @returns null where it is refused
 */
export function triedWorksheet(
  network: Network,
  choices: Worksheet['choices'],
  naming: Worksheet['naming'],
): Worksheet | null {
  const { names, order, begin } = choices
  const exact = workOut(network, { nodes: naming, choices: { names, order, begin, asked: [] } })
  return 'problems' in exact ? null : { ...exact, choices: { ...choices, outward: false, carry: 'exact' } }
}
