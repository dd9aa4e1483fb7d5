/**
 * In: a worksheet and what a learner did so far. Out: where they stand, and of each answer whether it is right, right
 * within rounding, right on an earlier value of their own, or wrong, and which usual slip it is. Textbooks: “error
 * carried forward”, “method and answer marks”.
 */
export { answerProblem, readAnswer, type Answer } from './answer'
export { hintFor, type Hint } from './hint'
export type { Judgement, Move, Own, Position, Quantity, StopReason, Strength } from './move'
export { readMoves, type ReadMoves } from './readMoves'
export { wordRemark } from './remark'
export { goalsOf, isDone, replay } from './replay'
export { slipNames, type Slip } from './slips'
export { summarise, type Summary } from './summary'
