import { movesDeclaration, readMovesOf, type MoveFields, type ReadMoves } from '../attempt'
import { taskKinds } from './kinds'
import type { TaskMove } from './task'

/** The moves of every kind of task. */
const taskMoveFields: MoveFields = Object.assign({}, ...Object.values(taskKinds).map(({ moves }) => moves))
export const taskMovesDeclaration = movesDeclaration<TaskMove>(taskMoveFields)

/** Reads what a learner did at tasks, parsed from JSON. */
export function readTaskMoves(raw: unknown): ReadMoves<TaskMove> {
  return readMovesOf<TaskMove>(raw, taskMoveFields)
}
