/**
 * In: a network and how its worksheet is done. Out: the worksheet, worked out once; its lines, rows and ways in words and
 * arithmetic. Textbooks: “show your work”.
 */
export {
  affordable,
  amountAt,
  deriveAnew,
  equivalentsOf,
  exactCost,
  withArithmetic,
  workOut,
  type ArithmeticName,
  type Refusal,
  type Worksheet,
  type WorksheetOptions,
} from './worksheet'
export { currentKeys } from './branchCurrents'
export {
  explainInLetters,
  explainLine,
  explainOutward,
  nameOf,
  symbolOf,
  type Found,
  type LineExplanation,
  waysTo,
  type WayToValue,
} from './explainLine'
export {
  exchangesAt,
  explainBlock,
  explainCheck,
  judgeOn,
  parallelWays,
  type BlockWords,
  type Side,
} from './explainRow'
export { openParts, type Outcome, type PartOutcome, type SupplyOutcome } from './outcome'
