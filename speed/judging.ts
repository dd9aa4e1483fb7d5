import { play, type Move, type Position } from '@/core/learner'
import { sitesOf } from '../test/judged'
import { medianTime, time, type Row } from './measure'

/** Judging one move more, late in an attempt at a network of 12: a right value, and one for which every slip is tried. */
export function judgingRows(): Row[] {
  const { end } = sitesOf(8, 12, 4)
  const element = end.reduction.leaves.length - 1
  const value = end.own.current[element]?.value ?? 1
  const answers = { right: String(value), 'wrong, every slip tried': String(value * 1.2345) }
  return Object.entries(answers).map(([name, answer]): Row => {
    const move: Move = { do: 'value', element, quantity: 'current', answer }
    const ms = medianTime((): Position => play(end, move))
    return { what: `a move judged in a network of 12, ${name}`, measured: time(ms), wanted: '≤ 16 ms', holds: ms <= 16 }
  })
}
