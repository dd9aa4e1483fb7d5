/**
 * In: a network with its nodes, of any structure. Out: what is seen between any two of its nodes (voltage, resistance, and
 * how both move when a resistance changes or two nodes are joined), by node voltages.
 * Textbooks: “node-voltage analysis”, “Thévenin's theorem”, “driving-point and transfer impedance”.
 */

import { inverse, Matrix, solve } from 'ml-matrix'
import type { Wiring } from '../structure'

/** A conductor between two nodes. */
export interface Edge {
  readonly a: number
  readonly b: number
  /** In siemens, above 0. */
  readonly conductance: number
}

/**
 * The node equations G·v = i of a network (Kirchhoff's current law at every node whose potential is not held), as far as its
 * nodes are tied to one another: where nothing ties a group of nodes to one that is held, its first node is held at 0.
 */
interface NodeEquations {
  readonly matrix: Matrix
  /** The row of each node; −1 where its potential is held. */
  readonly row: readonly number[]
  /** The node of each row. */
  readonly nodes: readonly number[]
  /** Nodes of one piece, in which all are tied together, have the same number; the held ones all 0. */
  readonly piece: readonly number[]
}

/**
 * @param count of the nodes
 * @param held those whose potential is given
 */
function nodeEquations(count: number, edges: readonly Edge[], held: readonly number[]): NodeEquations {
  const at: number[][] = Array.from({ length: count }, () => [])
  for (const { a, b } of edges) {
    at[a].push(b)
    at[b].push(a)
  }
  const piece = new Array<number>(count).fill(-1)
  const spread = (open: number[], number: number) => {
    for (const node of open) piece[node] = number
    for (let node = open.pop(); node !== undefined; node = open.pop())
      for (const other of at[node])
        if (piece[other] < 0) {
          piece[other] = number
          open.push(other)
        }
  }
  spread([...held], 0)
  const isHeld = new Set(held)
  let pieces = 1
  for (let node = 0; node < count; node++)
    if (piece[node] < 0) {
      isHeld.add(node)
      spread([node], pieces++)
    }
  const nodes: number[] = []
  const row = Array.from({ length: count }, (_, node) => (isHeld.has(node) ? -1 : nodes.push(node) - 1))
  const matrix = Matrix.zeros(nodes.length, nodes.length)
  for (const { a, b, conductance } of edges) {
    if (a === b) continue
    const [i, j] = [row[a], row[b]]
    if (i >= 0) matrix.set(i, i, matrix.get(i, i) + conductance)
    if (j >= 0) matrix.set(j, j, matrix.get(j, j) + conductance)
    if (i >= 0 && j >= 0) {
      matrix.set(i, j, matrix.get(i, j) - conductance)
      matrix.set(j, i, matrix.get(j, i) - conductance)
    }
  }
  return { matrix, row, nodes, piece }
}

/** The potential of every node, in volts, where those held have these; those of pieces of their own stand against 0. */
export function potentials(count: number, edges: readonly Edge[], held: ReadonlyMap<number, number>): Float64Array {
  const equations = nodeEquations(count, edges, [...held.keys()])
  const { row, matrix, nodes } = equations
  const found = new Float64Array(count)
  for (const [node, volts] of held) found[node] = volts
  if (nodes.length === 0) return found
  const right = Matrix.zeros(nodes.length, 1)
  for (const { a, b, conductance } of edges)
    for (const [one, other] of [
      [a, b],
      [b, a],
    ]) {
      const volts = held.get(other)
      if (row[one] >= 0 && volts !== undefined) right.set(row[one], 0, right.get(row[one], 0) + conductance * volts)
    }
  const solved = solve(matrix, right)
  nodes.forEach((node, i) => (found[node] = solved.get(i, 0)))
  return found
}

/** The current that leaves a node, in amperes. */
export function flowFrom(node: number, edges: readonly Edge[], potential: ArrayLike<number>): number {
  let sum = 0
  for (const { a, b, conductance } of edges) {
    if (a === node) sum += (potential[a] - potential[b]) * conductance
    if (b === node) sum += (potential[b] - potential[a]) * conductance
  }
  return sum
}

/** The inverse of the matrix of node equations: by rows, in ohms. */
function impedances({ matrix }: NodeEquations): Matrix {
  return matrix.rows === 0 ? matrix : inverse(matrix)
}

/**
 * A network of resistors seen from its ports (pairs of nodes), the source a short but for its 1 V: enough to tell what a
 * meter at any port shows, and to change any resistance, without solving the network anew. The first ports are its
 * resistors, each from the end nearer + to the other; between the nodes of the others nothing lies.
 */
export interface Ports {
  readonly count: number
  /** The first so many ports are resistors. */
  readonly resistors: number
  /** Of what lies at each port, in ohms; Infinity where nothing does. */
  readonly resistance: Float64Array
  /** Open-circuit voltage of each port, in volts per volt of the source. */
  readonly voltage: Float64Array
  /** Transfer impedances, in ohms: the voltage at port i for 1 A into port j stands at i·count + j. */
  readonly impedance: Float64Array
  /** What the source gives, in amperes per volt: 1/Req. */
  readonly conductance: number
}

/** The least of what is left of 1 where a resistance is taken away: below it, nothing else holds its nodes together. */
const least = 1e-13

/**
 * The ports after one resistance has changed, or has been put where nothing was (Sherman and Morrison, 1950).
 *
 * @param to in ohms, above 0; Infinity takes away what is there
 * @param keep so many ports are kept, the first ones; the port itself may be one of the others
 */
export function withResistance(ports: Ports, port: number, to: number, keep = ports.count): Ports {
  const { count, conductance, impedance: before } = ports
  const resistors = Math.min(ports.resistors, keep)
  const change = 1 / to - 1 / ports.resistance[port]
  const own = before[port * count + port]
  const across = ports.voltage[port]
  const resistance = ports.resistance.slice(0, keep)
  if (port < keep) resistance[port] = to
  // Between two nodes that are held nothing else moves, but what the source gives.
  const divisor = own === 0 ? 1 : Math.max(1 + change * own, least)
  const factor = change / divisor
  const impedance = new Float64Array(keep * keep)
  const voltage = new Float64Array(keep)
  for (let i = 0; i < keep; i++) {
    const from = i * count
    const at = i * keep
    const step = factor * before[port * count + i]
    voltage[i] = ports.voltage[i] - step * across
    for (let j = 0; j < keep; j++) impedance[at + j] = before[from + j] - step * before[port * count + j]
  }
  // At the port itself the difference is known without subtracting.
  if (port < keep) {
    voltage[port] = across / divisor
    for (let i = 0; i < keep; i++) {
      const value = before[port * count + i] / divisor
      impedance[port * keep + i] = value
      impedance[i * keep + port] = value
    }
  }
  return {
    count: keep,
    resistors,
    resistance,
    voltage,
    impedance,
    conductance: conductance + factor * across * across,
  }
}

/** Two nodes, the first where the red lead goes. */
export type Port = readonly [number, number]

/** What stands for the resistance of nothing at all: zero ohms, as a part of the least other resistance. */
const ofLeast = 1e-7

/** What stands for zero ohms among these resistances. */
export function zeroOhms(ohms: readonly number[]): number {
  const least = ohms.reduce((found, R) => (R > 0 ? Math.min(found, R) : found), Infinity)
  return Number.isFinite(least) ? least * ofLeast : ofLeast
}
/** What stands for infinite ohms between nodes that 0 Ω ties together. */
const untied = 1e200

/**
 * The ports of a network: its resistors by leaf, each from the end nearer + to the other, then the idle ones as listed,
 * then any other pairs of nodes.
 *
 * @param edges part index and ohms of every resistor, those that carry current first
 * @param others pairs of nodes
 */
export function portsOf(
  { nodes, from, to, start, finish }: Pick<Wiring, 'nodes' | 'from' | 'to' | 'start' | 'finish'>,
  edges: readonly { readonly part: number; readonly ohms: number }[],
  others: readonly Port[],
): { readonly ports: Ports; readonly ends: readonly Port[] } {
  const joint = zeroOhms(edges.map((edge) => edge.ohms))
  const ohms = edges.map((edge) => (edge.ohms > 0 ? edge.ohms : joint))
  const conductors: Edge[] = edges.map(({ part }, i) => ({ a: from[part], b: to[part], conductance: 1 / ohms[i] }))
  const equations = nodeEquations(nodes.length, conductors, [start, finish])
  const { row, piece } = equations
  const Z = impedances(equations)
  const rows = Z.to2DArray()
  // For 1 V at +, what flows in at each node beside it.
  const inflow = new Float64Array(rows.length)
  for (const { a, b, conductance } of conductors) {
    if (a === start && row[b] >= 0) inflow[row[b]] += conductance
    if (b === start && row[a] >= 0) inflow[row[a]] += conductance
  }
  const potential = nodes.map((_, node) => {
    if (row[node] < 0) return node === start ? 1 : 0
    return rows[row[node]].reduce((sum, z, i) => sum + z * inflow[i], 0)
  })
  const at = (a: number, b: number) => (row[a] < 0 || row[b] < 0 ? 0 : rows[row[a]][row[b]])

  const ends = [
    ...edges.map(({ part }): Port => {
      const [a, b] = [from[part], to[part]]
      return potential[b] > potential[a] && piece[a] === piece[b] ? [b, a] : [a, b]
    }),
    ...others,
  ]
  const count = ends.length
  const isTied = ends.map(([a, b]) => piece[a] === piece[b])
  const impedance = new Float64Array(count * count)
  for (let i = 0; i < count; i++) {
    for (let j = i; j < count; j++) {
      const [[a, b], [c, d]] = [ends[i], ends[j]]
      const value = isTied[i] && isTied[j] ? at(a, c) - at(a, d) - at(b, c) + at(b, d) : i === j ? untied : 0
      impedance[i * count + j] = value
      impedance[j * count + i] = value
    }
  }
  const resistance = new Float64Array(count).fill(Infinity)
  ohms.forEach((value, i) => (resistance[i] = value))
  const voltage = Float64Array.from(ends, ([a, b], i) => (isTied[i] ? potential[a] - potential[b] : 0))
  let conductance = 0
  for (const { a, b, conductance: G } of conductors) {
    if (a === start) conductance += G * (1 - potential[b])
    if (b === start) conductance += G * (1 - potential[a])
  }
  return { ports: { count, resistors: edges.length, resistance, voltage, impedance, conductance }, ends }
}
