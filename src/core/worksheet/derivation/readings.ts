import { isMeter, type Network } from '../../network'
import { isIdeal, type Wiring } from '../../structure'
import type { Sign } from '../method'
import { type Draft, type Term, readingId } from './draft'

/**
 * What the meters drawn into the picture show, and what flows in wires that are asked for: the current law at the points
 * on one side, or the drops from one point to the other. Undefined in a loop of ideal wire, and where nothing ties a
 * voltmeter to the supply.
 *
 * @param top what has the supply's values
 * @param behind the node behind each node, as potentials go
 * @param asked names of parts that are asked for
 */
export function findReadings<N>(
  draft: Draft<N>,
  network: Network,
  wiring: Wiring,
  top: number,
  behind: ReadonlyMap<number, Behind>,
  asked: ReadonlySet<string>,
): { part: number; line: number }[] {
  const { stages, arithmetic, enters, found } = draft
  const { elements } = stages
  const { parts } = network
  const section = { at: 'readings' } as const
  const shown = parts.flatMap((part, i) => (isMeter(part) || (part.kind === 'wire' && asked.has(part.name)) ? [i] : []))
  if (shown.length === 0) return []
  const elementOf = new Map(stages.stages[0].starts.map((id) => [elements[id].part as number, id]))
  const endingAt = new Map<string, number[]>()
  parts.forEach(({ from, to }, i) => {
    for (const point of [from, to]) {
      const list = endingAt.get(point)
      if (list) list.push(i)
      else endingAt.set(point, [i])
    }
  })
  return shown.map((part) => {
    const of = readingId(elements.length, part)
    const line = parts[part].kind === 'voltmeter' ? voltageBetween(part, of) : currentThrough(part, of)
    return { part, line }
  })

  function currentThrough(conductor: number, of: number): number {
    const { from, to } = parts[conductor]
    const beyond = pointsBeyond(to, conductor)
    if (beyond.has(from)) return draft.give(section, 'current', of, null, 'loop')
    // All that leaves beyond has come through; of the two sides the one with fewer currents is read.
    const sides = [leaving(beyond, 1), leaving(pointsBeyond(from, conductor), -1)]
    const [terms] = sides.flatMap((side) => (side ? [side] : [])).sort((a, b) => a.length - b.length)
    if (terms === undefined) return draft.give(section, 'current', of, null, 'undefined')
    if (terms.length === 0) return draft.give(section, 'current', of, arithmetic.zero, 'none')
    return draft.addUp(section, 'current', of, 'current-law', inOrder(terms))
  }

  /** A point and all that ideal conductors join with it, without one of them. */
  function pointsBeyond(start: string, without: number): Set<string> {
    const reached = new Set([start])
    for (const point of reached)
      for (const i of endingAt.get(point) ?? [])
        if (i !== without && isIdeal(network, wiring, i)) reached.add(parts[i].from).add(parts[i].to)
    return reached
  }

  /** The currents that leave a set of points through resistors and the supply; null where one of them is undefined. */
  function leaving(points: ReadonlySet<string>, sign: Sign): Term[] | null {
    const at = new Map<number, Sign>()
    const through = (part: number) => [points.has(parts[part].from), points.has(parts[part].to)] as const
    for (const point of points)
      for (const part of endingAt.get(point) ?? []) {
        const id = elementOf.get(part)
        const [starts, ends] = through(part)
        if (id === undefined || starts === ends) continue
        const along = enters[id] === undefined || enters[id] === wiring.from[part]
        at.set(id, (along === starts ? sign : -sign) as Sign)
      }
    const terms: Term[] = []
    for (const [id, way] of together(at)) {
      if (draft.isUndefined('current', id)) return null
      const line = found.current[id]
      if (line !== undefined) terms.push({ line, sign: way })
    }
    const [plus, minus] = through(wiring.supply)
    const supply = found.current[top]
    // The supply's current comes in at its + end.
    if (plus !== minus && supply !== undefined) terms.push({ line: supply, sign: (plus ? -sign : sign) as Sign })
    return terms
  }

  /** The members of a parallel group are one current together where all of them are there. */
  function together(at: Map<number, Sign>): Map<number, Sign> {
    const open = [...at.keys()]
    for (let id = open.pop(); id !== undefined; id = open.pop()) {
      const group = groupAround(id)
      const sign = at.get(id)
      if (!group || sign === undefined) continue
      const carriers = group.members.map((member) => carrierOf(member, at))
      if (!carriers.every((it) => it !== undefined && at.get(it) === sign)) continue
      for (const it of carriers) at.delete(it as number)
      at.set(group.result, sign)
      open.push(group.result)
    }
    return at
  }

  /** The parallel group that an element, or the path on which it lies, is a member of. */
  function groupAround(id: number) {
    for (let { into } = elements[id]; into !== null; into = elements[into].into) {
      const { made } = elements[into]
      if (made?.kind === 'parallel') return made
    }
    return null
  }

  /** What of a set carries the current of a member: itself, or something on its path. */
  function carrierOf(member: number, at: ReadonlyMap<number, Sign>): number | undefined {
    const open = [member]
    for (let id = open.pop(); id !== undefined; id = open.pop()) {
      if (at.has(id)) return id
      const { made } = elements[id]
      if (made?.kind === 'series') open.push(...made.members)
    }
    return undefined
  }

  function voltageBetween(meter: number, of: number): number {
    const [a, b] = [wiring.from[meter], wiring.to[meter]].map((node) => wiring.nodes[node].tiedTo)
    if (a === null || b === null) return draft.give(section, 'voltage', of, null, 'untied')
    if (a === b) return draft.give(section, 'voltage', of, arithmetic.zero, 'none')
    const [{ from, to }] = stages.stages
    const across = elements.findIndex(
      (_, id) =>
        found.voltage[id] !== undefined && ((from[id] === a && to[id] === b) || (from[id] === b && to[id] === a)),
    )
    const terms = across < 0 ? dropsBetween(a, b) : dropOf(a, across)
    return draft.addUp(section, 'voltage', of, 'drops', inOrder(terms))
  }

  /** The drops on the way from one node to another, by the ways that potentials go. */
  function dropsBetween(a: number, b: number): Term[] {
    const [down, up] = [dropsFrom(a), dropsFrom(b)]
    while (down.length > 0 && up.length > 0 && down[down.length - 1].line === up[up.length - 1].line) {
      down.pop()
      up.pop()
    }
    return [...down, ...up.map(({ line, sign }) => ({ line, sign: -sign as Sign }))]
  }

  /** The drops on the way from a node to the − end. */
  function dropsFrom(node: number): Term[] {
    const terms: Term[] = []
    for (let at = node, next = behind.get(at); next; at = next.node, next = behind.get(at))
      terms.push(...dropOf(at, next.element))
    return terms
  }

  function dropOf(node: number, element: number): Term[] {
    const line = found.voltage[element]
    return line === undefined ? [] : [{ line, sign: enters[element] === node ? 1 : -1 }]
  }
}

/** What is added stands first. */
function inOrder(terms: readonly Term[]): Term[] {
  return [...terms].sort((a, b) => b.sign - a.sign)
}

/** Crossed from a node on the way to the − end: the element, and the node behind it. */
interface Behind {
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
