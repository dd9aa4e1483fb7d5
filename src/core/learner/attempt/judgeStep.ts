import { closingsOf, combine, findGroups, judge, leavesOf, stoppingElements } from '../../structure'
import { sharedIn, type Sentence } from '../../worksheet'
import type { Quantity } from '../../number'
import { writtenIn, type TypedAnswer, readAnswer } from '../answer'
import { equivalentOf, type Slip } from '../slip'
import { againstValue, judgeAgainst, grade } from './judgeNumber'
import type { Against } from './named'
import { type AnswerVerdict, type Judgement, type Move, namedBy, type Check, type Own } from './move'
import { isGood } from './reach'
import { remark } from './remark'
import { giveSupply, namesOf, quantities, reductionOf, sheetAfter, type OwnPaper } from './state'
import { againstCheck, againstName } from './named'

/** What a move was found to be. */
export interface StepRemark {
  readonly verdict: AnswerVerdict
  readonly could?: Judgement['could']
  readonly reasons?: readonly Sentence[]
  readonly element?: number
  readonly nodes?: readonly number[]
}

/**
 * Judges a group that was chosen and named, and combines it if it is one. Of what is none it is asked, not told: what
 * to do instead is a hint.
 *
 * @param answer its equivalent; null where that cannot be known, since a resistor in it has no value yet
 * @param isPassed a group at a distance is passed over, and nothing said of it
 */
export function judgeCombination(
  paper: OwnPaper,
  move: Extract<Move, { do: 'combine' }>,
  answer: TypedAnswer | null,
  isPassed = false,
): StepRemark {
  const { sheet, worksheet, own } = paper
  const names = namesOf(paper)
  const label = (node: number) => worksheet.wiring.nodes[node].label
  const named = (ids: readonly number[]) => ids.map((id) => names[id])
  const verdict = judge(sheet, move.members)
  const refuse = (slip: Slip, question: Sentence, nodes: readonly number[] = []): StepRemark => ({
    verdict: 'refused',
    could: [[slip]],
    reasons: [question],
    nodes,
  })
  if (verdict.verdict === 'neither') {
    const { obstacle } = verdict
    const pair = named(verdict.pair)
    if (obstacle.code === 'apart') return refuse('apart', remark('ask-apart', { pair }))
    const slots = { pair, node: label(obstacle.node) }
    if (move.kind === 'parallel') return refuse('junction-between', remark('ask-ends', slots), [obstacle.node])
    return refuse('junction-between', remark('ask-meets', slots), [obstacle.node])
  }
  if (verdict.verdict !== move.kind)
    return refuse(
      'kind',
      remark(verdict.verdict === 'series' ? 'ask-both-ends' : 'ask-one-path', { members: named(move.members) }),
      verdict.verdict === 'series' ? [] : verdict.nodes,
    )

  if (isPassed && verdict.verdict === 'series' && (verdict.isApart || verdict.through.length > 0))
    return { verdict: 'undone' }
  // Of a path some may be taken: what goes through one goes through all.
  const members =
    verdict.verdict === 'parallel'
      ? asListed(paper, verdict.members)
      : (verdict.isApart ? verdict.members : inDirection(paper, verdict.members)).filter((id) =>
          move.members.includes(id),
        )
  const id = paper.from.length
  const group = { kind: move.kind, members }
  const closes = closingsOf(sheet, group)
  paper.sheet = combine(sheet, group, id)
  const made = paper.sheet.elements.find((element) => element.id === id)
  const [from, to] = made ? [made.from, made.to] : [0, 0]
  paper.steps.push({ ...group, result: id, round: paper.steps.length, ...(closes.length > 0 && { closes }) })
  paper.from.push(from)
  paper.to.push(to)
  for (const quantity of quantities) {
    own[quantity].push(null)
    paper.truth[quantity].push(truthOf(paper, quantity, move.kind, members))
  }
  giveSupply(paper)
  // Without all their values the step is practised in letters.
  if (answer === null) return { verdict: 'right', reasons: [remark('right-step')], element: id }
  return writeValue(paper, 'resistance', id, move.answer, answer)
}

/** Judges a value and writes it down; what followed from the one that stood there does not speak for it. */
export function writeValue(
  paper: OwnPaper,
  quantity: Quantity,
  element: number,
  typed: string,
  answer: TypedAnswer,
): StepRemark {
  paper.own[quantity][element] = null
  settle(paper)
  const { verdict, could, reasons, uses } = judgeAgainst(answer, againstValue(paper, quantity, element))
  const grounds = uses?.flatMap((slot) => {
    const own = paper.own[slot.quantity][slot.element]
    return own ? [{ ...slot, value: own.value }] : []
  })
  paper.own[quantity][element] = { typed, value: writtenIn(answer), verdict, ...(grounds && { grounds }) }
  return { verdict, could: could.map(({ slips }) => slips), reasons, element }
}

/** Members of a parallel group in the order of their first-listed resistors. */
function asListed(paper: OwnPaper, members: readonly number[]): number[] {
  const reduction = reductionOf(paper)
  const first = (id: number) => leavesOf(reduction, id)[0]
  return [...members].sort((a, b) => first(a) - first(b))
}

/** Members of a series group in the direction of the current. */
function inDirection({ worksheet: { wiring }, sheet }: OwnPaper, path: readonly number[]): number[] {
  const place = (id: number) => {
    const element = sheet.elements.find((it) => it.id === id)
    return element ? wiring.rank[element.from] + wiring.rank[element.to] : 0
  }
  return place(path[0]) <= place(path[path.length - 1]) ? [...path] : [...path].reverse()
}

function truthOf(
  { truth }: OwnPaper,
  quantity: Quantity,
  kind: 'series' | 'parallel',
  members: readonly number[],
): number | null {
  const values = members.map((member) => truth[quantity][member])
  const all = values.flatMap((value) => value ?? [])
  if (quantity === 'resistance') return all.length === values.length ? equivalentOf(kind, all) : null
  if (quantity === sharedIn(kind)) return values[0]
  return all.length === values.length ? all.reduce((a, b) => a + b, 0) : null
}

/** Opens the equivalent of the last step again. */
export function takeBack(paper: OwnPaper): void {
  const { own, truth, from, to } = paper
  paper.steps.pop()
  for (const list of [from, to]) list.pop()
  for (const quantity of quantities) {
    own[quantity].pop()
    truth[quantity].pop()
  }
  paper.sheet = sheetAfter(paper, paper.steps.length)
  paper.stopped = false
}

/** Judges the claim that reduction stops here, at these elements. */
export function judgeStop(paper: OwnPaper, { members, why }: Extract<Move, { do: 'stop' }>): StepRemark {
  const { sheet } = paper
  const names = namesOf(paper)
  const named = (ids: readonly number[]) => ids.map((id) => names[id])
  const wrong = (slip: Slip, ...reasons: readonly Sentence[]): StepRemark => ({
    verdict: 'wrong',
    could: [[slip]],
    reasons,
  })
  if (sheet.elements.length < 2) return wrong('stopped-early', remark('slip-one-left'))
  if (findGroups(sheet).length > 0) return wrong('stopped-early', remark('slip-stopped-early'))
  if (members.length === 0) return { verdict: 'refused', reasons: [remark('ask-which-stop')] }
  const stopping = stoppingElements(sheet).map(({ id }) => id)
  const extra = members.filter((id) => !stopping.includes(id))
  const missing = stopping.filter((id) => !members.includes(id))
  if (extra.length > 0) return wrong('not-the-bridge', remark('slip-bridge-extra', { members: named(extra) }))
  if (missing.length > 0) return wrong('not-the-bridge', remark('slip-bridge-missing'))
  if (why !== 'no-group') return wrong('other-reason', remark('slip-bridge-why'))
  paper.stopped = true
  return { verdict: 'right', reasons: [remark('right-stop', { members: named(stopping) })] }
}

/**
 * Judges anew what does not stand, on what stands on the paper now: what followed from a value that was mended since is
 * to be corrected too, and what followed from that; and what was wrong is right once the paper leads there. Each holds
 * only by what holds before it, so that no two values justify each other.
 */
export function settle(paper: OwnPaper): void {
  const open: { quantity: Quantity; element: number; own: Own }[] = []
  for (const quantity of quantities)
    paper.own[quantity].forEach((own, element) => {
      if (!own || isGood(own)) return
      open.push({ quantity, element, own })
      if (isRoot(own)) return
      paper.own[quantity][element] = { ...own, verdict: 'stale' }
    })
  for (let left = open; ;) {
    const still = left.filter(({ quantity, element, own }) => {
      paper.own[quantity][element] = null
      const verdict = holds(paper, own) ? 'follows' : verdictNow(own, againstValue(paper, quantity, element))
      paper.own[quantity][element] = { ...own, verdict }
      return verdict === 'stale' || isRoot({ verdict })
    })
    if (still.length === left.length || still.length === 0) break
    left = still
  }
  for (const [key, own] of paper.answers) {
    const against = isGood(own) ? null : againstName(paper, ...namedBy(key))
    if (against) paper.answers.set(key, { ...own, verdict: verdictNow(own, against) })
  }
  for (const check of Object.keys(paper.checks) as Check[]) {
    const [own, against] = [paper.checks[check], againstCheck(paper, check)]
    // What was added up may have been mended, or be no longer there.
    if (own && against) paper.checks[check] = { ...own, verdict: verdictNow(own, against, true) }
    else delete paper.checks[check]
  }
}

/**
 * Whether what a value followed from stands as it stood then, something wrong among it: lines that were filled in then
 * may have been written otherwise since.
 */
function holds({ own: all }: OwnPaper, { grounds = [] }: Own): boolean {
  const now = grounds.map(({ quantity, element, value }) => {
    const own = all[quantity][element]
    return own && own.verdict !== 'stale' && own.value === value ? own : null
  })
  return now.length > 0 && now.every((own) => own !== null) && now.some((own) => own !== null && !isGood(own))
}

/** Whether a value is wrong by itself, and not by what it was worked out from. */
const isRoot = ({ verdict }: Pick<Own, 'verdict'>) => verdict === 'wrong' || verdict === 'asked'

/**
 * What a value is by now. What is wrong by itself stays so unless it is right; a check goes by its sum alone.
 */
function verdictNow(own: Own, against: Against, isCheck = false): Own['verdict'] {
  const answer = readAnswer(own.typed)
  if (!answer) return isRoot(own) ? own.verdict : 'stale'
  const { verdict } = grade(answer, against)
  const stands = verdict === 'right' || verdict === 'rounded'
  if (isRoot(own) && !isCheck)
    return stands && judgeAgainst(answer, against).verdict !== 'asked' ? verdict : own.verdict
  return verdict === 'wrong' ? 'stale' : verdict === 'lost' ? 'asked' : verdict
}
