/**
 * In: the structure of a worksheet and how it is done. Out: every value with what it was found from, in the rows in which
 * it is worked. Textbooks: the worked solution, line by line.
 */
export { derive, unitOfLine, type Derived } from './derive'
export { askedLines, closure, onlyWhatIsAsked, type WantedAnswer, type AskedAnswers } from './asked'
export { isUndefined, readingId, readingPart, type Derivation, type Line, type Section } from './draft'
export { layOutRows, type RowBlock, type Row } from './rows'
