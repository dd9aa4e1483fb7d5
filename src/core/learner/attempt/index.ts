/**
 * In: a worksheet and what a learner did so far. Out: where they stand, and of each answer whether it is right, right
 * within rounding, right on an earlier value of their own, or wrong, and which usual slip it is. Textbooks: “error
 * carried forward”, “method and answer marks”.
 */
export { hintFor, type Hint } from './hint'
export {
  answerKey,
  checkName,
  type Check,
  type Judgement,
  type Move,
  type Own,
  type Position,
  type Slot,
  type StopReason,
  type Strength,
  answer,
  element,
  moveFields,
  movesDeclaration,
  readMoves,
  readMovesOf,
  type MoveFields,
  type ReadMoves,
} from './move'
export { goalsOf, isDone, openGoals, ownOf, toMend, type Goal, type ToMend } from './goals'
export { checkPlace } from './named'
export { form, play, replay, summarise, wasRefused, type Summary } from './replay'
export { begin, elementsByKey, knownInside, ownKey, quantities, triedWorksheet } from './state'
export { isGood } from './reach'
export { ownThread, type OwnThread } from './remark'
