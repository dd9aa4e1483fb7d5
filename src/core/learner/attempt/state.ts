import type { Quantity } from '../../number'
import { knownOf } from '../../network'
import { aroundEach, leavesOf, nameElements, type Reduction, type Sheet, type Step } from '../../structure'
import { amountAt, type Worksheet } from '../../worksheet'
import type { Check, Own, Position, ValueTable } from './move'

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
  const leaf = known ? reduction.leaves.findIndex((part) => network.parts[part].name === known.part) : -1
  if (known && leaf >= 0) paper.own[known.quantity][leaf] = given(known.value.value)
  giveSupply(paper)
  return { ...positionOf(paper), judgements: [], past: null, last: -1, future: [] }
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

/** The learner's elements by how a document names them: their resistors, joined by spaces. */
export function elementsByKey({ network }: Worksheet, reduction: Reduction): ReadonlyMap<string, number> {
  const key = (id: number) =>
    leavesOf(reduction, id)
      .map((part) => network.parts[part].name)
      .join(' ')
  return new Map(reduction.from.map((_, id) => [key(id), id]))
}

/** What the learner has written, and where nothing is, what is true. */
export function writtenTable({ own, truth }: Pick<Position, 'own' | 'truth'>): ValueTable {
  return byQuantity((quantity) => truth[quantity].map((value, id) => own[quantity][id]?.value ?? value))
}
