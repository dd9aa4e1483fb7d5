import { Matrix, solve } from 'ml-matrix'
import type { Wiring } from '@/core/structure'

/**
 * The peer: node-voltage analysis by a general dense LU decomposition. From the same wiring and resistances, it gives the
 * voltage, current and power of every live resistor and the current of the supply, as the series-parallel way does.
 */
export function denseNodeVoltages(wiring: Wiring, resistances: readonly number[], supply: number) {
  const unknowns = wiring.nodes.length - 1 // the 0 V node stands last
  const G = Matrix.zeros(unknowns, unknowns)
  const right = Matrix.zeros(unknowns, 1)
  wiring.live.forEach((part, i) => {
    const [a, b, conductance] = [wiring.from[part], wiring.to[part], 1 / resistances[i]]
    if (a < unknowns) G.set(a, a, G.get(a, a) + conductance)
    if (b < unknowns) G.set(b, b, G.get(b, b) + conductance)
    if (a < unknowns && b < unknowns) {
      G.set(a, b, G.get(a, b) - conductance)
      G.set(b, a, G.get(b, a) - conductance)
    }
  })
  for (let column = 0; column < unknowns; column++) G.set(wiring.start, column, column === wiring.start ? 1 : 0)
  right.set(wiring.start, 0, supply)
  const potential = solve(G, right)
  const at = (node: number) => (node < unknowns ? potential.get(node, 0) : 0)
  let current = 0
  const voltage: number[] = []
  const branch: number[] = []
  const power: number[] = []
  wiring.live.forEach((part, i) => {
    const drop = at(wiring.from[part]) - at(wiring.to[part])
    const I = drop / resistances[i]
    voltage.push(drop)
    branch.push(I)
    power.push(drop * I)
    if (wiring.from[part] === wiring.start) current += I
    if (wiring.to[part] === wiring.start) current -= I
  })
  return { voltage, current: branch, power, supply: current }
}
