/**
 * In: a worksheet and what a learner did so far. Out: where they stand, and of each answer whether it is right, right
 * within rounding, right on an earlier value of their own, or wrong, and which usual slip it is. Textbooks: “error
 * carried forward”, “method and answer marks”.
 */
export { answerProblem, readAnswer, type Answer } from './answer'
export { hintFor, type Hint } from './hint'
export type { Judgement, Move, Own, Position, StopReason, Strength } from './move'
export { readMoves, type ReadMoves } from './readMoves'
export { goalsOf, isDone } from './goals'
export { replay } from './replay'
export { slips, type Slip } from './slips'
export { summarise, type Summary } from './summary'
