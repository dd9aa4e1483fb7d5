/**
 * In: a worksheet. Out: its sheets, stretched from + to −, as coordinates; the way of the current; a card for the
 * logbook. Textbooks: “redraw the circuit”.
 */
export * from './drawing'
export { describeSheet, drawSheet, relabelled, type Form, type SheetOptions } from './sheet'
export { drawLoops, loopName, loopsInk, loopsOf, type Loop, type LoopedPicture } from './loops'
export { currentPath, type CurrentPath } from './currentPath'
export * from './staircase'
export * from './ink'
export { cardOf, type Card } from './card'
