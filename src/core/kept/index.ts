/**
 * In: what comes to be kept. Out: a document of its kind, or every problem with it; how many there may be, what they are known
 * by, and what a list has of each. Textbooks: none; this is a household's.
 */
export {
  isGivenId,
  kindNames,
  kinds,
  type Attempt,
  type Documents,
  type Exercise,
  type ExerciseResult,
  type Kind,
  type KindName,
  type ReadKept,
} from './kinds'
