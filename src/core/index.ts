/**
 * The core from outside: everything that a program of one’s own needs, with its types. What is not here is internal, and may change.
 * All of it is plain data and free functions; nothing here reads or writes anything.
 */
export {
  readNetwork,
  readNetworkText,
  writeNetwork,
  type Network,
  type NetworkDocument,
  type Problem,
  type ReadNetwork,
  type WorksheetChoices,
} from './network'
export {
  analyse,
  explainBlock,
  explainLine,
  formulaText,
  waysTo,
  workOut,
  type AnalyseOptions,
  type Analysis,
  type LineExplanation,
  type Refusal,
  type Worksheet,
} from './worksheet'
export { describeSheet, drawSheet, type Picture } from './picture'
export { applyFormula, newDrawing, type AppliedFormula } from './entry'
export {
  benchOf,
  diagnose,
  quantitiesOf,
  readReadingsText,
  spreadOf,
  type Bench,
  type Diagnosis,
  type ReadReadings,
  type Spread,
} from './bench'
export {
  begin,
  codeFrom,
  hintFor,
  judgeTask,
  play,
  taskOf,
  usualDials,
  type Dials,
  type JudgedTask,
  type Move,
  type Position,
  type Task,
  type TaskMove,
} from './learner'
export { latexOf, makeReport, markdownOf, type Report, type ReportOptions } from './report'
