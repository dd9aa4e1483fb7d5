/**
 * In: what was practised until now. Out: how strong each skill is, and which task comes next, and why. Textbooks: “spaced
 * repetition”, “mastery learning”.
 */
export {
  countSlips,
  slipName,
  slipsOf,
  slipsText,
  type Evidence,
  type SlipCount,
  resultOf,
  strengthsAt,
  type Practised,
  type SkillStrength,
} from './strength'
export { nextTask, reasonText, type NextTask, type Reason } from './next'
