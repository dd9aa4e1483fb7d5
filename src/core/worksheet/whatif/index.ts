/**
 * In: a worksheet, and another value of something that is given. Out: every other value at it, how strongly each goes with
 * it; and turned round, which value gives what is wanted. Textbooks: “sensitivity”, “design problems”.
 */
export { whichValue, type Asked, type Bound, type Solution } from './solve'
export { knobsOf, strengthsAt, turned, withValue, type Knob, type Turned } from './turned'
export { bridgesOver, changesText, givenOf, isChanged, noChanges, oneByOne, workChanged, type Changes } from './changes'
