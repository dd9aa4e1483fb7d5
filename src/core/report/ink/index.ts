/**
 * In: a picture of a sheet or a board. Out: the same as plain shapes in black on white, and as an SVG file.
 * Textbooks: “figure”.
 */
export { piecesOf, type Filling, type Ink, type Shape, type Word } from './ink'
export { loopsInk, sheetInk } from './sheetInk'
export { stairInk } from './stairInk'
export { boardInk } from './boardInk'
export { svgOf } from './svg'
