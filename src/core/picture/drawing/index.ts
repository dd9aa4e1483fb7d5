/**
 * In: a sheet with labels. Out: where everything stands when it is stretched from + to −, as data.
 * Textbooks: “redraw the circuit”.
 */
export {
  boxAround,
  loopAround,
  overlap,
  measures,
  type Box,
  type Label,
  type LineTone,
  type PartSymbol,
  type Picture,
  type Coordinates,
  type PlacedPart,
  type PlacedSource,
} from './picture'
export {
  meterLeads,
  meterLetters,
  meterRadius,
  placeOn,
  resistorOutline,
  signsOf,
  sourcePlates,
  type Lying,
  type ResistorSymbol,
} from './symbols'
export { shareLanes, type ClosingSupply, type Aside } from './place'
export { stretch } from './stretch'
