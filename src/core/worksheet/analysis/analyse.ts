import { quantityText, unitOf, type Amount, type Unit, readQuantity } from '../../number'
import { readNetwork, type Network, type NetworkDocument, type PartDocument } from '../../network'
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
import { valueOf, type Analysis } from './format'

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

/** What is different between two states of a network, in short lines, the parts first; none where they are the same. */
export function differencesOf(before: NetworkDocument, after: NetworkDocument): string[] {
  const old = new Map(before.parts.map((part) => [part.name, part]))
  const now = new Map(after.parts.map((part) => [part.name, part]))
  const said: string[] = []
  for (const part of after.parts) {
    const was = old.get(part.name)
    if (!was) said.push(`${named(part)} added`)
    else said.push(...partDifferences(was, part))
  }
  for (const part of before.parts) if (!now.has(part.name)) said.push(`${named(part)} removed`)
  const text = (value: unknown) => JSON.stringify(value ?? null)
  if (text(before.known) !== text(after.known)) said.push('what is known changed')
  if (text(before.reference) !== text(after.reference)) said.push('the 0 V point changed')
  if ((before.title ?? '') !== (after.title ?? '')) said.push(`title “${before.title ?? ''}” → “${after.title ?? ''}”`)
  if ((before.notes ?? '') !== (after.notes ?? '')) said.push('notes changed')
  if (text(before.tags) !== text(after.tags)) said.push('tags changed')
  if (text(before.worksheet) !== text(after.worksheet)) said.push('method changed')
  if (text(before.report) !== text(after.report)) said.push('its report changed')
  if (text(before.sketch) !== text(after.sketch) && said.length === 0) said.push('drawing changed')
  return [...said, ...resultDifferences(before, after)]
}

function named(part: PartDocument): string {
  const value = valueText(part)
  return value === '' ? part.name : `${part.name} ${value}`
}

function partDifferences(was: PartDocument, is: PartDocument): string[] {
  if (was.kind !== is.kind) return [`${is.name}: ${was.kind} → ${is.kind}`]
  const [before, after] = [valueText(was), valueText(is)]
  const value = before === after ? [] : [`${is.name} ${before || 'without a value'} → ${after || 'without a value'}`]
  const isMoved = was.from !== is.from || was.to !== is.to
  const notes = (['tolerance', 'rating'] as const).filter(
    (field) => String(was[field] ?? '') !== String(is[field] ?? ''),
  )
  return [
    ...value,
    ...(isMoved ? [`${is.name} connected to other points`] : []),
    ...notes.map((field) => `${is.name} ${field} ${was[field] ?? '–'} → ${is[field] ?? '–'}`),
  ]
}

/** A part's value as it is shown; as it was typed where it makes no sense. */
function valueText(part: PartDocument): string {
  const [typed, unit]: readonly [string | number | undefined, Unit] =
    part.kind === 'resistor' ? [part.resistance, 'Ω'] : [part.kind === 'source' ? part.voltage : undefined, 'V']
  if (typed === undefined) return ''
  const read = readQuantity(typed, unit)
  return read.ok ? quantityText({ value: read.value }, unit, 6) : String(typed)
}

/** What comes out otherwise: the equivalent resistance, the total current. */
function resultDifferences(before: NetworkDocument, after: NetworkDocument): string[] {
  const [was, is] = [resultsOf(before), resultsOf(after)]
  return (['Req', 'I'] as const).flatMap((name) => {
    const [a, b] = [was[name], is[name]]
    return a === b ? [] : [`${name} ${a ?? 'unknown'} → ${b ?? 'unknown'}`]
  })
}

function resultsOf(document: NetworkDocument): { readonly Req: string | null; readonly I: string | null } {
  const result = analyse(document)
  if (result.status === 'refused') return { Req: null, I: null }
  const text = (amount: Amount | null, unit: Unit) => amount && quantityText({ value: amount.value }, unit, 4)
  return { Req: text(asAmount(result.equivalent), 'Ω'), I: text(asAmount(result.supply.current), 'A') }
}

function asAmount(value: { readonly value: number } | null): Amount | null {
  return value && { value: value.value }
}
