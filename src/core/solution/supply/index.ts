/**
 * In: a reduction with resistances and one known quantity. Out: voltage, current and power of the whole.
 * Textbooks: “total current”, “working outward from a known current”.
 */
export { findSupply, knownProblem, openProblem, type FoundSupply, type KnownInside, type Supply } from './supply'
