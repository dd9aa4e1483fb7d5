/**
 * In: a network. Out: its nodes, numbered as the current meets them, which parts carry none and why.
 * Textbooks: “label the nodes”, “redraw the circuit”.
 */
export { Sets, blocks } from './order'
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
  joins,
  joinPoints,
  roughNodes,
  type LabelledPoints,
  type Naming,
} from './wiring'
export { finding, findingDeclaration, listed, unreadDeclaration, type Finding, type FindingCode } from './finding'
