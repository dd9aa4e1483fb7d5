/**
 * In: a network document. Out: where everything stands on the drawing board, and the document after a stroke of the
 * pencil. Textbooks: “the schematic as it was drawn”.
 */
export { boardLetters, boardNode, bookInk, drawnInk, endsInk, partInk, plainBoardInk } from './boardInk'
export { boardLoopsInk } from './boardLoops'
export { closeBoard, drawable, freeName, openBoard, pointAt, strokeOf, type Board } from './board'
export { jump, pegsOn } from './land'
export { samePeg, type Peg, type Stroke } from './layOut'
export { flipParts, moveEnd, moveParts, removeParts, renameNode, renamePart, turnParts, type Chosen } from './edit'
export { newDrawing } from './given'
export {
  applyStroke,
  asTyped,
  changePart,
  isPlaceholder,
  isSupply,
  initialOf as letterOf,
  readStroke,
  strokeText,
  type StrokeMeaning,
  drawStrokes,
} from './meaning'
export { besideMiss, findMisses, mendMiss, type Miss } from './misses'
export { drawBoard, pitch, placeOf, type BoardNode, type BoardPart, type BoardPicture, type Vertex } from './picture'
export { pathInk } from './pathInk'
export { copyPiece, isPiece, pastePiece } from './piece'
export {
  cssMatrix,
  fitCorners,
  leadCorner,
  moveCorners,
  ownCorners,
  projectionOf,
  turnCorners,
  type Projection,
} from './trace'
