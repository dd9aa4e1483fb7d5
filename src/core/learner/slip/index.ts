/**
 * In: a wrong number, and what stood around it on the learner's paper. Out: the slips that give it, and what can be said
 * for certain where none does. Textbooks: “common mistakes”.
 */
export { slipRemark, slips, type Slip } from './slips'
export { equivalentOf, type Guess, type Seat, nameSlips, type Guesses, certain, type Certainty } from './name'
export { miscopiedStep, stepGuesses, stepPairs, type StepPlace } from './step'
export { miscopiedValue, valueGuesses, valuePairs, type ValuePlace } from './value'
