import { float, unitOf, type Quantity } from '../../number'
import { findGroups, type Sheet } from '../../structure'
import { methodsFor, sharedIn, type Sentence, type Surroundings } from '../../worksheet'
import { isExactly, isNearly, type Answer } from './answer'
import type { ValueTable, Own, AnswerVerdict } from './move'
import { remark } from './remark'
import { slipRemark, slipsFor, type Slip, type StepAt, type ValueAt } from './slips'
import { aroundOf, type AttemptState } from './state'

interface Judged {
  readonly verdict: 'right' | 'rounded' | 'follows' | 'wrong'
  readonly slips: readonly Slip[]
}

/**
 * A number against what is true, then against what the learner's own earlier values lead to by any way, then against
 * the numbers of the usual slips, with their own values and with the true ones.
 *
 * @param before the sheet on which a step was made, for the groups that could have been meant
 */
export function judgeNumber(
  attempt: AttemptState,
  quantity: Quantity,
  element: number,
  answer: Answer,
  before?: Sheet,
): Judged {
  const { truth, own } = attempt
  const wanted = truth[quantity][element]
  const unit = unitOf[quantity]
  const ownTargets = targetsOf(attempt, quantity, element)
  const otherUnit = answer.unit !== null && answer.unit !== unit
  if (!otherUnit) {
    if (wanted !== null && isExactly(answer, wanted)) return { verdict: 'right', slips: [] }
    if (wanted !== null && isNearly(answer, wanted)) return { verdict: 'rounded', slips: [] }
    if (ownTargets.some(({ value, clean }) => clean && isNearly(answer, value)))
      return { verdict: 'rounded', slips: [] }
    if (ownTargets.some(({ value, clean }) => !clean && isNearly(answer, value)))
      return { verdict: 'follows', slips: [] }
  }
  const written = (list: readonly (Own | null)[], instead: readonly (number | null)[]) =>
    instead.map((value, id) => list[id]?.value ?? value)
  const mine: ValueTable = {
    resistance: written(own.resistance, truth.resistance),
    voltage: written(own.voltage, truth.voltage),
    current: written(own.current, truth.current),
    power: written(own.power, truth.power),
  }
  // The value that is judged must not be compared with itself.
  const cleared = (known: ValueTable): ValueTable => ({
    ...known,
    [quantity]: known[quantity].map((value, id) => (id === element ? wanted : value)),
  })
  const tables = [mine, truth].map(cleared)
  const steps =
    quantity === 'resistance' ? tables.flatMap((table) => stepAt(attempt, element, table, before) ?? []) : []
  const values = quantity === 'resistance' ? [] : tables.map((table) => valueAt(attempt, quantity, element, table))
  const targets = [...ownTargets.map(({ value }) => value), ...(wanted === null ? [] : [wanted])]
  const slips = slipsFor(answer, targets, steps, values)
  return { verdict: 'wrong', slips: otherUnit ? ['exchanged', ...slips.filter((slip) => slip !== 'exchanged')] : slips }
}

/** What stood around a step, by these values; null for an element that stands for none. */
function stepAt(attempt: AttemptState, element: number, { resistance: R }: ValueTable, before?: Sheet): StepAt | null {
  const { steps, worksheet, sheet } = attempt
  const leaves = worksheet.wiring.live.length
  const step = steps[element - leaves]
  if (!step) return null
  const { kind, members } = step
  const of = (ids: readonly number[]) => ids.map((id) => R[id] ?? NaN)
  return {
    kind,
    values: of(members),
    inside: members.map((id) =>
      id < leaves ? null : { kind: steps[id - leaves].kind, values: of(steps[id - leaves].members) },
    ),
    others: findGroups(before ?? sheet)
      .filter((group) => group.kind !== kind || group.members.some((id) => !members.includes(id)))
      .map((group) => ({ kind: group.kind, values: of(group.members) })),
    known: R.flatMap((value, id) => (value === null || id === element ? [] : [value])),
  }
}

/** What stood around a value, by these values. */
function valueAt(
  { steps, sheet }: AttemptState,
  quantity: ValueAt['quantity'],
  element: number,
  table: ValueTable,
): ValueAt {
  const { resistance: R, voltage: V, current: I } = table
  const at = (list: readonly (number | null)[], id: number) => list[id] ?? NaN
  const others = (list: readonly (number | null)[], ...not: readonly number[]) =>
    list.flatMap((value, id) => (value === null || id === element || not.includes(id) ? [] : [value]))
  const step = aroundOf(steps, element)
  const whole = sheet.elements[0]?.id ?? element
  return {
    quantity,
    r: at(R, element),
    v: at(V, element),
    i: at(I, element),
    group: step && {
      kind: step.kind,
      v: at(V, step.result),
      i: at(I, step.result),
      total: step.members.reduce((sum, id) => sum + at(R, id), 0),
      others: step.members.filter((id) => id !== element).map((id) => at(R, id)),
    },
    wholeCurrent: element === whole ? NaN : at(I, whole),
    resistances: others(R),
    outerResistances: R.flatMap((value, id) => (value === null || id === step?.result ? [] : [value])),
    voltages: others(V),
    currents: others(I),
    same: others(table[quantity]),
  }
}

/** What the learner's own values lead to, by every way; `clean` if none of them is wrong. */
function targetsOf(attempt: AttemptState, quantity: Quantity, element: number): { value: number; clean: boolean }[] {
  const { own, steps } = attempt
  const leaves = attempt.worksheet.wiring.live.length
  const found: { value: number; clean: boolean }[] = []
  const put = (uses: readonly (Own | null | undefined)[], value: (values: readonly number[]) => number) => {
    const all = uses.flatMap((it) => it ?? [])
    if (all.length < uses.length) return
    const result = value(all.map((it) => it.value))
    const clean = all.every(({ verdict }) => verdict !== 'wrong' && verdict !== 'follows')
    if (Number.isFinite(result)) found.push({ value: result, clean })
  }
  const around: Surroundings = {
    groupOf: (id) => steps[id - leaves] ?? null,
    groupAround: (id) => aroundOf(steps, id),
    isZeroOhm: (id) => own.resistance[id]?.value === 0,
    carries: () => true,
  }
  for (const { method, needs } of methodsFor(quantity, element, around))
    for (const set of needs)
      put(
        set.map(([of, id]) => own[of][id]),
        (values) => method.work(values, float, []),
      )
  if (quantity === 'resistance' || quantity === 'power') return found
  const mine = own[quantity]
  // Outward, what the members have together; sideways, what the others of the same group have.
  const step = around.groupOf(element)
  if (step && quantity !== sharedIn(step.kind))
    put(
      step.members.map((member) => mine[member]),
      (all) => all.reduce((a, b) => a + b, 0),
    )
  const above = around.groupAround(element)
  if (above && quantity === sharedIn(above.kind))
    for (const member of above.members) if (member !== element) put([mine[member]], ([value]) => value)
  return found
}

/** What is said of a number. */
export function reasonsFor(verdict: AnswerVerdict, slips: readonly Slip[]): Sentence[] {
  if (verdict === 'right') return [remark('right')]
  if (verdict === 'rounded') return [remark('right-rounded')]
  if (verdict === 'follows') return [remark('right-follows')]
  const [first] = slips
  return [first ? { wording: slipRemark(first), slots: {} } : remark('wrong-unknown')]
}
