import Fraction from 'fraction.js'
import type { Network } from '@/core/network'

/** What node-voltage analysis finds: the independent method that the core is tested against. */
export interface NodeVoltages {
  /** By point name, against the source's − end; absent for points that 0 Ω ties to the source. */
  readonly potential: ReadonlyMap<string, Fraction>
  /** What the source gives. */
  readonly current: Fraction
}

/**
 * Solves a network whose source voltage is known by Kirchhoff's current law at every node: points joined by wire or
 * by 0 Ω are one unknown, and G·v = i is solved by Gaussian elimination in exact fractions.
 */
export function nodeVoltages(network: Network): NodeVoltages {
  const merged = new Map<string, string>()
  const root = (point: string): string => {
    const above = merged.get(point)
    return above === undefined || above === point ? point : root(above)
  }
  const source = network.parts.find((part) => part.kind === 'source')
  if (source?.kind !== 'source' || !source.voltage) throw new Error('the method needs a source voltage')
  for (const part of network.parts) {
    if (part.kind === 'wire' || part.kind === 'ammeter' || (part.kind === 'resistor' && part.resistance?.exact === '0'))
      merged.set(root(part.from), root(part.to))
  }
  const resistors = network.parts.flatMap((part) =>
    part.kind === 'resistor' && part.resistance && part.resistance.exact !== '0' && root(part.from) !== root(part.to)
      ? [{ a: root(part.from), b: root(part.to), G: new Fraction(part.resistance.exact).inverse() }]
      : [],
  )
  const [plus, minus] = [root(source.from), root(source.to)]
  const tied = new Set([plus, minus])
  for (let grown = true; grown;) {
    grown = false
    for (const { a, b } of resistors) {
      if (tied.has(a) === tied.has(b)) continue
      tied.add(a).add(b)
      grown = true
    }
  }
  const known = new Map([
    [minus, new Fraction(0)],
    [plus, new Fraction(source.voltage.exact)],
  ])
  const unknown = [...tied].filter((node) => !known.has(node))
  const matrix = unknown.map((node) => {
    const row = unknown.map(() => new Fraction(0))
    let right = new Fraction(0)
    for (const { a, b, G } of resistors) {
      if (a !== node && b !== node) continue
      const other = a === node ? b : a
      const own = unknown.indexOf(node)
      row[own] = row[own].add(G)
      const fixed = known.get(other)
      if (fixed) right = right.add(G.mul(fixed))
      else row[unknown.indexOf(other)] = row[unknown.indexOf(other)].sub(G)
    }
    return [...row, right]
  })
  const solution = eliminate(matrix)
  const value = (node: string) => known.get(node) ?? solution[unknown.indexOf(node)]
  const potential = new Map<string, Fraction>()
  for (const { from, to } of network.parts)
    for (const point of [from, to]) if (tied.has(root(point))) potential.set(point, value(root(point)))
  let current = new Fraction(0)
  for (const { a, b, G } of resistors) {
    if (a === plus) current = current.add(value(a).sub(value(b)).mul(G))
    if (b === plus) current = current.add(value(b).sub(value(a)).mul(G))
  }
  return { potential, current }
}

/** Gaussian elimination of an augmented matrix. */
function eliminate(matrix: Fraction[][]): Fraction[] {
  const n = matrix.length
  for (let column = 0; column < n; column++) {
    const pivot = matrix.findIndex((row, i) => i >= column && !row[column].equals(0))
    ;[matrix[column], matrix[pivot]] = [matrix[pivot], matrix[column]]
    for (let row = 0; row < n; row++) {
      if (row === column || matrix[row][column].equals(0)) continue
      const factor = matrix[row][column].div(matrix[column][column])
      matrix[row] = matrix[row].map((x, i) => x.sub(factor.mul(matrix[column][i])))
    }
  }
  return matrix.map((row, i) => row[n].div(row[i]))
}
