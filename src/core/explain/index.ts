/**
 * In: steps, values and verdicts. Out: formulas as tokens and sentences as data, never markup.
 * Textbooks: the worked solution beside the redrawn circuit.
 */
export * from './explain'
export { keystrokes } from './keys'
export { explainExchanged, explainPlaced } from './exchange'
export type { ParallelWay } from './parallel'
export { formulaText, withSigns, type Formula, type Token } from './token'
export { fillSlots, sentence, wordSentence, type Sentence } from './sentence'
