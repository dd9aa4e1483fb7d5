import { knownOf } from '../../network'
import { aroundEach, leavesOf, nameElements, type Reduction, type Sheet, type Step } from '../../structure'
import { amountAt, type Worksheet } from '../../worksheet'
import type { Quantity } from '../../number'
import type { Judgement, Own } from './move'

export const quantities = ['resistance', 'voltage', 'current', 'power'] as const

/** The state while moves are replayed; a {@link Position} once they are. */
export interface AttemptState {
  readonly worksheet: Worksheet
  readonly steps: Step[]
  readonly from: number[]
  readonly to: number[]
  sheet: Sheet
  /** What is true of an element, whatever the learner's steps. */
  readonly truth: Record<Quantity, (number | null)[]>
  readonly own: Record<Quantity, (Own | null)[]>
  stopped: boolean
  readonly judgements: Judgement[]
}

/** An attempt before its first move. */
export function newAttempt(worksheet: Worksheet): AttemptState {
  const { network, wiring, reduction } = worksheet
  const leaves = wiring.live
  const list = (quantity: Quantity) => leaves.map((_, leaf) => amountAt(worksheet, quantity, leaf)?.value ?? null)
  const none = () => leaves.map(() => null)
  const attempt: AttemptState = {
    worksheet,
    steps: [],
    from: leaves.map((_, leaf) => reduction.from[leaf]),
    to: leaves.map((_, leaf) => reduction.to[leaf]),
    sheet: {
      elements: leaves.map((_, id) => ({ id, from: reduction.from[id], to: reduction.to[id] })),
      start: wiring.start,
      finish: wiring.finish,
    },
    truth: {
      resistance: list('resistance'),
      voltage: list('voltage'),
      current: list('current'),
      power: list('power'),
    },
    own: {
      resistance: list('resistance').map((value) => (value === null ? null : { typed: '', value, verdict: 'given' })),
      voltage: none(),
      current: none(),
      power: none(),
    },
    stopped: false,
    judgements: [],
  }
  const known = knownOf(network)
  const leaf = known ? reduction.leaves.findIndex((part) => network.parts[part].name === known.part) : -1
  if (known && leaf >= 0) attempt.own[known.quantity][leaf] = { typed: '', value: known.value.value, verdict: 'given' }
  giveSupply(attempt)
  return attempt
}

/** What is known of the source is written at the whole as soon as there is one. */
export function giveSupply({ worksheet: { network, wiring }, sheet, own }: AttemptState): void {
  const known = knownOf(network)
  if (sheet.elements.length !== 1 || known?.part !== network.parts[wiring.supply].name) return
  own[known.quantity][sheet.elements[0].id] = { typed: '', value: known.value.value, verdict: 'given' }
}

/** The learner's own steps. */
export function reductionOf({ worksheet, steps, from, to, sheet }: AttemptState): Reduction {
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

/** The names of the learner's elements. */
export function namesOf(attempt: AttemptState): string[] {
  const { network, choices } = attempt.worksheet
  return nameElements(
    reductionOf(attempt),
    network.parts.map(({ name }) => name),
    choices.names,
  )
}

/** How a document names an element of the learner's: its resistors, joined by spaces. */
export function ownKey(attempt: Pick<AttemptState, 'worksheet'>, reduction: Reduction, element: number): string {
  return leavesOf(reduction, element)
    .map((part) => attempt.worksheet.network.parts[part].name)
    .join(' ')
}
