/**
 * In: a network document. Out: where everything stands on the drawing board, and the document after a stroke of the
 * pencil. Textbooks: “the schematic as it was drawn”.
 */
export { closeBoard, drawable, openBoard, pointAt, strokeOf, type Board } from './board'
export { pegKey, samePeg, type Peg, type Stroke } from './peg'
export {
  flipParts,
  freeName,
  moveEnd,
  moveParts,
  removeParts,
  renameNode,
  renamePart,
  turnParts,
  type Chosen,
} from './edit'
export { applyStroke, changePart, isPlaceholder, letterOf, readStroke, strokeText, type StrokeMeaning } from './meaning'
export { findMisses, mendMiss, type Miss } from './misses'
export {
  drawBoard,
  hopRadius,
  pitch,
  placeOf,
  type BoardNode,
  type BoardPart,
  type BoardPicture,
  type Vertex,
} from './picture'
export { copyPiece, isPiece, pastePiece } from './piece'
export { drawStrokes } from './strokes'
