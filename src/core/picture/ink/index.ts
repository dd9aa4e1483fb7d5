/**
 * In: a picture of a sheet or a staircase. Out: the same as plain shapes with their tones and what can be pointed at, and as
 * an SVG file. Textbooks: “figure”.
 */
export {
  dot,
  letterSize,
  line,
  marksOf,
  piecesOf,
  word,
  type Group,
  type Ink,
  type InkLooks,
  type Mark,
  type Shape,
  type Target,
  type Tone,
  type Word,
  symbolOf,
} from './ink'
export { nodeDot, nodeLook, nodeMark, nodeTone, nodeWidth, plainNode } from './nodeInk'
export { pictureInk, sheetInk, wiresInk, type SheetLooks, type SheetMarks } from './sheetInk'
export { stairInk } from './stairInk'
export { onPaper, pointsText, svgElement, svgOf, type Palette } from './svg'
