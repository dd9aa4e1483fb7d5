import { elementKey } from '../asked'
import { float } from '../arithmetic'
import { valueBy, waysTo, type Way } from '../expansion'
import { explainVerdict, type Sentence } from '../explain'
import { knownOf } from '../network'
import { unitOf } from '../quantity'
import {
  combine,
  findGroups,
  judge,
  leavesOf,
  nameElements,
  stoppers,
  type Reduction,
  type Sheet,
  type Step,
} from '../reduction'
import { leafOf, type Worksheet } from '../worksheet'
import { isExactly, isNearly, readAnswer, type Answer } from './answer'
import { equivalentOf, stepCandidates, valueCandidates } from './candidates'
import type { Judgement, Known, Move, Own, Position, Quantity, Verdict } from './move'
import { remark, type Remark } from './remark'
import { slipsFor, type Candidate, type Slip } from './slips'

const quantities = ['resistance', 'voltage', 'current', 'power'] as const

/** The state while moves are replayed; a {@link Position} once they are. */
interface Attempt {
  readonly worksheet: Worksheet
  readonly steps: Step[]
  readonly from: number[]
  readonly to: number[]
  readonly into: number[]
  sheet: Sheet
  /** What is true of an element, whatever the learner's steps. */
  readonly truth: Record<Quantity, (number | null)[]>
  readonly own: Record<Quantity, (Own | null)[]>
  stopped: boolean
  readonly judgements: Judgement[]
}

/**
 * Judges every move of a learner in turn, each where it was made. Moves that do not fit (an element that is not there)
 * are passed over, so that what was kept can always be read.
 *
 * @param worksheet the network, worked out exactly
 */
export function replay(worksheet: Worksheet, moves: readonly Move[]): Position {
  const attempt = begin(worksheet)
  for (const move of moves) {
    const judgement = make(attempt, move)
    if (judgement) attempt.judgements.push(judgement)
  }
  // What followed from a value that was mended since is to be mended too.
  for (const quantity of quantities) {
    attempt.own[quantity].forEach((own, element) => {
      if (own?.verdict !== 'follows') return
      const answer = readAnswer(own.typed)
      if (answer)
        attempt.own[quantity][element] = { ...own, verdict: judged(attempt, quantity, element, answer).verdict }
    })
  }
  return {
    reduction: reductionOf(attempt),
    sheet: attempt.sheet,
    names: namesOf(attempt),
    own: attempt.own,
    truth: attempt.truth,
    stopped: attempt.stopped,
    judgements: attempt.judgements,
  }
}

function begin(worksheet: Worksheet): Attempt {
  const { network, wiring, elements, reduction } = worksheet
  const leaves = wiring.live
  const list = (quantity: Quantity) => leaves.map((_, leaf) => elements[leaf][quantity]?.value ?? null)
  const none = () => leaves.map(() => null)
  const attempt: Attempt = {
    worksheet,
    steps: [],
    from: leaves.map((_, leaf) => reduction.from[leaf]),
    to: leaves.map((_, leaf) => reduction.to[leaf]),
    into: leaves.map(() => -1),
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
      resistance: leaves.map((_, leaf) => ({ typed: '', value: elements[leaf].resistance.value, verdict: 'given' })),
      voltage: none(),
      current: none(),
      power: none(),
    },
    stopped: false,
    judgements: [],
  }
  const known = knownOf(network)
  const leaf = known ? leafOf(reduction, network, known.part) : -1
  if (known && leaf >= 0) attempt.own[known.quantity][leaf] = { typed: '', value: known.value.value, verdict: 'given' }
  giveSupply(attempt)
  return attempt
}

/** What is known of the source is written at the whole as soon as there is one. */
function giveSupply({ worksheet: { network, wiring }, sheet, own }: Attempt): void {
  const known = knownOf(network)
  if (sheet.elements.length !== 1 || known?.part !== network.parts[wiring.supply].name) return
  own[known.quantity][sheet.elements[0].id] = { typed: '', value: known.value.value, verdict: 'given' }
}

function reductionOf({ worksheet, steps, from, to, into, sheet }: Attempt): Reduction {
  return {
    order: 'single',
    leaves: worksheet.wiring.live,
    steps: [...steps],
    from: [...from],
    to: [...to],
    into: [...into],
    left: sheet.elements.map(({ id }) => id),
  }
}

function namesOf(attempt: Attempt): string[] {
  const { network, choices } = attempt.worksheet
  return nameElements(
    reductionOf(attempt),
    network.parts.map(({ name }) => name),
    choices.names,
  )
}

function make(attempt: Attempt, move: Move): Judgement | null {
  const { sheet, own } = attempt
  const say = (
    verdict: Verdict,
    slips: readonly Slip[],
    reasons: readonly (Remark | Sentence)[],
    element = -1,
  ): Judgement => ({
    move,
    verdict,
    slips,
    reasons,
    element,
  })
  const exists = (id: number) => Number.isInteger(id) && id >= 0 && id < attempt.from.length
  switch (move.do) {
    case 'hint':
      return say('hint', [], [])
    case 'undo': {
      const step = attempt.steps.pop()
      if (!step) return null
      takeBack(attempt, step)
      return say('undone', [], [])
    }
    case 'stop':
      return judgeStop(attempt, move, say)
    case 'carry': {
      if (!exists(move.element)) return null
      const step = attempt.steps[move.element - attempt.worksheet.wiring.live.length]
      const value = own[move.quantity][move.element]
      if (!step || !value) return null
      if ((step.kind === 'series') !== (move.quantity === 'current'))
        return say(
          'refused',
          ['carried-wrong'],
          [remark(step.kind === 'series' ? 'slip-carried-series' : 'slip-carried-parallel')],
          move.element,
        )
      const verdict = value.verdict === 'given' ? 'right' : value.verdict
      for (const member of step.members) {
        const there = own[move.quantity][member]
        if (!there || there.verdict === 'wrong' || there.verdict === 'follows')
          own[move.quantity][member] = {
            ...value,
            typed: value.typed || String(value.value),
            verdict: verdict === 'wrong' ? 'follows' : verdict,
          }
      }
      return say(
        'right',
        [],
        [remark(step.kind === 'series' ? 'right-carried-series' : 'right-carried-parallel')],
        move.element,
      )
    }
    case 'value': {
      if (!exists(move.element)) return null
      const answer = readAnswer(move.answer)
      const isLeaf = move.element < attempt.worksheet.wiring.live.length
      if (
        !answer ||
        (move.quantity === 'resistance' && isLeaf) ||
        own[move.quantity][move.element]?.verdict === 'given'
      )
        return null
      const { verdict, slips } = judged(attempt, move.quantity, move.element, answer)
      own[move.quantity][move.element] = { typed: move.answer, value: answer.value, verdict }
      return say(verdict, slips, reasonsFor(verdict, slips), move.element)
    }
    case 'combine': {
      const members = [...new Set(move.members)]
      if (members.length < 2 || !members.every((id) => sheet.elements.some((element) => element.id === id))) return null
      const answer = readAnswer(move.answer)
      if (!answer) return null
      return judgeCombination(attempt, { ...move, members }, answer, say)
    }
  }
}

type Say = (
  verdict: Verdict,
  slips: readonly Slip[],
  reasons: readonly (Remark | Sentence)[],
  element?: number,
) => Judgement

function judgeCombination(
  attempt: Attempt,
  move: Extract<Move, { do: 'combine' }>,
  answer: Answer,
  say: Say,
): Judgement {
  const { sheet, worksheet, own } = attempt
  const names = namesOf(attempt)
  const verdict = judge(sheet, move.members)
  const why = explainVerdict(
    verdict,
    (id) => names[id],
    (node) => worksheet.wiring.nodes[node].label,
  )
  if (verdict.verdict === 'neither')
    return say('refused', [verdict.obstacle.code === 'apart' ? 'apart' : 'junction-between'], why)
  if (verdict.verdict !== move.kind)
    return say('refused', ['kind'], [remark(`slip-kind-${verdict.verdict}`), ...why.slice(1)])
  if (verdict.verdict === 'series' && verdict.through.length > 0) return say('refused', ['left-out'], why.slice(-1))

  const members =
    verdict.verdict === 'series' ? inDirection(attempt, verdict.members) : asListed(attempt, verdict.members)
  const id = attempt.from.length
  const before = sheet
  attempt.sheet = combine(sheet, { kind: move.kind, members }, id)
  const made = attempt.sheet.elements.find((element) => element.id === id)
  const [from, to] = made ? [made.from, made.to] : [0, 0]
  attempt.steps.push({ kind: move.kind, members, result: id, round: attempt.steps.length })
  attempt.from.push(from)
  attempt.to.push(to)
  attempt.into.push(-1)
  for (const member of members) attempt.into[member] = id
  for (const quantity of quantities) {
    own[quantity].push(null)
    attempt.truth[quantity].push(truthOf(attempt, quantity, move.kind, members))
  }
  giveSupply(attempt)
  const { verdict: said, slips } = judged(attempt, 'resistance', id, answer, before)
  own.resistance[id] = { typed: move.answer, value: answer.value, verdict: said }
  return say(said, slips, reasonsFor(said, slips), id)
}

/** Members of a parallel group in the order of their first-listed resistors. */
function asListed(attempt: Attempt, members: readonly number[]): number[] {
  const reduction = reductionOf(attempt)
  const first = (id: number) => leavesOf(reduction, id)[0]
  return [...members].sort((a, b) => first(a) - first(b))
}

/** Members of a series group in the direction of the current. */
function inDirection({ worksheet: { wiring }, sheet }: Attempt, path: readonly number[]): number[] {
  const place = (id: number) => {
    const element = sheet.elements.find((it) => it.id === id)
    return element ? wiring.place[element.from] + wiring.place[element.to] : 0
  }
  return place(path[0]) <= place(path[path.length - 1]) ? [...path] : [...path].reverse()
}

function truthOf(
  { truth }: Attempt,
  quantity: Quantity,
  kind: 'series' | 'parallel',
  members: readonly number[],
): number | null {
  const values = members.map((member) => truth[quantity][member])
  const all = values.flatMap((value) => value ?? [])
  if (quantity === 'resistance') return equivalentOf(kind, all)
  const shared = quantity === (kind === 'series' ? 'current' : 'voltage')
  if (shared) return values[0]
  return all.length === values.length ? all.reduce((a, b) => a + b, 0) : null
}

function takeBack(attempt: Attempt, { members, result }: Step): void {
  const { own, truth, from, to, into } = attempt
  for (const list of [from, to, into]) list.pop()
  for (const quantity of quantities) {
    own[quantity].pop()
    truth[quantity].pop()
  }
  for (const member of members) into[member] = -1
  const kept = attempt.sheet.elements.filter(({ id }) => id !== result)
  attempt.sheet = {
    ...attempt.sheet,
    elements: [...kept, ...members.map((id) => ({ id, from: from[id], to: to[id] }))],
  }
  attempt.stopped = false
}

function judgeStop(attempt: Attempt, { members, why }: Extract<Move, { do: 'stop' }>, say: Say): Judgement {
  const { sheet } = attempt
  const names = namesOf(attempt)
  const named = (ids: readonly number[]) => ids.map((id) => names[id])
  const [group] = findGroups(sheet)
  if (group) return say('wrong', ['stopped-early'], [remark('slip-stopped-early')])
  if (sheet.elements.length < 2) return say('wrong', ['stopped-early'], [remark('slip-one-left')])
  const stopping = stoppers(sheet).map(({ id }) => id)
  const extra = members.filter((id) => !stopping.includes(id))
  const missing = stopping.filter((id) => !members.includes(id))
  if (extra.length > 0)
    return say('wrong', ['not-the-bridge'], [remark('slip-bridge-extra', { members: named(extra) })])
  if (missing.length > 0) return say('wrong', ['not-the-bridge'], [remark('slip-bridge-missing')])
  if (why !== 'no-group') return say('wrong', ['not-the-bridge'], [remark('slip-bridge-why')])
  attempt.stopped = true
  return say('right', [], [remark('right-stop', { members: named(stopping) })])
}

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
function judged(attempt: Attempt, quantity: Quantity, element: number, answer: Answer, before?: Sheet): Judged {
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
  const reduction = reductionOf(attempt)
  const written = (list: readonly (Own | null)[], instead: readonly (number | null)[]) =>
    instead.map((value, id) => list[id]?.value ?? value)
  const mine: Known = {
    resistance: written(own.resistance, truth.resistance),
    voltage: written(own.voltage, truth.voltage),
    current: written(own.current, truth.current),
    power: written(own.power, truth.power),
  }
  // The value that is judged must not be compared with itself.
  const cleared = (known: Known): Known => ({
    ...known,
    [quantity]: known[quantity].map((value, id) => (id === element ? wanted : value)),
  })
  const step = attempt.steps[element - reduction.leaves.length]
  const of = (known: Known): Candidate[] => {
    if (quantity !== 'resistance') return valueCandidates(quantity, element, cleared(known), reduction)
    const others = known.resistance.map((value, id) => (id === element ? null : value))
    return step ? stepCandidates(step.kind, step.members, others, reduction, before ?? attempt.sheet) : []
  }
  const targets = [...ownTargets.map(({ value }) => value), ...(wanted === null ? [] : [wanted])]
  const slips = slipsFor(answer, targets, [...of(mine), ...of(truth)])
  return { verdict: 'wrong', slips: otherUnit ? ['exchanged', ...slips.filter((slip) => slip !== 'exchanged')] : slips }
}

/** What the learner's own values lead to, by every way; `clean` if none of them is wrong. */
function targetsOf(attempt: Attempt, quantity: Quantity, element: number): { value: number; clean: boolean }[] {
  const { own } = attempt
  const reduction = reductionOf(attempt)
  const leaves = reduction.leaves.length
  const found: { value: number; clean: boolean }[] = []
  const put = (uses: readonly (Own | null | undefined)[], value: (values: readonly number[]) => number) => {
    const all = uses.flatMap((it) => it ?? [])
    if (all.length < uses.length) return
    const result = value(all.map((it) => it.value))
    const clean = all.every(({ verdict }) => verdict !== 'wrong' && verdict !== 'follows')
    if (Number.isFinite(result)) found.push({ value: result, clean })
  }
  const { resistance: R, voltage: V, current: I, power: P } = own
  const step = element < leaves ? undefined : attempt.steps[element - leaves]
  if (quantity === 'resistance') {
    if (step)
      put(
        step.members.map((member) => R[member]),
        (values) => equivalentOf(step.kind, values),
      )
    return found
  }
  const list = (values: readonly (Own | null)[]) => values.map((it) => it?.value ?? NaN)
  const values = { resistance: list(R), voltage: list(V), current: list(I) }
  const given = { isZeroOhm: (id: number) => R[id]?.value === 0, carries: () => true }
  for (const way of waysTo(quantity, element, reduction, given))
    put(usedBy(way, quantity, element, own), () => valueBy(way, quantity, element, values, float))
  if (quantity === 'power') return found
  // From the power where that is known; outward from members; sideways from the others of the same group.
  put([P[element], R[element]], ([power, r]) => Math.sqrt(quantity === 'voltage' ? power * r : power / r))
  const mine = own[quantity]
  const shared = (kind: string) => quantity === (kind === 'series' ? 'current' : 'voltage')
  if (step) {
    if (shared(step.kind)) for (const member of step.members) put([mine[member]], ([value]) => value)
    else
      put(
        step.members.map((member) => mine[member]),
        (all) => all.reduce((a, b) => a + b, 0),
      )
  }
  const up = reduction.into[element]
  const above = up < 0 ? undefined : attempt.steps[up - leaves]
  if (above && shared(above.kind))
    for (const member of above.members) if (member !== element) put([mine[member]], ([value]) => value)
  return found
}

/** The values that a way uses. */
function usedBy(
  way: Way,
  quantity: Quantity,
  element: number,
  { resistance: R, voltage: V, current: I, ...rest }: Position['own'],
): (Own | null)[] {
  const same = { resistance: R, voltage: V, current: I, power: rest.power }[quantity]
  switch (way.way) {
    case 'supply':
      return [null]
    case 'carried':
      return [same[way.from]]
    case 'ohm':
      return [quantity === 'voltage' ? I[element] : V[element], R[element]]
    case 'divider':
      return [same[way.of], R[element], R[way.of]]
    case 'divider-of-two':
      return [I[way.of], R[way.other], R[element]]
    case 'ratio':
      return [same[way.to], R[way.to], R[element]]
    case 'subtraction':
      return [same[way.from], ...way.others.map((other) => same[other])]
    case 'V·I':
      return [V[element], I[element]]
    case 'I²·R':
      return [I[element], R[element]]
    case 'V²/R':
      return [V[element], R[element]]
  }
}

function reasonsFor(verdict: Verdict, slips: readonly Slip[]): Remark[] {
  if (verdict === 'right') return [remark('right')]
  if (verdict === 'rounded') return [remark('right-rounded')]
  if (verdict === 'follows') return [remark('right-follows')]
  const [first] = slips
  return [first ? remark(`slip-${first}` as Remark['code']) : remark('wrong-unknown')]
}

/** What is left to do, by the worksheet's questions: the resistance alone, what was asked for, or every resistor. */
export function goalsOf(
  { network, wiring, choices, analysis }: Worksheet,
  { reduction, sheet }: Position,
): { element: number | null; quantity: Quantity }[] {
  const whole = sheet.elements.length === 1 ? sheet.elements[0].id : null
  if (!analysis.supply.current) return [{ element: whole, quantity: 'resistance' }]
  const byKey = new Map(reduction.from.map((_, id) => [elementKey(id, reduction, network), id]))
  const asked = choices.asked.flatMap(({ quantity, of }): { element: number | null; quantity: Quantity }[] => {
    if (quantity === 'potential') return []
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
