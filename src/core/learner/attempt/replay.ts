import type { Worksheet } from '../../worksheet'
import { readAnswer, writtenIn } from '../answer'
import { judgeAgainst } from './judgeNumber'
import { judgeCombination, judgeStop, takeBack, writeValue, type StepRemark, settle } from './judgeStep'
import { answerKey, type Judgement, type Move, type Position, type Strength } from './move'
import { againstCheck, againstName } from './named'
import { isGood } from './reach'
import { remark } from './remark'
import { begin, paperOf, positionOf, stepOf, type OwnPaper } from './state'
import type { Quantity } from '../../number'
import type { Slip } from '../slip'

/**
 * Judges every move of a learner in turn, each where it was made. Moves that do not fit (an element that is not there)
 * are passed over, so that what was kept can always be read.
 *
 * @param worksheet the network, worked out exactly
 */
export function replay(worksheet: Worksheet, moves: readonly Move[]): Position {
  return moves.reduce((position, move, i) => play(position, move, wasRefused(moves, i)), begin(worksheet))
}

/**
 * Whether a choice of parts was refused when it was made, though it is a group: before parts in series were known at a
 * distance. Told by what was done next: one of its members is combined again, and nothing was taken back.
 */
export function wasRefused(moves: readonly Move[], at: number): boolean {
  const move = moves[at]
  if (move.do !== 'combine') return false
  for (const later of moves.slice(at + 1)) {
    if (later.do === 'undo' || later.do === 'back') return false
    if (later.do === 'combine' && later.members.some((id) => move.members.includes(id))) return true
  }
  return false
}

/**
 * Judges one move more.
 *
 * @param before a position, which stays as it is
 * @param isPassed a group at a distance is not made, as in {@link wasRefused}
 * @returns the next position; its last judgement is of this move
 */
export function play(before: Position, move: Move, isPassed = false): Position {
  if (move.do === 'back') return goBack(before)
  if (move.do === 'forth') return goForth(before)
  const made = make(before, move, isPassed)
  if (!made) return before
  const judgement = judged(move, made.said)
  const judgements = [...withoutOpened(before, move), judgement]
  if (move.do === 'hint') return { ...before, judgements }
  return { ...made.position, judgements, past: before, last: before.judgements.length, future: [] }
}

function judged(move: Move, { verdict, could, reasons, element, nodes }: StepRemark): Judgement {
  return {
    move,
    verdict,
    could: could ?? [],
    reasons: reasons ?? [],
    element: element ?? null,
    nodes: nodes ?? [],
    isTakenBack: false,
  }
}

/** What was said of an equivalent does not stand at another that takes its number later. */
function withoutOpened({ judgements, reduction }: Position, move: Move): readonly Judgement[] {
  if (move.do !== 'undo') return judgements
  const opened = reduction.steps[reduction.steps.length - 1].result
  return judgements.map((it) => (it.element === opened ? { ...it, element: null } : it))
}

function goBack(before: Position): Position {
  const { past, last, future, judgements } = before
  if (!past) return before
  const taken = judgements[last]
  // What was said before stands again at its element.
  const said = judgements.map((it, i) =>
    i === last ? { ...it, isTakenBack: true, element: null } : (past.judgements[i] ?? it),
  )
  return { ...past, judgements: said, future: [{ move: taken.move, at: last }, ...future] }
}

function goForth(before: Position): Position {
  const [next, ...future] = before.future
  if (next === undefined || next.move.do === 'back' || next.move.do === 'forth') return before
  const made = make(before, next.move)
  if (!made) return before
  const again = judged(next.move, made.said)
  const judgements = withoutOpened(before, next.move).map((it, i) => (i === next.at ? again : it))
  return { ...made.position, judgements, past: before, last: next.at, future }
}

interface Made {
  readonly move: Exclude<Move, { readonly do: 'back' | 'forth' }>
  readonly said: StepRemark
  readonly position: ReturnType<typeof positionOf>
}

/** Makes a move on a copy of the paper; null if it does not fit. */
function make(before: Position, move: Made['move'], isPassed = false): Made | null {
  if (move.do === 'hint') return { move, said: { verdict: 'hint' }, position: before }
  const paper = paperOf(before)
  const said = write(paper, move, isPassed)
  if (!said) return null
  settle(paper)
  return { move, said, position: positionOf(paper) }
}

function write(
  paper: OwnPaper,
  move: Exclude<Made['move'], { readonly do: 'hint' }>,
  isPassed: boolean,
): StepRemark | null {
  const { sheet, own, truth, steps } = paper
  const exists = (id: number) => Number.isInteger(id) && id >= 0 && id < paper.from.length
  switch (move.do) {
    case 'undo': {
      if (steps.length === 0) return null
      takeBack(paper)
      return { verdict: 'undone' }
    }
    case 'stop':
      return judgeStop(paper, move)
    case 'carry':
      return exists(move.element) ? carry(paper, move) : null
    case 'value': {
      if (!exists(move.element)) return null
      const answer = readAnswer(move.answer)
      // What has no value is not answered.
      if (truth[move.quantity][move.element] === null) return null
      const isLeaf = move.element < paper.worksheet.wiring.live.length
      if (
        !answer ||
        (move.quantity === 'resistance' && isLeaf) ||
        own[move.quantity][move.element]?.verdict === 'given'
      )
        return null
      return writeValue(paper, move.quantity, move.element, move.answer, answer)
    }
    case 'answer':
    case 'check': {
      const answer = readAnswer(move.answer)
      const against = move.do === 'check' ? againstCheck(paper, move.check) : againstName(paper, move.quantity, move.of)
      if (!answer || !against) return null
      const { verdict, could, reasons } = judgeAgainst(answer, against)
      const own = { typed: move.answer, value: writtenIn(answer), verdict }
      if (move.do === 'check') paper.checks[move.check] = own
      else paper.answers.set(answerKey(move.quantity, move.of), own)
      return { verdict, could: could.map(({ slips }) => slips), reasons }
    }
    case 'combine': {
      const members = [...new Set(move.members)]
      if (members.length < 2 || !members.every((id) => sheet.elements.some((element) => element.id === id))) return null
      const isOpen = members.some((id) => truth.resistance[id] === null)
      const answer = isOpen ? null : readAnswer(move.answer)
      if (!isOpen && !answer) return null
      return judgeCombination(paper, { ...move, members }, answer, isPassed)
    }
  }
}

/** The position once a group is combined, its equivalent not written down; as it was where it is none. */
export function form(before: Position, group: Pick<Extract<Move, { do: 'combine' }>, 'members' | 'kind'>): Position {
  const paper = paperOf(before)
  judgeCombination(paper, { do: 'combine', answer: '', ...group }, null)
  settle(paper)
  return { ...before, ...positionOf(paper) }
}

/** Hands a value on to every member that has none, or none that holds. */
function carry(paper: OwnPaper, { element, quantity }: Extract<Move, { do: 'carry' }>): StepRemark | null {
  const step = stepOf(paper, element)
  const list = paper.own[quantity]
  const value = list[element]
  if (!step || !value) return null
  const isSeries = step.kind === 'series'
  if (isSeries !== (quantity === 'current'))
    return {
      verdict: 'refused',
      could: [['carried-wrong']],
      reasons: [remark(isSeries ? 'slip-carried-series' : 'slip-carried-parallel')],
      element,
    }
  if (value.verdict === 'stale') return { verdict: 'refused', reasons: [remark('mend-first')], element }
  const verdict = !isGood(value) ? 'follows' : value.verdict === 'rounded' ? 'rounded' : 'right'
  for (const member of step.members) {
    const there = list[member]
    if (!there || ['wrong', 'follows', 'stale', 'asked'].includes(there.verdict))
      list[member] = { ...value, typed: value.typed || String(value.value), verdict }
  }
  return {
    verdict: 'right',
    reasons: [remark(isSeries ? 'right-carried-series' : 'right-carried-parallel')],
    element,
  }
}

/** How an attempt went. */
export interface Summary {
  /** Answers by what they were. */
  readonly right: number
  readonly rounded: number
  readonly follows: number
  readonly asked: number
  readonly wrong: number
  /** Values that were wrong at first and are put right. */
  readonly mended: number
  readonly hints: Readonly<Record<Strength, number>>
  /** Each slip with how often it occurred, the most frequent first. */
  readonly slips: readonly { readonly slip: Slip; readonly times: number }[]
  /** Wrong answers of which no slip could be told, or several could. */
  readonly untold: number
}

/** What went well, and which slips occurred. What was taken back counts as long as it was wrong. */
export function summarise({ judgements, own }: Position): Summary {
  const isAnswer = ({ move, isTakenBack, verdict }: Judgement) =>
    move.do !== 'carry' && move.do !== 'hint' && (!isTakenBack || verdict === 'wrong' || verdict === 'refused')
  const answers = judgements.filter(isAnswer)
  const count = (...verdicts: readonly Judgement['verdict'][]) =>
    answers.filter(({ verdict }) => verdicts.includes(verdict)).length
  const hints = (strength: Strength) =>
    judgements.filter(({ move }) => move.do === 'hint' && move.strength === strength).length
  const times = new Map<Slip, number>()
  let untold = 0
  const wrongAt = new Map<string, { readonly quantity: Quantity; readonly element: number }>()
  for (const { verdict, could, move, element } of judgements) {
    if (verdict !== 'wrong' && verdict !== 'refused') continue
    if (could.length === 1) for (const slip of could[0]) times.set(slip, (times.get(slip) ?? 0) + 1)
    else untold++
    const quantity = move.do === 'value' ? move.quantity : 'resistance'
    if (verdict === 'wrong' && element !== null) wrongAt.set(`${quantity} ${element}`, { quantity, element })
  }
  const mended = [...wrongAt.values()].filter(({ quantity, element }) => {
    const now = own[quantity][element]
    return now && (now.verdict === 'right' || now.verdict === 'rounded')
  })
  return {
    right: count('right'),
    rounded: count('rounded'),
    follows: count('follows'),
    asked: count('asked'),
    wrong: count('wrong', 'refused'),
    mended: mended.length,
    hints: { 1: hints(1), 2: hints(2), 3: hints(3) },
    slips: [...times].map(([slip, often]) => ({ slip, times: often })).sort((a, b) => b.times - a.times),
    untold,
  }
}
