/**
 * In: a formula or strokes on a board. Out: a network document, and back.
 */
export * from './formula'
export * from './sketch'
