import { marksOf, type Dials, type JudgedTask } from '../task'
import { evidenceOf, slipsOf } from './evidence'
import type { Practised } from './strength'

/** What an attempt came to, as it is kept: marks at first tries, slips, and what it tells of skills. */
export function resultOf(
  dials: Dials,
  judged: JudgedTask,
): Pick<Practised, 'marks' | 'of' | 'isDone' | 'evidence' | 'slips'> {
  const { first, of } = marksOf(judged)
  return {
    marks: first,
    of,
    isDone: judged.done,
    evidence: evidenceOf(dials, judged),
    slips: slipsOf(judged),
  }
}
