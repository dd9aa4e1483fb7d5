/**
 * In: a network document. Out: its analysis, the open format `nodrel-analysis`; its derivation, `nodrel-worksheet`.
 * Textbooks: the answer table.
 */
export { analyse, analyseNetwork, analysisOf, type AnalyseOptions, type Analysis, type Value } from './analyse'
export { differencesOf } from './differences'
export { worksheetDocument, type WorksheetDocument } from './worksheetDocument'
