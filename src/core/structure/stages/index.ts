/**
 * In: a network with its nodes. Out: every element of its worksheet, the steps of each stage, and at each bridge what is
 * exchanged to go on. Textbooks: “reduce, transform, reduce again”.
 */
export { exchangeText, layOutStages, offeredExchanges, type StageOptions } from './stages'
export {
  type Element,
  type Placed,
  type Stage,
  type StageExchange,
  type Stages,
  elementKey,
  insideOf,
  outwardFrom,
  sheetOf,
  reductionFindings,
  stopsAt,
} from './stage'
