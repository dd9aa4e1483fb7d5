import { exactText, quantityText, unitOf, type Amount, type ShownUnit, type Unit } from '../../number'
import { readNetwork, type Network } from '../../network'
import type { FirstChoice, NamesOf, Naming, Order } from '../../structure'
import { formulaText } from '../explain'
import {
  amountAt,
  explainInLetters,
  workOut,
  type ArithmeticName,
  type Outcome,
  type Refusal,
  type Worksheet,
} from '../worked'
import type { Analysis, Value } from './format'

export interface AnalyseOptions {
  /** Exact up to 200 parts and a bounded cost, float above, unless told otherwise. */
  readonly arithmetic?: ArithmeticName
  /** `single` unless told otherwise. */
  readonly order?: Order
  /** `deepest` unless told otherwise. */
  readonly begin?: FirstChoice
  /** How equivalents are named: by their members unless told otherwise. */
  readonly names?: NamesOf
  /** How nodes are labelled: numbers unless told otherwise. */
  readonly nodes?: Naming
}

/**
 * The whole way in one call: from a network document to its analysis, the open format `nodrel-analysis`.
 *
 * @param document any value, as {@link readNetwork} takes it
 * @param options number system, order of steps, names; exact and `single` unless told otherwise
 * @returns plain JSON data, values in SI base units with a text for people and the exact fraction; or what is wrong. It never throws.
 */
export function analyse(document: unknown, options: AnalyseOptions = {}): Analysis | Refusal {
  const read = readNetwork(document)
  return read.ok ? analyseNetwork(read.network, options) : { status: 'refused', problems: read.problems }
}

/** {@link analyse} for a network that has been read. */
export function analyseNetwork(
  network: Network,
  { arithmetic, nodes, order, begin, names }: AnalyseOptions = {},
): Analysis | Refusal {
  const worksheet = workOut(network, { arithmetic, nodes, choices: { order, begin, names } })
  return 'status' in worksheet ? worksheet : analysisOf(worksheet)
}

/** What came out of a worksheet, as the open format has it. */
export function analysisOf(worksheet: Worksheet): Analysis {
  const { outcome, elements, stages, wiring, arithmetic } = worksheet
  const { status, equivalent, supply, parts, nodes, checks, findings, residue } = outcome
  const { order, steps } = worksheet.reduction
  const [{ from, to }] = stages
  const isExact = arithmetic === 'exact'
  // Where resistors have no value yet, there are no numbers.
  const isOpen = status === 'structure' || worksheet.derivation.lines.some((line) => line.isOpen)
  const optional = (amount: Amount | null, unit: Unit) => (isOpen ? null : amount && valueOf(amount, unit, isExact))
  const valued = ({ voltage, current, power }: Outcome['supply']) => ({
    voltage: optional(voltage, 'V'),
    current: optional(current, 'A'),
    power: optional(power, 'W'),
  })
  const label = (node: number) => wiring.nodes[node].label
  return {
    format: 'nodrel-analysis',
    version: 1,
    status,
    arithmetic,
    order,
    equivalent: optional(equivalent, 'Ω'),
    supply: valued(supply),
    parts: parts.map((part) => ({ ...part, resistance: optional(part.resistance, 'Ω'), ...valued(part) })),
    nodes: nodes.map((node) => ({ ...node, potential: optional(node.potential, 'V') })),
    steps: steps.map(({ kind, members, result, round }) => ({
      kind,
      members: members.map((id) => elements[id].name),
      result: elements[result].name,
      between: [label(from[result]), label(to[result])],
      resistance: optional(amountAt(worksheet, 'resistance', result), 'Ω'),
      ...(isOpen && { formula: inLetters(worksheet, result) }),
      round,
    })),
    ...(outcome.meters.length > 0 && {
      meters: outcome.meters.map((meter) => ({ ...meter, value: optional(meter.value, unitOf[meter.quantity]) })),
    }),
    checks: checks.map(({ law, at, sum, expected, holds }) => ({
      law,
      at,
      sum: valueOf(sum, unitOf[law], isExact),
      expected: valueOf(expected, unitOf[law], isExact),
      holds,
    })),
    findings,
    ...(residue.length > 0 && { residue }),
  }
}

/** How an equivalent is worked out, in letters. */
function inLetters(worksheet: Worksheet, element: number): string {
  return formulaText(explainInLetters(worksheet, worksheet.derivation.found.resistance[element] as number))
}

/** An amount as the format has it: with the exact fraction only where the whole analysis is exact. */
export function valueOf(amount: Amount, unit: ShownUnit, isExact: boolean): Value {
  const exact = isExact ? exactText(amount) : undefined
  return {
    value: amount.value,
    ...(exact !== undefined && { [amount.exact?.root === 1n || amount.value === 0 ? 'exact' : 'root']: exact }),
    text: quantityText(amount, unit),
  }
}
