import { inverse, Matrix, solve } from 'ml-matrix'

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
export interface NodeEquations {
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
export function nodeEquations(count: number, edges: readonly Edge[], held: readonly number[]): NodeEquations {
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

/** The inverse of the matrix of node equations: by rows, in ohms. */
export function impedances({ matrix }: NodeEquations): Matrix {
  return matrix.rows === 0 ? matrix : inverse(matrix)
}
