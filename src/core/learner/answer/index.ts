/**
 * In: what a learner typed. Out: the number, with the figures it was written with and how it was worked out; and how near
 * it comes to another. Textbooks: “significant figures”.
 */
export { answerProblem, isSame, readAnswer, writtenIn, type TypedAnswer } from './answer'
export { closenessOf, isOfTwoFigures, isWrittenAs, shortFigures, type Closeness } from './tolerance'
