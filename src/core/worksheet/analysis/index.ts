/**
 * In: a network document. Out: its analysis, the open format `nodrel-analysis`; its derivation, `nodrel-worksheet`.
 * Textbooks: the answer table.
 */
export { analyse, analyseNetwork, analysisOf, type AnalyseOptions } from './analyse'
export { differencesOf } from './differences'
export { analysisDeclaration, worksheetDeclaration, type Analysis, type Value, type WorksheetDocument } from './format'
export { worksheetDocument } from './worksheetDocument'
