/**
 * In: a network document. Out: its analysis, the open format `nodrel-analysis`; its derivation, `nodrel-worksheet`.
 * Textbooks: the answer table.
 */
export { analyse, analyseNetwork, analysisOf, type AnalyseOptions, differencesOf } from './analyse'
export {
  analysisDeclaration,
  worksheetDeclaration,
  type Analysis,
  type Value,
  type WorksheetDocument,
  worksheetDocument,
} from './format'
