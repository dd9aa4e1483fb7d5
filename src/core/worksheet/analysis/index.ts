/**
 * In: a network document. Out: its analysis, the open format `nodrel-analysis`. Textbooks: the answer table.
 */
export { analyse, analyseNetwork, type AnalyseOptions, type Analysis, type Value } from './analyse'
