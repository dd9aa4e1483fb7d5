import type { Sentence, Worksheet } from '../../worksheet'
import { readAnswer } from './answer'
import { judgeNumber, reasonsFor } from './judgeNumber'
import { judgeCombination, judgeStop, takeBack } from './judgeStep'
import type { Judgement, Move, Position, AnswerVerdict } from './move'
import { remark } from './remark'
import type { Slip } from './slips'
import { namesOf, newAttempt, quantities, reductionOf, type AttemptState } from './state'

/**
 * Judges every move of a learner in turn, each where it was made. Moves that do not fit (an element that is not there)
 * are passed over, so that what was kept can always be read.
 *
 * @param worksheet the network, worked out exactly
 */
export function replay(worksheet: Worksheet, moves: readonly Move[]): Position {
  const attempt = newAttempt(worksheet)
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
        attempt.own[quantity][element] = { ...own, verdict: judgeNumber(attempt, quantity, element, answer).verdict }
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

function make(attempt: AttemptState, move: Move): Judgement | null {
  const { sheet, own } = attempt
  const say = (
    verdict: AnswerVerdict,
    slips: readonly Slip[],
    reasons: readonly Sentence[],
    element: number | null = null,
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
      const { verdict, slips } = judgeNumber(attempt, move.quantity, move.element, answer)
      own[move.quantity][move.element] = { typed: move.answer, value: answer.value, verdict }
      return say(verdict, slips, reasonsFor(verdict, slips), move.element)
    }
    case 'combine': {
      const members = [...new Set(move.members)]
      if (members.length < 2 || !members.every((id) => sheet.elements.some((element) => element.id === id))) return null
      const isOpen = members.some((id) => attempt.truth.resistance[id] === null)
      const answer = isOpen ? null : readAnswer(move.answer)
      if (!isOpen && !answer) return null
      return judgeCombination(attempt, { ...move, members }, answer, say)
    }
  }
}
