import { exact, float, rounded, type Arithmetic } from './arithmetic'
import { checks } from './checks'
import { partValues, potentials } from './expansion'
import type { Explained } from './explain'
import { knownOf, readNetwork, type Network, type Problem } from './network'
import { wire, type Finding, type Naming, type Wiring } from './nodes'
import { quantityText, unitOf, type Amount, type Unit } from './quantity'
import { nameElements, sheetAt, stoppers, type Order, type Reduction } from './reduction'
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
  /** Exact up to 200 parts, float above, unless told otherwise. */
  readonly arithmetic?: ArithmeticName
  /** `single` unless told otherwise. */
  readonly order?: Order
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
  return worked.ok ? worked.analysis : { status: 'refused', problems: worked.problems }
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

/** Works a network out; refused only where the known quantity contradicts the network. */
export function work(
  network: Network,
  options: AnalyseOptions,
): Work | { readonly ok: false; readonly problems: readonly Problem[] } {
  return withArithmetic(network, options, (arithmetic, tolerance) => {
    const wiring = wire(network, options.nodes)
    const solved = solve(network, wiring, arithmetic, options.order ?? 'single')
    if (!solved.ok) return { ok: false, problems: [solved.problem] }
    const { numbers } = solved
    const amountOf = amountWriter(arithmetic)
    const elements = explained(network, numbers, amountOf)
    const analysis = describe(network, wiring, numbers, elements, arithmetic, tolerance, amountOf)
    return { ok: true, analysis, wiring, reduction: numbers.reduction, elements }
  })
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
  amountOf: AmountWriter<N>,
): Explained[] {
  const names = nameElements(
    reduction,
    network.parts.map(({ name }) => name),
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

/** Calls `work` with the chosen number system, and how far its checks may be off per step of work. */
export function withArithmetic<T>(
  network: Network,
  { arithmetic: name = network.parts.length <= exactUpTo ? 'exact' : 'float' }: AnalyseOptions,
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
    known && reduction.left.length === 1
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
