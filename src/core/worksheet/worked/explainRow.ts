import { type Amount, type Unit } from '../../number'
import { exchangeText, judge, offeredExchanges, sheetOf, type Step, type Verdict } from '../../structure'
import { isUndefined as isUndefinedLine, type RowBlock, type Row } from '../derivation'
import { amount, explainVerdict, sentence, sign, sum, type Formula, type Sentence } from '../explain'
import { methods, methodsFor, sharedIn, type Method } from '../method'
import { symbolOf, surroundings } from './explainLine'
import { amountAt, type Worksheet } from './worksheet'

export type Side = 'reduce' | 'expand'

/** What a block of a row is, and why; null where nothing is said. */
export interface BlockWords {
  readonly title: Sentence
  readonly reason: Sentence | null
}

/**
 * What is done in a block of a row, and why it may be done, in words.
 *
 * @param side `reduce` on the way down, `expand` on the way back
 * @returns a title and a reason (null where none is needed); null for a block that says nothing
 */
export function explainBlock(worksheet: Worksheet, row: Row, { step, lines }: RowBlock, side: Side): BlockWords | null {
  const { elements, stages, asked } = worksheet
  const stage = stages[row.stage]
  const names = (ids: readonly number[]) => ids.map((id) => elements[id].name)
  if (row.kind === 'exchange') return explainExchange(worksheet, row, side)
  if (row.kind !== 'sheet') return null
  if (side === 'expand') {
    if (step === null) return lines.length > 0 ? { title: sentence('only-asked'), reason: null } : null
    const { kind, members } = elements[step].made as Step
    const isUndefined = members.some((id) => isUndefinedCurrent(worksheet, id))
    const carries = sentence(kind === 'series' ? 'current-carries' : 'voltage-carries', { from: elements[step].name })
    return { title: isUndefined ? sentence('undefined-split') : carries, reason: null }
  }
  if (step === null) {
    if (stage.left.length > 1) return { title: sentence('stops-here'), reason: null }
    if (asked && elements[stage.left[0]]?.made) return { title: sentence('enough'), reason: sentence('enough-here') }
    return { title: sentence('one-resistor'), reason: null }
  }
  const { kind, members, result } = elements[step].made as Step
  const label = (node: number) => stage.wiring.nodes[node].label
  const nodes =
    kind === 'series'
      ? members.slice(1).map((id) => label(stage.from[id]))
      : [label(stage.from[result]), label(stage.to[result])]
  return {
    title: sentence(kind === 'series' ? 'in-series' : 'in-parallel', { members: names(members) }),
    reason:
      kind === 'series'
        ? sentence(nodes.length === 1 ? 'why-series-one' : 'why-series', { nodes })
        : sentence('why-parallel', { nodes }),
  }
}

function isUndefinedCurrent({ derivation }: Worksheet, id: number): boolean {
  const line = derivation.found.current[id]
  return line !== undefined && isUndefinedLine(derivation.lines[line])
}

function explainExchange({ elements, stages, nodeLabels }: Worksheet, row: Row, side: Side): BlockWords | null {
  const { exchange } = stages[row.stage]
  if (!exchange) return null
  const { kind, members, corners } = exchange
  if (side === 'expand')
    return { title: sentence(kind === 'delta' ? 'exchange-back-delta' : 'exchange-back-wye'), reason: null }
  const code = kind === 'delta' ? 'exchange-delta' : members.length === 3 ? 'exchange-wye' : 'exchange-star'
  return {
    title: sentence(code, { members: members.map((id) => elements[id].name) }),
    reason: sentence(kind === 'delta' ? 'why-exchange-delta' : 'why-exchange-wye', {
      nodes: corners.map((node) => nodeLabels[node]),
    }),
  }
}

/** What is exchanged at a row's bridge as a document keeps it, and everything that can be. */
export function exchangesAt({ elements, stages }: Worksheet, row: Row): { chosen: string; offered: readonly string[] } {
  const stage = stages[row.stage]
  const text = (it: Parameters<typeof exchangeText>[0]) => exchangeText(it, { elements })
  return { chosen: stage.exchange ? text(stage.exchange) : '', offered: offeredExchanges(stage).map(text) }
}

/** Values that must add to a total; where they do not quite, since they were rounded, what they add to as well. */
export function explainCheck(worksheet: Worksheet, step: number): Formula | null {
  const { kind, members, result } = worksheet.elements[step].made as Step
  const found = sharedIn(kind) === 'current' ? 'voltage' : 'current'
  const unit: Unit = found === 'voltage' ? 'V' : 'A'
  const parts = members.map((id) => amountAt(worksheet, found, id))
  const total = amountAt(worksheet, found, result)
  const isNamed = found === 'current' && worksheet.currents !== null
  const letter = (of: number) => symbolOf(worksheet, { quantity: found, of }, false)
  // The current law by the names of the branches: I0 = I1 + I2.
  const law = () => [
    letter(result),
    sign('='),
    ...members.flatMap((id, i) => (i > 0 ? [sign('+'), letter(id)] : [letter(id)])),
  ]
  const isUndefinedAt = (id: number) => {
    const line = worksheet.derivation.found[found][id]
    return line === undefined || isUndefinedLine(worksheet.derivation.lines[line])
  }
  if ([result, ...members].some(isUndefinedAt)) return null
  if (total === null || parts.some((part) => part === null)) return law()
  const shown = parts as Amount[]
  const added = shown.reduce((all, part) => all + part.value, 0)
  const off = Math.abs(added - total.value) > 1e-9 * Math.abs(total.value)
  return [
    ...(isNamed ? [...law(), sign('=')] : []),
    sum(shown, unit),
    sign('='),
    ...(off ? [{ token: 'amount', amount: { value: added }, unit, full: true } as const, sign('≈')] : []),
    amount(total, unit),
  ]
}

/** The ways in which a parallel step can be worked out, and the one that is taken; none in series or beside 0 Ω. */
export function parallelWays(worksheet: Worksheet, step: number): { ways: readonly string[]; way: string | null } {
  const { found, lines, numbers } = worksheet.derivation
  const line = found.resistance[step]
  if (line === undefined || worksheet.elements[step].made?.kind !== 'parallel') return { ways: [], way: null }
  const { around, arithmetic } = surroundings(worksheet)
  const ways = methodsFor('resistance', step, around).flatMap(({ method, needs }) => {
    const values = needs[0].map(([, id]) => numbers[found.resistance[id] as number])
    const suits = method.suits === undefined || (!values.includes(null) && method.suits(values, arithmetic))
    return method.choice !== undefined && suits ? [method.choice] : []
  })
  const taken: Method = methods[lines[line].method]
  return { ways, way: taken.choice ?? null }
}

/** Series, parallel or neither, for elements of a row's sheet, with the reason in sentences. */
export function judgeOn(
  { elements, stages }: Worksheet,
  row: Row,
  chosen: readonly number[],
): { verdict: Verdict; sentences: Sentence[] } {
  const stage = stages[row.stage]
  const verdict = judge(sheetOf(stage, row.sheet), chosen)
  return {
    verdict,
    sentences: explainVerdict(
      verdict,
      (id) => elements[id].name,
      (node) => stage.wiring.nodes[node].label,
    ),
  }
}
