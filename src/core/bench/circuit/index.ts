/**
 * In: a network with its nodes, of any structure. Out: what is seen between any two of its nodes (voltage, resistance, and
 * how both move when a resistance changes or two nodes are joined), by node voltages.
 * Textbooks: “node-voltage analysis”, “Thévenin's theorem”, “driving-point and transfer impedance”.
 */
export { potentials, type Edge } from './nodes'
export { portsOf, type Port } from './portsOf'
export { withResistance, type Ports } from './ports'
