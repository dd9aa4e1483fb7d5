/**
 * In: a worksheet. Out: its sheets, stretched from + to −, as coordinates; the way of the current; a card for the
 * logbook. Textbooks: “redraw the circuit”.
 */
export * from './drawing'
export { describeSheet, drawSheet, type Form, type SheetOptions } from './sheet'
export { drawLoops, loopsOf, type Loop, type LoopedPicture } from './loops'
export { currentPath, type CurrentPath } from './currentPath'
export * from './staircase'
export { cardOf, type Card } from './card'
