/**
 * In: dials and a seed, or a code. Out: a task (a network with its picture, a question, a marking scheme), the same for the
 * same code everywhere; and what a learner's moves come to in marks. Textbooks: “problems”, “marking scheme”.
 */
export {
  readCode,
  seeds,
  dialNames,
  dialTable,
  usualDials,
  type Dial,
  type DialProblem,
  type Dials,
  type TaskKind,
} from './code'
export {
  codeFrom,
  dialProblems,
  givenText,
  goalText,
  judgeTask,
  keyOf,
  taskFrom,
  taskOf,
  type MadeTask,
  type Question,
  type Task,
  type TaskMove,
  taskKinds,
  turnedTo,
  readTaskMoves,
} from './task'
export {
  answeredText,
  type Item,
  type JudgedTask,
  markedText,
  type Marked,
  type TaskRemark,
  skillNames,
  skills,
  type Skill,
} from './kind'
export { spotAnswers, type SpotAnswer } from './spot'
export { pairedId, sheetLetter, type Drawn } from './redraw'
export { linesAfter } from './mistake'
export { judgeSolve } from './solve'
export { byNumber, slotLetter } from './untangle'
export {
  attemptsDeclaration,
  marksOf,
  mostTasks,
  mostVariants,
  readAttemptsText,
  readKeptSheet,
  readTasksText,
  scaled,
  taskDeclaration,
  taskDocument,
  tasksDeclaration,
  type AttemptsDocument,
  type KeptSheet,
  type TasksDocument,
} from './sheet'
