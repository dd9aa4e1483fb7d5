/**
 * In: a worksheet and one of its values. Out: everything that it was found from, or that was found from it, where that
 * stands, and the same in words. Textbooks: “show where each number comes from”.
 */
export { besideOnThread, sameValue, threadOf, walkOf, type Direction, type Thread } from './thread'
export { standsOf, type Stand } from './places'
export { lineName, lineText, lineWords, threadText } from './words'
