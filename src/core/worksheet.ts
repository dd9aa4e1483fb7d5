import { withArithmetic, work, type AnalyseOptions, type Refusal, type Work } from './analyse'
import { stretch, type Aside, type Label, type Picture, type Supply } from './drawing'
import { waysTo } from './expansion'
import {
  explainExpansion,
  explainOutward,
  explainStep,
  explainSupply,
  explainVerdict,
  explainWay,
  type Explained,
  type ExpansionExplanation,
  type Formula,
  type Sentence,
  type StepExplanation,
  type WayExplanation,
} from './explain'
import { knownOf, type Network } from './network'
import { shownText, type Amount, type Figures } from './quantity'
import { judge, sheetAt, type Verdict } from './reduction'

/** Everything the worked valley shows, as plain data: the analysis, and what its sheets are drawn and explained from. */
export interface Worksheet extends Work {
  readonly network: Network
  readonly options: AnalyseOptions
}

/** Works a network out for the valley; refused only where the known quantity contradicts the network. */
export function workOut(network: Network, options: AnalyseOptions = {}): Worksheet | Refusal {
  const worked = work(network, options)
  return worked.ok ? { network, options, ...worked } : { status: 'refused', problems: worked.problems }
}

/** Which values stand at the parts: their resistance on the way down, voltage and current on the way up. */
export type Side = 'reduce' | 'expand'

/** What a drawing writes at a part or equivalent. */
interface Shown {
  readonly name: string
  readonly resistance: Amount | null
  readonly voltage: Amount | null
  readonly current: Amount | null
}

/** Whether a sheet is a line from + to −, or closes the loop with the source at the left. */
export type Form = 'line' | 'loop'

/** Draws the sheet after so many steps. Parts that carry nothing stand on sheet 0 alone. */
export function drawSheet(
  worksheet: Worksheet,
  steps: number,
  side: Side,
  figures: Figures,
  form: Form = 'line',
): Picture {
  const { elements, network, wiring, analysis } = worksheet
  const label = ({ name, resistance, voltage, current }: Shown): Label => ({
    name,
    lines:
      side === 'reduce'
        ? [shownText(resistance, 'Ω', figures)]
        : [shownText(voltage, 'V', figures), shownText(current, 'A', figures)],
  })
  const aside = network.parts.flatMap((part, i): Aside[] =>
    steps > 0 || part.kind !== 'resistor' || wiring.idle[i] === null
      ? []
      : [{ label: label(analysis.parts[i]), from: wiring.from[i], to: wiring.to[i] }],
  )
  const { name, kind } = network.parts[wiring.supply]
  const { voltage, current } = analysis.supply
  const closedBy: Supply | null =
    form === 'line'
      ? null
      : {
          kind: kind === 'source' ? 'source' : 'terminals',
          label: {
            name,
            lines: [shownText(voltage, 'V', figures), ...(side === 'expand' ? [shownText(current, 'A', figures)] : [])],
          },
        }
  return stretch(
    sheetAt(worksheet.reduction, wiring, steps),
    wiring.place,
    (id) => label(elements[id]),
    aside,
    closedBy,
  )
}

/** Step number `step` in words and arithmetic. */
export function explainRowDown(worksheet: Worksheet, step: number): StepExplanation {
  const { reduction, elements, wiring } = worksheet
  const { kind, members, result } = reduction.steps[step]
  const nodes =
    kind === 'series'
      ? members.slice(1).map((member) => reduction.from[member])
      : [reduction.from[result], reduction.to[result]]
  return explainStep(
    kind,
    members.map((member) => elements[member]),
    elements[result],
    nodes.map((node) => wiring.nodes[node].label),
  )
}

/** How undoing step number `step` gives its members their values; null where there is no supply to carry back. */
export function explainRowUp({ reduction, elements }: Worksheet, step: number): ExpansionExplanation | null {
  const { kind, members, result } = reduction.steps[step]
  if (elements[result].voltage === null) return null
  return explainExpansion(
    kind,
    members.map((member) => elements[member]),
    elements[result],
  )
}

/** The supply's formulas at the floor of the valley; none where there is no supply. */
export function explainFloor({ network, wiring, reduction, elements }: Worksheet): Formula[] {
  const [whole] = reduction.left
  if (reduction.left.length !== 1) return []
  const known = knownOf(network)
  const given = known?.part === network.parts[wiring.supply].name ? known.quantity : null
  return explainSupply(elements[whole], given)
}

/** How the supply was found from what is known of a resistor; none where it is known of the source itself. */
export function explainKnown({ network, wiring, reduction, elements }: Worksheet): WayExplanation[] {
  const { known } = network
  if (!known || known.part === network.parts[wiring.supply].name || reduction.left.length !== 1) return []
  const start = reduction.leaves.findIndex((part) => network.parts[part].name === known.part)
  const onward: { kind: 'series' | 'parallel'; whole: Explained }[] = []
  for (let result = reduction.into[start]; result >= 0; result = reduction.into[result]) {
    onward.push({ kind: reduction.steps[result - reduction.leaves.length].kind, whole: elements[result] })
  }
  return explainOutward({ quantity: known.quantity, at: elements[start] }, onward)
}

/** Series, parallel or neither, for elements of the sheet after so many steps, with the reason in sentences. */
export function judgeOn(
  worksheet: Worksheet,
  steps: number,
  chosen: readonly number[],
): { verdict: Verdict; sentences: Sentence[] } {
  const verdict = judge(sheetAt(worksheet.reduction, worksheet.wiring, steps), chosen)
  const { elements, wiring } = worksheet
  return {
    verdict,
    sentences: explainVerdict(
      verdict,
      (id) => elements[id].name,
      (node) => wiring.nodes[node].label,
    ),
  }
}

export type ExpandedQuantity = 'voltage' | 'current' | 'power'

/** Every way to a value of an element, each with its formula, the one shown in the valley first. */
export function explainWays(worksheet: Worksheet, id: number, quantity: ExpandedQuantity): WayExplanation[] {
  return waysOfAll(worksheet, [{ id, quantity }])[0]
}

/** {@link explainWays} for many values at once. */
export function waysOfAll(
  worksheet: Worksheet,
  wanted: readonly { id: number; quantity: ExpandedQuantity }[],
): WayExplanation[][] {
  const { network, options, elements, reduction } = worksheet
  if (!worksheet.analysis.supply.current) return wanted.map(() => [])
  return withArithmetic(network, options, (arithmetic) => {
    const numbers = <K extends 'resistance' | ExpandedQuantity>(which: K) =>
      elements.map(({ [which]: amount }) => (amount === null ? null : arithmetic.from(amount)))
    const sure = (which: 'resistance' | 'voltage' | 'power') =>
      numbers(which).map((number) => number ?? arithmetic.zero)
    const values = {
      resistance: sure('resistance'),
      voltage: sure('voltage'),
      current: numbers('current'),
      power: sure('power'),
    }
    type Number = (typeof values.voltage)[number]
    const amountOf = (found: Number, own: Number | null, written: Amount | null) =>
      found === own && written ? written : arithmetic.toAmount(found)
    return wanted.map(({ id, quantity }) =>
      waysTo(quantity, id, reduction, values, arithmetic).map((way) =>
        explainWay(
          quantity,
          id,
          way,
          amountOf(way.value, values[quantity][id], elements[id][quantity]),
          (other) => elements[other],
        ),
      ),
    )
  })
}
