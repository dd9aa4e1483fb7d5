/**
 * In: a worksheet and one choice of how it is done. Out: what each value of that choice writes here, in a line; or that
 * they all write the same. Textbooks: “some authors write …”.
 */
export { examplesOf, type Example, type Examples } from './examples'
