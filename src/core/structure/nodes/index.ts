/**
 * In: a network. Out: its nodes, numbered as the current meets them, which parts carry none and why.
 * Textbooks: “label the nodes”, “redraw the circuit”.
 */
export { Sets } from './sets'
export {
  isIdeal,
  isZeroOhm,
  labelAt,
  nodeAt,
  wire,
  type Idle,
  type Node,
  type Wirable,
  type WirablePart,
  type Wiring,
} from './wiring'
export { finding, findingDeclaration, unreadDeclaration, type Finding, type FindingCode } from './finding'
export { blocks } from './blocks'
export { joins } from './points'
export { roughNodes, type LabelledPoints, type Naming } from './labels'
