import type { Arithmetic } from './arithmetic'
import { exchanged, findExchanges, valuesBefore, type Exchange, type Replaced } from './exchange'
import { expand, partValues, wholeOf, type Start } from './expansion'
import { knownOf, type Network, type Part, type Problem } from './network'
import { wire, type Wiring } from './nodes'
import { readQuantity } from './quantity'
import {
  growForest,
  nameElements,
  reduce,
  resistances,
  sheetAt,
  type Begin,
  type NamesOf,
  type Order,
  type Sheet,
} from './reduction'
import { leafResistances, type Numbers } from './solve'
import { supplyOfWhole, type Supply } from './supply'

/** A network with its numbers, and the exchange on its last sheet that led to the next one. */
export interface Stage<N> {
  readonly network: Network
  readonly wiring: Wiring
  readonly numbers: Numbers<N>
  /** null in the last one. */
  readonly exchange: Exchange | null
  /** What took the place of the exchanged members, with the names they have in the next stage. */
  readonly placed: readonly (Replaced<N> & { readonly name: string })[]
}

export interface BeyondOptions {
  readonly order: Order
  readonly begin: Begin
  readonly names: NamesOf
  /** The exchange that the person wants at each bridge in turn, as {@link exchangeText} writes it. */
  readonly wanted: readonly string[]
}

export type FoundBeyond<N> =
  { readonly ok: true; readonly stages: readonly Stage<N>[] } | { readonly ok: false; readonly problem: Problem }

/** How an exchange is kept in a document, its members in their order: `delta R1 R2 R5`. */
export function exchangeText({ kind, members }: Exchange, names: readonly string[]): string {
  return [kind, ...[...members].sort((a, b) => a - b).map((member) => names[member])].join(' ')
}

/**
 * Goes on where a bridge stops the reduction: exchanges, reduces, exchanges again, until one resistance is left, then
 * carries the values back through all of it. Every stage but the last ends at a bridge.
 */
export function solveBeyond<N>(
  network: Network,
  wiring: Wiring,
  first: Numbers<N>,
  arithmetic: Arithmetic<N>,
  options: BeyondOptions,
): FoundBeyond<N> {
  const stages: Stage<N>[] = []
  let last: Stage<N> = { network, wiring, numbers: first, exchange: null, placed: [] }
  while (last.numbers.reduction.left.length > 1) {
    const [done, next] = exchangeOn(last, arithmetic, options, stages.length)
    stages.push(done)
    last = next
  }
  stages.push(last)
  return carryBack(stages, arithmetic)
}

/** One exchange on the last sheet of a stage: the stage with it, and the one that follows, reduced. */
function exchangeOn<N>(
  stage: Stage<N>,
  arithmetic: Arithmetic<N>,
  { order, begin, names: naming, wanted }: BeyondOptions,
  count: number,
): [Stage<N>, Stage<N>] {
  const { network, wiring, numbers } = stage
  const { reduction, resistance } = numbers
  const sheet = sheetAt(reduction, wiring, reduction.steps.length)
  const names = nameElements(
    reduction,
    network.parts.map(({ name }) => name),
    naming,
  )
  const offered = findExchanges(sheet, wiring.place)
  const exchange =
    offered.find((it) => exchangeText(it, names) === wanted[count]) ?? bestExchange(sheet, wiring, offered)

  const used = new Set(network.parts.map(({ name }) => name).concat(names))
  const unused = (wish: string) => {
    let name = wish
    while (used.has(name)) name += '′'
    used.add(name)
    return name
  }
  const label = (node: number) => wiring.nodes[node].label
  const R = exchange.members.map((member) => resistance[member])
  const placed = exchanged(exchange, R, arithmetic).map((it) => ({
    ...it,
    name: unused(it.to === null ? `RY${label(it.from)}` : `RD${label(it.from)}-${label(it.to)}`),
  }))

  const point = (node: number) => `n${node}`
  const centre = 'centre'
  const resistor = (name: string, from: string, to: string, value: N): Part => {
    const { exact, value: nearest } = arithmetic.toAmount(value)
    // Where the arithmetic is not exact, its double is taken for what was typed.
    const read = readQuantity(nearest, 'Ω')
    const ratio = exact ?? (read.ok ? read.exact : '0')
    return { name, kind: 'resistor', from, to, resistance: { typed: nearest, exact: ratio, value: nearest } }
  }
  const supply = network.parts[wiring.supply]
  const next: Network = {
    title: network.title,
    notes: '',
    parts: [
      { ...supply, from: point(wiring.start), to: point(wiring.finish) },
      ...sheet.elements
        .filter(({ id }) => !exchange.members.includes(id))
        .map(({ id, from, to }) => resistor(names[id], point(from), point(to), resistance[id])),
      ...placed.map(({ name, from, to, resistance: value }) =>
        resistor(name, point(from), to === null ? centre : point(to), value),
      ),
    ],
    sketch: {
      labels: {
        ...Object.fromEntries(wiring.nodes.map((node, i) => [point(i), node.label])),
        [centre]: unusedLabel(wiring),
      },
    },
  }
  const rewired = wire(next)
  const again = reduce(rewired, order, begin)
  const numbersNext: Numbers<N> = {
    ...numbers,
    reduction: again,
    resistance: resistances(again, leafResistances(next, rewired, arithmetic), arithmetic),
    equivalent: null,
  }
  return [
    { ...stage, exchange, placed },
    { network: next, wiring: rewired, numbers: numbersNext, exchange: null, placed: [] },
  ]
}

function unusedLabel(wiring: Wiring): string {
  const used = new Set(wiring.nodes.map(({ label }) => label))
  let count = 0
  while (used.has(count === 0 ? 'N' : `N${count}`)) count++
  return count === 0 ? 'N' : `N${count}`
}

/** Sheets with more elements are not searched for the exchange after which nothing more has to be exchanged. */
const searched = 60

/** The first exchange of three after which series and parallel are enough; else the wye with the fewest legs. */
function bestExchange(sheet: Sheet, wiring: Wiring, offered: readonly Exchange[]): Exchange {
  const three = sheet.elements.length > searched ? [] : offered.filter(({ members }) => members.length === 3)
  const enough = three.find((exchange) => reducesAfter(sheet, wiring, exchange))
  const wye = offered.find(({ kind }) => kind === 'wye')
  if (!wye) throw new Error('a bridge has a node inside')
  return enough ?? wye
}

function reducesAfter(sheet: Sheet, wiring: Wiring, { kind, members, corners }: Exchange): boolean {
  const kept = sheet.elements.filter(({ id }) => !members.includes(id))
  const centre = wiring.nodes.length
  const put =
    kind === 'delta'
      ? corners.map((corner) => [corner, centre])
      : corners.map((corner, i) => [corner, corners[(i + 1) % 3]])
  const edges = [...kept.map(({ from, to }) => [from, to]), ...put]
  const from = edges.map(([a]) => a)
  const to = edges.map(([, b]) => b)
  const place = [...wiring.place, centre]
  return growForest({ nodes: centre + 1, from, to, start: sheet.start, finish: sheet.finish, place }).roots.length === 1
}

/** The supply from the last stage, and the values of every stage from those of the one after it. */
function carryBack<N>(stages: readonly Stage<N>[], arithmetic: Arithmetic<N>): FoundBeyond<N> {
  const last = stages[stages.length - 1]
  const { network, wiring } = stages[0]
  const { multiply, divide, isZero, squareRoot, write } = arithmetic
  const equivalent = last.numbers.resistance[last.numbers.reduction.left[0]]
  const valued = (values: (stage: Stage<N>, i: number) => Partial<Numbers<N>>): FoundBeyond<N> => ({
    ok: true,
    stages: stages.map((stage, i) => ({ ...stage, numbers: { ...stage.numbers, equivalent, ...values(stage, i) } })),
  })
  const source = network.parts[wiring.supply]
  if (source.kind === 'terminals' || isZero(equivalent)) return valued(() => ({}))

  const known = knownOf(network)
  if (!known) throw new Error('a source without voltage or known quantity does not pass the door')
  const value = arithmetic.from(known.value)
  const ofSource = known.part === source.name
  // What is known inside a bridge is compared with what one volt would give there: everything is in proportion.
  const one = arithmetic.from({ value: 1, exact: '1' })
  const supply = supplyOfWhole(ofSource ? known.quantity : 'voltage', ofSource ? value : one, equivalent, arithmetic)
  const starts: Start<N>[][] = []
  const expansions = stages.map((stage) => expand(stage.numbers.reduction, stage.numbers.resistance, [], arithmetic))
  for (let i = stages.length - 1; i >= 0; i--) {
    const { reduction, resistance } = stages[i].numbers
    starts[i] = i === stages.length - 1 ? wholeOf(reduction, supply) : startsFrom(i)
    expansions[i] = expand(reduction, resistance, starts[i], arithmetic)
  }
  if (ofSource) return valued((_, i) => ({ supply, expansion: expansions[i] }))

  const leaf = stages[0].numbers.reduction.leaves.findIndex((part) => network.parts[part].name === known.part)
  const there = leaf < 0 ? null : expansions[0][known.quantity][leaf]
  if (there === null || isZero(there)) {
    const message = `${known.part} carries no current whatever the source gives, so the supply cannot be found from it`
    return { ok: false, problem: { part: known.part, field: 'known', message } }
  }
  const ratio = divide(
    value,
    arithmetic.compare(there, arithmetic.zero) < 0 ? arithmetic.subtract(arithmetic.zero, there) : there,
  )
  const factor = known.quantity === 'power' ? squareRoot(ratio) : ratio
  const scaled = (n: N) => write(multiply(n, factor))
  const twice = (n: N) => write(multiply(multiply(n, factor), factor))
  return valued((_, i) => ({
    supply: {
      voltage: scaled(supply.voltage),
      current: scaled(supply.current),
      power: twice(supply.power),
    } as Supply<N>,
    expansion: {
      voltage: expansions[i].voltage.map(scaled),
      current: expansions[i].current.map((I) => I && scaled(I)),
      power: expansions[i].power.map(twice),
    },
  }))

  /** What the elements on the last sheet of a stage carry, from the parts of the next. */
  function startsFrom(i: number): Start<N>[] {
    const { exchange, placed, numbers, wiring: here } = stages[i]
    const next = stages[i + 1]
    if (!exchange) throw new Error('every stage but the last ends with an exchange')
    const values = partValues(next.network, next.wiring, next.numbers.reduction, expansions[i + 1], supply, arithmetic)
    const of = (part: number) => ({ voltage: values.voltage[part] ?? arithmetic.zero, current: values.current[part] })
    // The parts of the next stage: the source, what was kept in the order of the sheet, what was put in place.
    const kept = sheetAt(numbers.reduction, here, numbers.reduction.steps.length).elements.filter(
      ({ id }) => !exchange.members.includes(id),
    )
    const found = new Map(kept.map(({ id }, k) => [id, of(1 + k)]))
    const R = exchange.members.map((member) => numbers.resistance[member])
    const before = valuesBefore(
      exchange,
      R,
      placed,
      placed.map((_, k) => of(1 + kept.length + k)),
      arithmetic,
    )
    exchange.members.forEach((member, k) => {
      const along = numbers.reduction.from[member] === exchange.corners[k]
      const { voltage, current } = before[k]
      const turn = (n: N) => (along ? n : arithmetic.subtract(arithmetic.zero, n))
      found.set(member, { voltage: turn(voltage), current: current === null ? null : turn(current) })
    })
    return [...found].map(([element, values]) => ({ element, ...values }))
  }
}
