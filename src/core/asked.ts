import type { Taste, Way } from './expansion'
import type { Asked, Network } from './network'
import type { Wiring } from './nodes'
import { leavesOf, outwardFrom, type Reduction } from './reduction'

/** A value on the way to what was asked for; `way` says how it is found. Numbers are element ids. */
export interface AskedLine {
  readonly element: number
  readonly quantity: 'voltage' | 'current' | 'power'
  readonly way:
    | Way
    /** Known before anything was worked out. */
    | { readonly way: 'given' }
    /** Carried outward from the member in which it is known. */
    | { readonly way: 'outward'; readonly from: number }
    /** V = √(P · R), I = √(P / R). */
    | { readonly way: 'root' }
}

/** A path of drops that gives a potential: those of the elements, added or taken away, from the 0 V node. */
export interface PotentialPath {
  readonly node: number
  readonly drops: readonly { readonly element: number; readonly sign: 1 | -1 }[]
}

/** What it takes to find only what was asked for. */
export interface Wanted {
  /** The steps that lead there, by number. */
  readonly steps: readonly number[]
  /** Values in the order in which they are found. */
  readonly lines: readonly AskedLine[]
  /** What was asked for, as far as the network has it. */
  readonly values: readonly { readonly element: number; readonly quantity: Exclude<Asked['quantity'], 'potential'> }[]
  readonly potentials: readonly PotentialPath[]
  /** What was asked for and is not in the network (any more), or carries nothing. */
  readonly missing: readonly Asked[]
}

/** The resistors inside an element, by name and in listed order, joined by spaces: how a document names it. */
export function elementKey(element: number, reduction: Reduction, network: Network): string {
  return leavesOf(reduction, element)
    .map((part) => network.parts[part].name)
    .join(' ')
}

/**
 * The shortest way to what was asked for: a value is handed down as far as it goes, and only what is divided or
 * multiplied by has to be combined first. The reduction must have ended in one element.
 *
 * @param known what is known, of the whole or of a resistor
 */
export function findWanted(
  asked: readonly Asked[],
  network: Network,
  wiring: Wiring,
  reduction: Reduction,
  known: { readonly element: number; readonly quantity: 'voltage' | 'current' | 'power' } | null,
  taste: (element: number) => Taste,
): Wanted {
  const leaves = reduction.leaves.length
  const [whole] = reduction.left
  const needed = new Set<number>() // elements whose resistance is needed
  const lines = new Map<string, AskedLine>()
  // From each equivalent that takes in the known resistor, the member in which it lies.
  const climb = known === null ? [] : outwardFrom(reduction, known.element)
  const chain = new Map(climb.slice(1).map((result, i) => [result, climb[i]]))

  const byKey = new Map<string, number>()
  reduction.from.forEach((_, id) => byKey.set(elementKey(id, reduction, network), id))
  const resolve = (name: string) => (name === network.parts[wiring.supply].name ? whole : byKey.get(name))
  const missing: Asked[] = []
  const values: { element: number; quantity: Exclude<Asked['quantity'], 'potential'> }[] = []
  const potentials: PotentialPath[] = []
  for (const it of asked) {
    if (it.quantity === 'potential') {
      const node = wiring.nodes.findIndex(({ points }) => points.includes(it.of))
      const path = node < 0 || known === null ? null : pathTo(wiring.nodes[node].tiedTo)
      if (!path) missing.push(it)
      else {
        potentials.push({ node, drops: path })
        for (const { element } of path) need('voltage', element)
      }
      continue
    }
    const element = resolve(it.of)
    if (element === undefined || (known === null && it.quantity !== 'resistance')) missing.push(it)
    else {
      values.push({ element, quantity: it.quantity })
      if (it.quantity === 'resistance') needed.add(element)
      else need(it.quantity, element)
    }
  }
  return {
    steps: stepsFor(needed),
    lines: [...lines.values()],
    values,
    potentials,
    missing,
  }

  /** Each value has one that it follows from, so the way to it is a line: no recursion. */
  function need(quantity: AskedLine['quantity'], element: number): void {
    const found: [string, AskedLine][] = []
    let open: { quantity: AskedLine['quantity']; element: number } | null = { quantity, element }
    while (open) {
      const key: string = `${open.quantity} ${open.element}`
      if (lines.has(key)) break
      const { line, from }: Followed = follow(open.quantity, open.element)
      found.push([key, line])
      open = from
    }
    for (const [key, line] of found.reverse()) lines.set(key, line)
  }

  interface Followed {
    readonly line: AskedLine
    readonly from: { quantity: AskedLine['quantity']; element: number } | null
  }

  function follow(quantity: AskedLine['quantity'], element: number): Followed {
    const by = (way: AskedLine['way'], from: Followed['from']): Followed => ({ line: { element, quantity, way }, from })
    const up = reduction.into[element]
    const kindOf = (id: number) => reduction.steps[id - leaves].kind
    if (known?.element === element && known.quantity === quantity) return by({ way: 'given' }, null)
    if (quantity === 'power') {
      needed.add(element)
      if (up < 0 && element === whole) {
        // P = V · I; what is known of the whole gives the other.
        const other = known?.element === whole && known.quantity === 'current' ? 'voltage' : 'current'
        need(other === 'voltage' ? 'current' : 'voltage', element)
        return by({ way: 'V·I' }, { quantity: other, element })
      }
      return up >= 0 && kindOf(up) === 'series'
        ? by({ way: 'I²·R' }, { quantity: 'current', element })
        : by({ way: 'V²/R' }, { quantity: 'voltage', element })
    }
    const other = quantity === 'voltage' ? 'current' : 'voltage'
    const ohm = (): Followed => {
      needed.add(element)
      return by({ way: 'ohm' }, { quantity: other, element })
    }
    if (known?.element === element) {
      if (known.quantity !== 'power') return ohm()
      needed.add(element)
      return quantity === (element === whole ? 'voltage' : 'current')
        ? by({ way: 'root' }, { quantity: 'power', element })
        : ohm()
    }
    const inside = chain.get(element)
    if (inside !== undefined) {
      const carried = kindOf(element) === 'series' ? 'current' : 'voltage'
      return quantity === carried ? by({ way: 'outward', from: inside }, { quantity, element: inside }) : ohm()
    }
    if (up < 0) return ohm()
    const carried = kindOf(up) === 'series' ? 'current' : 'voltage'
    if (quantity === carried) return by({ way: 'carried', from: up }, { quantity, element: up })
    if (taste(element) !== 'divider') return ohm()
    needed.add(element).add(up)
    return by({ way: 'divider', of: up }, { quantity, element: up })
  }

  /** Every step inside the elements whose resistance is needed, in the reduction's order. */
  function stepsFor(elements: ReadonlySet<number>): number[] {
    const steps = new Set<number>()
    const open = [...elements].filter((id) => id >= leaves)
    for (let id = open.pop(); id !== undefined; id = open.pop()) {
      if (steps.has(id - leaves)) continue
      steps.add(id - leaves)
      for (const member of reduction.steps[id - leaves].members) if (member >= leaves) open.push(member)
    }
    return [...steps].sort((a, b) => a - b)
  }

  /** The drops from the 0 V node to a live node; null where nothing ties it. */
  function pathTo(node: number): PotentialPath['drops'] | null {
    if (node < 0) return null
    const mine = toFinish(node)
    const zero = toFinish(wiring.nodes[wiring.reference].tiedTo)
    if (!mine || !zero) return null
    // What both share goes out.
    const net = new Map<number, number>()
    for (const id of mine) net.set(id, (net.get(id) ?? 0) + 1)
    for (const id of zero) net.set(id, (net.get(id) ?? 0) - 1)
    return [...net].flatMap(([element, times]) =>
      times === 0 ? [] : [{ element, sign: times > 0 ? (1 as const) : (-1 as const) }],
    )
  }

  /** The elements to be crossed from a node to the − end: inside a series group its later members, then outward. */
  function toFinish(start: number): number[] | null {
    const crossed: number[] = []
    let node = start
    while (node !== wiring.finish) {
      if (node === wiring.start) return [...crossed, whole]
      const step = reduction.steps.find(
        ({ kind, members }) => kind === 'series' && members.slice(1).some((member) => reduction.from[member] === node),
      )
      if (!step) return null
      const at = step.members.findIndex((member, i) => i > 0 && reduction.from[member] === node)
      crossed.push(...step.members.slice(at))
      node = reduction.to[step.result]
    }
    return crossed
  }
}

/**
 * The steps in the order of a climb from a resistor to the source: before each equivalent that takes it in, the groups
 * beside it.
 *
 * @param start the element of which something is known
 */
export function climbOrder(reduction: Reduction, start: number): number[] {
  const leaves = reduction.leaves.length
  const order: number[] = []
  const climb = outwardFrom(reduction, start)
  climb.slice(1).forEach((result, i) => {
    const member = climb[i]
    const beside: number[] = []
    const open = reduction.steps[result - leaves].members.filter((other) => other !== member && other >= leaves)
    for (let id = open.pop(); id !== undefined; id = open.pop()) {
      beside.push(id - leaves)
      for (const inner of reduction.steps[id - leaves].members) if (inner >= leaves) open.push(inner)
    }
    order.push(...beside.sort((a, b) => a - b), result - leaves)
  })
  return order
}
