import type { Quantity } from '../../number'
import { readAnswer } from '../answer'
import { againstValue, grade, type Against } from './judgeNumber'
import { namedBy, type Check, type Own } from './move'
import { againstCheck, againstName } from './named'
import { quantities, type OwnPaper } from './state'

/**
 * Judges what follows from values of the learner's own anew, on what stands on the paper now: what followed from a value
 * that was mended since is to be mended too, and what followed from that. Each holds only by what holds before it, so
 * that no two values justify each other.
 */
export function settle(paper: OwnPaper): void {
  const open: { quantity: Quantity; element: number; own: Own }[] = []
  for (const quantity of quantities)
    paper.own[quantity].forEach((own, element) => {
      if (own?.verdict !== 'follows' && own?.verdict !== 'stale') return
      open.push({ quantity, element, own })
      paper.own[quantity][element] = { ...own, verdict: 'stale' }
    })
  for (let left = open; ;) {
    const still = left.filter(({ quantity, element, own }) => {
      const verdict = verdictNow(own, againstValue(paper, quantity, element))
      if (verdict !== 'stale') paper.own[quantity][element] = { ...own, verdict }
      return verdict === 'stale'
    })
    if (still.length === left.length || still.length === 0) break
    left = still
  }
  for (const [key, own] of paper.answers)
    if (own.verdict === 'follows' || own.verdict === 'stale') {
      const against = againstName(paper, ...namedBy(key))
      if (against) paper.answers.set(key, { ...own, verdict: verdictNow(own, against) })
    }
  for (const check of Object.keys(paper.checks) as Check[]) {
    const [own, against] = [paper.checks[check], againstCheck(paper, check)]
    // What was added up may have been mended, or be no longer there.
    if (own && against) paper.checks[check] = { ...own, verdict: verdictNow(own, against) }
    else delete paper.checks[check]
  }
}

function verdictNow(own: Own, against: Against): Own['verdict'] {
  const answer = readAnswer(own.typed)
  const verdict = answer ? grade(answer, against).verdict : 'wrong'
  return verdict === 'wrong' ? 'stale' : verdict === 'lost' ? 'asked' : verdict
}
