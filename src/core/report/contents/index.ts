/**
 * In: a worksheet, and how its report is to be. Out: the report as data: sections of words, formulas, drawings and tables.
 * Textbooks: “lab report”, “worked solution”.
 */
export {
  type Block,
  type Cell,
  type Paper,
  type Density,
  type Drawing,
  type Report,
  type ReportKind,
  type ReportSection,
  type ReportStep,
  type Said,
  type Value,
} from './report'
export { makeReport, type ReportOptions } from './make'
export { sheetDrawing, type Looks } from './drawings'
export { stepOf } from './steps'
export { answerRows, answerText, columns, currentsByPart, percent, supplyRow, type AnswerRow } from './answers'
