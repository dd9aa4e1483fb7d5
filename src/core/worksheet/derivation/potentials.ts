import type { Wiring } from '../../structure'
import type { Sign } from '../method'
import type { Draft, Term } from './draft'

/** Crossed from a node on the way to the − end: the element, and the node behind it. */
export interface Behind {
  readonly element: number
  readonly node: number
}

/**
 * The node behind each node on the way to the − end, and what lies between: inside a series group the next member, from
 * the + end the whole.
 *
 * @param top the whole, or the supply alone where nothing closes the circuit
 */
export function nodesBehind<N>({ stages }: Draft<N>, wiring: Wiring, top: number): ReadonlyMap<number, Behind> {
  const behind = new Map<number, Behind>()
  if (wiring.start !== wiring.finish) behind.set(wiring.start, { element: top, node: wiring.finish })
  for (const { steps, nodes, from, to, exchange } of stages.stages) {
    for (const { kind, members } of steps)
      if (kind === 'series')
        for (const member of members.slice(1))
          behind.set(nodes[from[member]], { element: member, node: nodes[to[member]] })
    if (exchange?.kind === 'wye')
      behind.set(exchange.centre, { element: exchange.members[0], node: exchange.corners[0] })
  }
  return behind
}

/** The potential of every node of the network against 0 V: each from the one behind it and the drop between. */
export function findPotentials<N>(draft: Draft<N>, wiring: Wiring, behind: ReadonlyMap<number, Behind>): void {
  const { found, enters, arithmetic } = draft
  const section = { at: 'potentials' } as const
  /** The drop from a node to the one behind it. */
  const dropOf = (node: number, element: number): Term[] => {
    const line = found.voltage[element]
    return line === undefined ? [] : [{ line, sign: enters[element] === node ? 1 : -1 }]
  }

  const { reference, finish } = wiring
  draft.give(section, 'potential', reference, arithmetic.zero)
  const root = wiring.nodes[reference].tiedTo
  if (root !== null) {
    if (root !== reference) draft.put(section, 'potential', root, 'tied', [found.potential[reference] as number])
    if (root !== finish) {
      // Down from 0 V to the − end, all at once.
      const terms: Term[] = []
      for (let node = root; node !== finish;) {
        const next = behind.get(node) as Behind
        terms.push(...dropOf(node, next.element).map(({ line, sign }) => ({ line, sign: -sign as Sign })))
        node = next.node
      }
      draft.addUp(section, 'potential', finish, 'drops', terms)
    }
    wiring.nodes.forEach((_, start) => {
      const path: number[] = []
      for (
        let node = start;
        found.potential[node] === undefined && behind.has(node);
        node = behind.get(node)?.node as number
      )
        path.push(node)
      for (const node of path.reverse()) {
        const { element, node: next } = behind.get(node) as Behind
        const drop = dropOf(node, element)
        const known = found.potential[next]
        if (known === undefined) return
        draft.addUp(section, 'potential', node, 'drops', [...drop, { line: known, sign: 1 }])
      }
    })
  }
  // What carries nothing drops nothing: dead ends have the potential of where they hang.
  const beside = new Map<number, number[]>()
  const hang = (node: number, other: number) => {
    const others = beside.get(node)
    if (others) others.push(other)
    else beside.set(node, [other])
  }
  wiring.idle.forEach((idle, part) => {
    if (idle === null) return
    const [a, b] = [wiring.from[part], wiring.to[part]]
    hang(a, b)
    hang(b, a)
  })
  const open = wiring.nodes.flatMap((_, node) => (found.potential[node] === undefined ? [] : [node]))
  for (const node of open)
    for (const other of beside.get(node) ?? [])
      if (found.potential[other] === undefined) {
        draft.put(section, 'potential', other, 'tied', [found.potential[node] as number])
        open.push(other)
      }
}
