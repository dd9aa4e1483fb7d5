/**
 * In: a network and how its worksheet is done. Out: the worksheet, worked out once: every value with what it was found
 * from, in rows, in words and arithmetic; how rounding acts on it; how it is revealed; the analysis in the open format.
 * Textbooks: the worked solution.
 */
export * from './explain'
export * from './method'
export * from './derivation'
export * from './worked'
export * from './rounding'
export * from './reveal'
export * from './thread'
export * from './whatif'
export * from './analysis'
export * from './examples'
