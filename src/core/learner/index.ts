/**
 * In: a worksheet and what a learner did so far. Out: where they stand, and what is said of each move. Textbooks: “error
 * carried forward”, “method and answer marks”.
 */
export * from './answer'
export * from './slip'
export * from './attempt'
export * from './task'
export * from './skill'
