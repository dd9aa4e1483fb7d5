/**
 * In: a worksheet, and another value of something that is given. Out: every other value at it, how strongly each goes with
 * it; and turned round, which value gives what is wanted. Textbooks: “sensitivity”, “design problems”.
 */
export { whichValue, type Asked, type Bound, type Solution } from './solve'
export { strengthsAt, turned, withAmounts, type Turned } from './turned'
export {
  knobsOf,
  noChanges,
  withChanges,
  withValue,
  type Changes,
  type Knob,
  changesText,
  givenOf,
  isChanged,
  oneByOne,
  workChanged,
} from './knobs'
