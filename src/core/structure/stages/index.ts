/**
 * In: a network with its nodes. Out: every element of its worksheet, the steps of each stage, and at each bridge what is
 * exchanged to go on. Textbooks: “reduce, transform, reduce again”.
 */
export { exchangeText, layOutStages, offeredExchanges, type StageOptions } from './stages'
export type { Element, Placed, Stage, StageExchange, Stages } from './stage'
export { elementKey, insideOf, outwardFrom, sheetOf } from './elements'
export { reductionFindings, stopsAt } from './findings'
