import type { Wiring } from '../../structure'
import { impedances, nodeEquations, type Edge } from './nodes'
import type { Ports } from './ports'

/** Two nodes, the first where the red lead goes. */
export type Port = readonly [number, number]

/** What stands for the resistance of nothing at all: zero ohms, as a part of the least other resistance. */
const ofLeast = 1e-7
/** What stands for infinite ohms between nodes that nothing ties together. */
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
  const least = edges.reduce((found, { ohms }) => (ohms > 0 ? Math.min(found, ohms) : found), Infinity)
  const ohms = edges.map((edge) => (edge.ohms > 0 ? edge.ohms : Number.isFinite(least) ? least * ofLeast : ofLeast))
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
