import { exact, float, rounded, type Arithmetic } from './arithmetic'
import { checks } from './checks'
import { exchangeText, solveBeyond, type Stage } from './beyond'
import { partValues, potentials, type Taste } from './expansion'
import type { Explained } from './explain'
import { knownOf, readNetwork, type Network, type Problem } from './network'
import { wire, type Finding, type Naming, type Wiring } from './nodes'
import { quantityText, unitOf, type Amount, type Unit } from './quantity'
import {
  nameElements,
  reduce,
  sheetAt,
  stoppers,
  type Begin,
  type NamesOf,
  type Order,
  type Reduction,
} from './reduction'
import { reductionFindings, solve, type Numbers, type Status } from './solve'

/** A quantity of the analysis: in SI base units, with a text for people, and the exact fraction when there is one. */
export interface Value extends Amount {
  readonly text: string
}

export interface AnalysedPart {
  readonly name: string
  readonly kind: string
  readonly resistance: Value | null
  readonly voltage: Value | null
  readonly current: Value | null
  readonly power: Value | null
}

/** The analysis of a network; see `public/schema/analysis.schema.json`. */
export interface Analysis {
  readonly format: 'nodrel-analysis'
  readonly version: 1
  readonly status: Status
  /** Number system and order of this analysis. */
  readonly arithmetic: string
  readonly order: Order
  readonly equivalent: Value | null
  readonly supply: { readonly voltage: Value | null; readonly current: Value | null; readonly power: Value | null }
  readonly parts: readonly AnalysedPart[]
  readonly nodes: readonly {
    readonly label: string
    readonly points: readonly string[]
    readonly potential: Value | null
  }[]
  readonly steps: readonly {
    readonly kind: 'series' | 'parallel'
    readonly members: readonly string[]
    readonly result: string
    readonly between: readonly [string, string]
    readonly resistance: Value
    readonly round: number
  }[]
  readonly checks: readonly {
    readonly law: string
    readonly at: string
    readonly sum: Value
    readonly expected: Value
    readonly holds: boolean
  }[]
  readonly findings: readonly Finding[]
  /** The elements that stop the reduction; only with `not-series-parallel`. */
  readonly residue?: readonly string[]
}

export interface Refusal {
  readonly status: 'refused'
  readonly problems: readonly Problem[]
}

/** `exact`, `float`, or `rounded:N` with N significant figures from 1 to 15. */
export type ArithmeticName = 'exact' | 'float' | `rounded:${number}`

export interface AnalyseOptions {
  /** As {@link affordable} says unless told otherwise. */
  readonly arithmetic?: ArithmeticName
  /** `single` unless told otherwise. */
  readonly order?: Order
  /** `deepest` unless told otherwise. */
  readonly begin?: Begin
  /** How equivalents are named: by their members unless told otherwise. */
  readonly names?: NamesOf
  /** How nodes are labelled: numbers unless told otherwise. */
  readonly nodes?: Naming
}

/** The whole way in one call: a document (parsed from JSON) becomes an analysis, or the list of what is wrong with it. */
export function analyse(document: unknown, options: AnalyseOptions = {}): Analysis | Refusal {
  const read = readNetwork(document)
  return read.ok ? analyseNetwork(read.network, options) : { status: 'refused', problems: read.problems }
}

/** {@link analyse} for a network that has passed the door. */
export function analyseNetwork(network: Network, options: AnalyseOptions = {}): Analysis | Refusal {
  const worked = work(network, options)
  if (!worked.ok) return { status: 'refused', problems: worked.problems }
  return worked.analysis.arithmetic.startsWith('rounded') ? asFormat(worked.analysis) : worked.analysis
}

/** The analysis as its open format has it: what a screen also knows, which values were rounded, is not part of that. */
function asFormat(analysis: Analysis): Analysis {
  return JSON.parse(
    JSON.stringify(analysis, (key, value: unknown) => (key === 'rounded' ? undefined : value)),
  ) as Analysis
}

/** An analysis with what it was made from. */
export interface Work {
  readonly ok: true
  readonly analysis: Analysis
  readonly wiring: Wiring
  readonly reduction: Reduction
  /** Every resistor and equivalent by element id. */
  readonly elements: readonly Explained[]
}

/** What was exchanged at a bridge, by name; `text` as it is kept in a document. */
export interface DoneExchange {
  readonly kind: 'delta' | 'wye'
  readonly text: string
  readonly members: readonly number[]
  /** Node labels; of a delta in the order of its members' first ends, of a wye in the order of its members. */
  readonly corners: readonly string[]
  /** What took their place, in the next stage; `pair` names the members it is worked out from, by position. */
  readonly placed: readonly {
    readonly pair: readonly [number, number]
    readonly name: string
    readonly from: string
    readonly to: string
    readonly resistance: Amount
  }[]
}

/** The work beyond a bridge: each exchange, and the network that it leads to. */
export interface BeyondStage {
  readonly exchange: DoneExchange
  readonly network: Network
  readonly work: Work
}

/** What a worksheet needs beside an analysis. */
export interface WorkChoices {
  /** How the person finds the voltage or current of an element, where not by Ohm's law. */
  readonly taste?: (reduction: Reduction) => (element: number) => Taste
  /** The steps in an order of their own. */
  readonly arrange?: (reduction: Reduction) => Reduction
  /** Goes on at bridges, with the exchanges that the person wants; stops there if absent. */
  readonly beyond?: readonly string[]
}

/** Works a network out; refused only where the known quantity contradicts the network. */
export function work(
  network: Network,
  options: AnalyseOptions,
  { taste, arrange, beyond }: WorkChoices = {},
):
  (Work & { readonly stages: readonly BeyondStage[] }) | { readonly ok: false; readonly problems: readonly Problem[] } {
  return withArithmetic(network, options, (arithmetic, tolerance) => {
    const wiring = wire(network, options.nodes)
    const { order = 'single', begin = 'deepest', names = 'members' } = options
    const plain = reduce(wiring, order, begin)
    const reduction = arrange?.(plain) ?? plain
    const solved = solve(network, wiring, reduction, arithmetic, taste?.(reduction))
    if (!solved.ok) return { ok: false, problems: [solved.problem] }
    const amountOf = amountWriter(arithmetic)
    const workOf = ({
      network: own,
      wiring: wired,
      numbers,
    }: Pick<Stage<ReturnType<typeof arithmetic.from>>, 'network' | 'wiring' | 'numbers'>): Work => {
      const elements = explained(own, numbers, names, amountOf)
      const analysis = describe(own, wired, numbers, elements, arithmetic, tolerance, amountOf)
      return { ok: true, analysis, wiring: wired, reduction: numbers.reduction, elements }
    }
    if (beyond === undefined || solved.numbers.status !== 'not-series-parallel')
      return { ...workOf({ network, wiring, numbers: solved.numbers }), stages: [] }

    const gone = solveBeyond(network, wiring, solved.numbers, arithmetic, { order, begin, names, wanted: beyond })
    if (!gone.ok) return { ok: false, problems: [gone.problem] }
    const works = gone.stages.map(workOf)
    const stages = works.slice(1).map((next, i) => ({
      exchange: doneExchange(gone.stages[i], works[i], next, amountOf),
      network: gone.stages[i + 1].network,
      work: next,
    }))
    return { ...works[0], stages }
  })
}

function doneExchange<N>(
  { exchange, placed, wiring }: Stage<N>,
  before: Work,
  after: Work,
  amountOf: AmountWriter<N>,
): DoneExchange {
  if (!exchange) throw new Error('every stage but the last ends with an exchange')
  const label = (node: number) => wiring.nodes[node].label
  const names = before.elements.map(({ name }) => name)
  const centre = after.wiring.nodes.find(({ points }) => points.includes('centre'))
  return {
    kind: exchange.kind,
    text: exchangeText(exchange, names),
    members: exchange.members,
    corners: exchange.corners.map(label),
    placed: placed.map(({ name, from, to, pair, resistance }) => ({
      pair,
      name,
      from: label(from),
      to: to === null ? (centre?.label ?? '') : label(to),
      resistance: amountOf(resistance),
    })),
  }
}

type AmountWriter<N> = (n: N) => Amount

/** Writes each number once: most stand in several places, and long fractions take time to write. */
function amountWriter<N>(arithmetic: Arithmetic<N>): AmountWriter<N> {
  const written = new Map<N, Amount>()
  return (n) => {
    let amount = written.get(n)
    if (!amount) written.set(n, (amount = arithmetic.toAmount(n)))
    return amount
  }
}

function explained<N>(
  network: Network,
  { reduction, resistance, expansion }: Numbers<N>,
  naming: NamesOf,
  amountOf: AmountWriter<N>,
): Explained[] {
  const names = nameElements(
    reduction,
    network.parts.map(({ name }) => name),
    naming,
  )
  const optional = (n: N | null | undefined): Amount | null => (n === null || n === undefined ? null : amountOf(n))
  return names.map((name, id) => ({
    name,
    resistance: amountOf(resistance[id]),
    voltage: optional(expansion?.voltage[id]),
    current: optional(expansion?.current[id]),
    power: optional(expansion?.power[id]),
  }))
}

/** The largest network that is worked out exactly unless told otherwise. */
const exactUpTo = 200
/** The largest network that is worked out on paper: beyond it nobody writes it down. */
export const paperUpTo = 2000
/** What exact work may cost unless told otherwise, as {@link exactCost} counts it: about a second. */
const mostExact = 5e8

/**
 * What working a network out exactly costs: parts times the square of the digits of all values, since fractions grow
 * with every value that goes into them. A billion is one to two seconds (measured on ladders and random nestings).
 */
export function exactCost({ parts, known }: Network): number {
  const digits = parts.reduce(
    (sum, part) => (part.kind === 'resistor' ? sum + part.resistance.exact.length : sum),
    known?.value.exact.length ?? 0,
  )
  return parts.length * digits * digits
}

/** The number system that a network is worked out in unless told otherwise: exact up to 200 parts and a bounded cost, float above. */
export function affordable(network: Network): 'exact' | 'float' {
  return network.parts.length <= exactUpTo && exactCost(network) <= mostExact ? 'exact' : 'float'
}

/** Calls `work` with the chosen number system, and how far its checks may be off per step of work. */
export function withArithmetic<T>(
  network: Network,
  { arithmetic: name = affordable(network) }: AnalyseOptions,
  work: <N>(arithmetic: Arithmetic<N>, tolerance: number) => T,
): T {
  if (name === 'exact') return work(exact, 0)
  if (name === 'float') return work(float, 2 ** -50)
  const figures = Number(name.slice('rounded:'.length))
  return work(rounded(figures), 0.5 * 10 ** (1 - figures))
}

function describe<N>(
  network: Network,
  wiring: Wiring,
  numbers: Numbers<N>,
  elements: readonly Explained[],
  arithmetic: Arithmetic<N>,
  tolerance: number,
  amountOf: AmountWriter<N>,
): Analysis {
  const { reduction, supply, expansion } = numbers
  const sure = (n: N, unit: Unit): Value => valueOf(amountOf(n), unit)
  const value = (n: N | null, unit: Unit): Value | null => (n === null ? null : sure(n, unit))
  const names = elements.map(({ name }) => name)
  const label = (node: number) => wiring.nodes[node].label

  const known = supply && expansion ? { supply, expansion } : null
  const parts = known && partValues(network, wiring, reduction, known.expansion, known.supply, arithmetic)
  const potential = parts && potentials(network, wiring, parts.voltage, arithmetic)
  const slack = tolerance * (reduction.steps.length + network.parts.length)
  const compared =
    known && reduction.left.length > 0
      ? checks(wiring, reduction, known.expansion, known.supply, arithmetic, slack)
      : []
  const source = network.parts[wiring.supply]
  const stopping =
    numbers.status === 'not-series-parallel' ? stoppers(sheetAt(reduction, wiring, reduction.steps.length)) : []

  return {
    format: 'nodrel-analysis',
    version: 1,
    status: numbers.status,
    arithmetic: arithmetic.name,
    order: reduction.order,
    equivalent: value(numbers.equivalent, 'Ω'),
    supply: supply
      ? { voltage: value(supply.voltage, 'V'), current: value(supply.current, 'A'), power: value(supply.power, 'W') }
      : givenOfSupply(network, source.name, arithmetic),
    parts: network.parts.map((part, i) => ({
      name: part.name,
      kind: part.kind,
      resistance:
        part.kind === 'resistor'
          ? sure(arithmetic.from(part.resistance), 'Ω')
          : part.kind === 'wire'
            ? sure(arithmetic.zero, 'Ω')
            : null,
      voltage: value(parts?.voltage[i] ?? null, 'V'),
      current: value(parts?.current[i] ?? null, 'A'),
      power: value(parts?.power[i] ?? null, 'W'),
    })),
    nodes: wiring.nodes.map((node, i) => ({
      label: node.label,
      points: node.points,
      potential: value(potential?.[i] ?? null, 'V'),
    })),
    steps: reduction.steps.map(({ kind, members, result, round }) => ({
      kind,
      members: members.map((member) => names[member]),
      result: names[result],
      between: [label(reduction.from[result]), label(reduction.to[result])],
      resistance: sure(numbers.resistance[result], 'Ω'),
      round,
    })),
    checks: compared.map(({ law, at, sum, expected, holds }) => ({
      law,
      at: at === 'supply' ? source.name : 'node' in at ? label(at.node) : names[at.element],
      sum: sure(sum, unitOf[law]),
      expected: sure(expected, unitOf[law]),
      holds,
    })),
    findings: [...wiring.findings, ...reductionFindings(network, wiring, numbers, stopping, arithmetic)],
    ...(stopping.length > 0 && { residue: stopping.map(({ id }) => names[id]) }),
  }
}

/** What the document itself says of the supply, where nothing can be worked out. */
function givenOfSupply<N>(network: Network, source: string, arithmetic: Arithmetic<N>): Analysis['supply'] {
  const nothing = { voltage: null, current: null, power: null }
  const known = knownOf(network)
  if (known?.part !== source) return nothing
  const value = arithmetic.toAmount(arithmetic.from(known.value))
  return { ...nothing, [known.quantity]: valueOf(value, unitOf[known.quantity]) }
}

function valueOf(amount: Amount, unit: Unit): Value {
  return { ...amount, text: quantityText(amount, unit) }
}
