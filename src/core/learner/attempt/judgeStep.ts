import { combine, findGroups, judge, leavesOf, stoppingElements, type Step } from '../../structure'
import { explainVerdict, type Sentence } from '../../worksheet'
import type { Quantity } from '../../number'
import type { Answer } from './answer'
import { equivalentOf } from './equivalent'
import { judgeNumber, reasonsFor } from './judgeNumber'
import type { Judgement, Move, AnswerVerdict } from './move'
import { remark } from './remark'
import type { Slip } from './slips'
import { giveSupply, namesOf, quantities, reductionOf, type AttemptState } from './state'

/** Says what a move was. */
export type Say = (
  verdict: AnswerVerdict,
  slips: readonly Slip[],
  reasons: readonly Sentence[],
  element?: number,
) => Judgement

/**
 * Judges a group that was chosen and named, and combines it if it is one.
 *
 * @param answer its equivalent; null where that cannot be known, since a resistor in it has no value yet
 */
export function judgeCombination(
  attempt: AttemptState,
  move: Extract<Move, { do: 'combine' }>,
  answer: Answer | null,
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
  for (const quantity of quantities) {
    own[quantity].push(null)
    attempt.truth[quantity].push(truthOf(attempt, quantity, move.kind, members))
  }
  giveSupply(attempt)
  // Without all their values the step is practised in letters.
  if (answer === null) return say('right', [], [remark('right-step')], id)
  const { verdict: said, slips } = judgeNumber(attempt, 'resistance', id, answer, before)
  own.resistance[id] = { typed: move.answer, value: answer.value, verdict: said }
  return say(said, slips, reasonsFor(said, slips), id)
}

/** Members of a parallel group in the order of their first-listed resistors. */
function asListed(attempt: AttemptState, members: readonly number[]): number[] {
  const reduction = reductionOf(attempt)
  const first = (id: number) => leavesOf(reduction, id)[0]
  return [...members].sort((a, b) => first(a) - first(b))
}

/** Members of a series group in the direction of the current. */
function inDirection({ worksheet: { wiring }, sheet }: AttemptState, path: readonly number[]): number[] {
  const place = (id: number) => {
    const element = sheet.elements.find((it) => it.id === id)
    return element ? wiring.rank[element.from] + wiring.rank[element.to] : 0
  }
  return place(path[0]) <= place(path[path.length - 1]) ? [...path] : [...path].reverse()
}

function truthOf(
  { truth }: AttemptState,
  quantity: Quantity,
  kind: 'series' | 'parallel',
  members: readonly number[],
): number | null {
  const values = members.map((member) => truth[quantity][member])
  const all = values.flatMap((value) => value ?? [])
  if (quantity === 'resistance') return all.length === values.length ? equivalentOf(kind, all) : null
  const shared = quantity === (kind === 'series' ? 'current' : 'voltage')
  if (shared) return values[0]
  return all.length === values.length ? all.reduce((a, b) => a + b, 0) : null
}

/** Opens the equivalent of the last step again. */
export function takeBack(attempt: AttemptState, { members, result }: Step): void {
  const { own, truth, from, to } = attempt
  for (const list of [from, to]) list.pop()
  for (const quantity of quantities) {
    own[quantity].pop()
    truth[quantity].pop()
  }
  const kept = attempt.sheet.elements.filter(({ id }) => id !== result)
  attempt.sheet = {
    ...attempt.sheet,
    elements: [...kept, ...members.map((id) => ({ id, from: from[id], to: to[id] }))],
  }
  attempt.stopped = false
}

/** Judges the claim that reduction stops here, at these elements. */
export function judgeStop(attempt: AttemptState, { members, why }: Extract<Move, { do: 'stop' }>, say: Say): Judgement {
  const { sheet } = attempt
  const names = namesOf(attempt)
  const named = (ids: readonly number[]) => ids.map((id) => names[id])
  const [group] = findGroups(sheet)
  if (group) return say('wrong', ['stopped-early'], [remark('slip-stopped-early')])
  if (sheet.elements.length < 2) return say('wrong', ['stopped-early'], [remark('slip-one-left')])
  const stopping = stoppingElements(sheet).map(({ id }) => id)
  const extra = members.filter((id) => !stopping.includes(id))
  const missing = stopping.filter((id) => !members.includes(id))
  if (extra.length > 0)
    return say('wrong', ['not-the-bridge'], [remark('slip-bridge-extra', { members: named(extra) })])
  if (missing.length > 0) return say('wrong', ['not-the-bridge'], [remark('slip-bridge-missing')])
  if (why !== 'no-group') return say('wrong', ['not-the-bridge'], [remark('slip-bridge-why')])
  attempt.stopped = true
  return say('right', [], [remark('right-stop', { members: named(stopping) })])
}
