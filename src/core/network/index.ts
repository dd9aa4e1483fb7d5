/**
 * In: a network document (JSON). Out: a valid network, or every problem with its part and field; and back.
 * Textbooks: “the circuit”, “netlist”.
 */
export * from './network'
export { fold } from './network'
export { isDocument } from './write'
export { foundBy, sortKey } from './found'
export { readTags, readRating, readTolerance, toleranceText, unreadNotes } from './notes'
export { isNodeLabel, labelRule, type Corners, type Sketch, type SketchPlace, type Trace } from './sketch'
export {
  reportChoices,
  reportContents,
  reportFields,
  type ReportChoices,
  type ReportContent,
  type ReportField,
  currentNameRule,
  fullChoices,
  isCurrentName,
  schoolChoices,
  usualSchool,
  workedChoices,
  type AskedQuantity,
  type Choices,
  type School,
  type WorksheetChoices,
} from './school'
export { isName, kinds, networkDeclaration, readNetwork, readNetworkText, readPiece, type ReadNetwork } from './read'
export { readWay, readWayText, wayDeclaration, type Way } from './way'
export {
  writeNetwork,
  type NetworkDocument,
  type PartDocument,
  type ResistorDocument,
  type SourceDocument,
  type Unplaced,
} from './write'
