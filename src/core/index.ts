/**
 * The whole way in one call: `analyse()` takes a network document and gives its analysis; `workOut()` gives a
 * worksheet whose rows can be drawn and explained.
 */
export {
  affordable,
  analyse,
  analyseNetwork,
  exactCost,
  type Analysis,
  type AnalysedPart,
  type AnalyseOptions,
  type ArithmeticName,
  type Refusal,
  type Value,
} from './analyse'
export { solveNumbers, type Numbers } from './solve'
export * from './worksheet'
export * from './rows'
export * from './rounding'
export * from './walk'
export type { DoneExchange } from './analyse'
export { currentPath, type CurrentPath } from './currentPath'
export { cardOf, type Card } from './card'
