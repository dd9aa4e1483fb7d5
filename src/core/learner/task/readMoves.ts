import { also, list, object, oneOf, optional, text, times, type Declaration } from '../../format'
import { readReading } from '../../bench'
import { answer, element, moveFields, movesDeclaration, readMovesOf, type MoveFields, type ReadMoves } from '../attempt'
import { spotAnswers } from './spot'
import type { TaskMove } from './task'

const claim = object({
  fault: oneOf(['none', 'open', 'shorted', 'value', 'swapped', 'bridged']),
  part: optional(element),
  other: optional(element),
  nodes: optional(times(2, element)),
})

/** A reading as a log has it; that it makes sense is for the bench to say. */
const reading: Declaration<object> = also(object({}), {}, (value, at, say) => {
  if (!readReading(value, 0).ok) say(at, 'this is no reading')
})

/** The moves of every kind of task: those of an attempt, and those of the others. */
const taskMoveFields: MoveFields = {
  ...moveFields,
  spot: { at: element, answer: oneOf(Object.keys(spotAnswers)) },
  bounds: { low: answer, high: answer },
  more: { part: text({ most: 32 }) },
  pick: { sheet: element },
  point: { line: element },
  mend: { answer },
  fill: { line: element, answer },
  count: { nodes: text({ most: 8 }) },
  place: { names: list(text({ most: 32 }), { most: 20 }) },
  claim: { claim },
  read: { reading },
}
export const taskMovesDeclaration = movesDeclaration<TaskMove>(taskMoveFields)

/** The door for what a learner did at tasks, parsed from JSON. */
export function readTaskMoves(raw: unknown): ReadMoves<TaskMove> {
  return readMovesOf<TaskMove>(raw, taskMoveFields)
}
