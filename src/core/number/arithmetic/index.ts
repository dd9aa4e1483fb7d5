/**
 * In: exact ratios. Out: the same four operations in three number systems, exact fractions, doubles, and
 * values rounded as they are written down on paper.
 */
export { agree, type Arithmetic, greatestCommonDivisor, float } from './arithmetic'
export { exact, type ExactNumber } from './exact'
export { rounded, roundedFigures } from './rounded'
