/**
 * In: a worksheet, and how its report is to be. Out: the report as data: sections of words, formulas, drawings and tables.
 * Textbooks: “lab report”, “worked solution”.
 */
export {
  type ReportBlock,
  type Cell,
  type PaperSize,
  type Density,
  type Drawing,
  type Report,
  type ReportKind,
  type ReportSection,
  type ReportStep,
  type SaidFormula,
  type ReportValue,
} from './report'
export { makeReport, type ReportOptions } from './make'
export { sheetDrawing, type Looks } from './drawings'
export { stepOf } from './steps'
export { answerRows, answerText, columns, currentsByPart, percent, supplyRow, type AnswerRow } from './answers'
