/**
 * In: a worksheet. Out: its sheets, stretched from + to −, as coordinates; the way of the current; a card for the
 * logbook. Textbooks: “redraw the circuit”.
 */
export * from './drawing'
export { drawSheet, type Form, type SheetOptions } from './sheet'
export { currentPath, type CurrentPath } from './currentPath'
export { cardOf, type Card } from './card'
