import type { DoneExchange } from './analyse'
import { elementKey, type AskedLine } from './asked'
import { exchangeText } from './beyond'
import { findExchanges } from './exchange'
import type { Quantity } from './expansion'
import {
  explainCarried,
  explainExchanged,
  explainFoundBy,
  explainKnownAt,
  explainOutward,
  explainPlaced,
  explainStep,
  explainSupply,
  explainWay,
  type ExpansionExplanation,
  type Formula,
  type FoundLine,
  type StepExplanation,
  sentence,
  type WayExplanation,
} from './explain'
import { knownOf, schoolChoices, type School } from './network'
import { outwardFrom, sheetAt } from './reduction'
import { leafOf, wayTaken, type Worksheet } from './worksheet'

/** What happens on the way down in a row: the step, and on the way outward the values that climb with it. */
export interface RowDown extends StepExplanation {
  readonly outward: readonly FoundLine[]
}

/** How a document names the choice of way at a step. */
export function stepKey({ reduction, network }: Worksheet, step: number): string {
  return `R ${elementKey(reduction.steps[step].result, reduction, network)}`
}

/** Step number `step` in words and arithmetic. */
export function explainRowDown(worksheet: Worksheet, step: number): RowDown {
  const { reduction, elements, wiring, choices, climbed } = worksheet
  const { kind, members, result } = reduction.steps[step]
  const nodes =
    kind === 'series'
      ? members.slice(1).map((member) => reduction.from[member])
      : [reduction.from[result], reduction.to[result]]
  const isWay = (way: string): way is School['parallel'] => (schoolChoices.parallel as readonly string[]).includes(way)
  const chosen = Object.keys(choices.ways).length > 0 ? choices.ways[stepKey(worksheet, step)] : undefined
  return {
    ...explainStep(
      kind,
      members.map((member) => elements[member]),
      elements[result],
      nodes.map((node) => wiring.nodes[node].label),
      chosen !== undefined && isWay(chosen) ? chosen : choices.parallel,
    ),
    outward: climbed.includes(result) && isShown(worksheet, result) ? outwardLines(worksheet, result) : [],
  }
}

function outwardLines({ reduction, elements }: Worksheet, result: number): FoundLine[] {
  const { kind } = reduction.steps[result - reduction.leaves.length]
  return [
    { element: result, quantity: kind === 'series' ? 'voltage' : 'current', ...explainOutward(kind, elements[result]) },
  ]
}

/** Whether any value of an element is among those that are worked out. */
function isShown({ wanted }: Worksheet, id: number): boolean {
  return wanted === null || wanted.lines.some(({ element }) => element === id)
}

/** How undoing step number `step` gives its members their values; null where there is no supply to carry back. */
export function explainRowUp(worksheet: Worksheet, step: number): ExpansionExplanation | null {
  const { reduction, elements, wanted, climbed } = worksheet
  const { kind, members, result } = reduction.steps[step]
  if (elements[result].voltage === null) return null
  const found = kind === 'series' ? 'voltage' : 'current'
  const carried = explainCarried(
    kind,
    members.map((member) => elements[member]),
    elements[result],
  )
  if (wanted) {
    const lines = wanted.lines.filter(({ element, way }) => members.includes(element) && way.way !== 'outward')
    // What only carries over is said in the title, unless nothing else is.
    const worked = lines.filter(({ way }) => way.way !== 'carried')
    return {
      title: carried.title,
      lines: (worked.length > 0 ? worked : lines).flatMap((line) => askedLine(worksheet, line) ?? []),
      check: null,
    }
  }
  return {
    ...carried,
    lines: members.filter((id) => !climbed.includes(id)).flatMap((id) => foundLine(worksheet, id, found) ?? []),
  }
}

/** How a value of an element is found, by the way the person takes; null where it is undefined. */
function foundLine(worksheet: Worksheet, id: number, quantity: Quantity): FoundLine | null {
  const value = worksheet.elements[id][quantity]
  const way = value === null ? undefined : wayTaken(worksheet, id, quantity)
  if (value === null || way === undefined || way.way === 'carried') return null
  return { element: id, quantity, ...explainWay(quantity, id, way, value, (other) => worksheet.elements[other]) }
}

function askedLine(worksheet: Worksheet, { element, quantity, way }: AskedLine): FoundLine | null {
  const { elements, network, wiring } = worksheet
  const value = elements[element][quantity]
  if (value === null) return null
  switch (way.way) {
    case 'given':
      return null
    case 'outward':
    case 'root':
      return {
        element,
        quantity,
        ...explainFoundBy(quantity, elements[element], way.way === 'root' ? null : elements[way.from]?.name),
      }
    case 'carried':
      if (way.from < 0)
        return { element, quantity, ...explainFoundBy(quantity, elements[element], network.parts[wiring.supply].name) }
      break
  }
  return { element, quantity, ...explainWay(quantity, element, way, value, (id) => elements[id]) }
}

/** The values that are found on the last sheet where reducing stops early, since what was asked for needs no more. */
export function explainLastSheet(worksheet: Worksheet): ExpansionExplanation | null {
  const { reduction, wanted, climbed } = worksheet
  if (!wanted || reduction.left.length === 1) return null
  const lines = wanted.lines.filter(({ element }) => reduction.left.includes(element) && !climbed.includes(element))
  return {
    title: sentence('only-asked'),
    lines: lines.flatMap((line) => askedLine(worksheet, line) ?? []),
    check: null,
  }
}

/** The power of every resistor, each by the formula that the person takes. */
export function explainPowers(worksheet: Worksheet): FoundLine[] {
  if (worksheet.wanted || !worksheet.analysis.supply.current) return []
  return worksheet.reduction.leaves.flatMap((_, leaf) => foundLine(worksheet, leaf, 'power') ?? [])
}

/** The supply's formulas at the floor of the valley; none where there is no supply. */
export function explainFloor(worksheet: Worksheet): Formula[] {
  const { network, wiring, reduction, elements, choices, wanted } = worksheet
  const [whole] = reduction.left
  if (reduction.left.length !== 1) return []
  const known = knownOf(network)
  const given = known?.part === network.parts[wiring.supply].name ? known.quantity : null
  const lines = explainSupply(elements[whole], given, choices.letter)
  if (!wanted) return lines
  const asked = wanted.lines.filter(({ element, way }) => element === whole && way.way !== 'given')
  return lines.filter((line) =>
    asked.some(({ quantity }) => line[0].token === 'symbol' && letters[quantity].includes(line[0].letter)),
  )
}

const letters = { voltage: ['V', 'E'], current: ['I'], power: ['P'] }

/**
 * How the supply was found from what is known of a resistor: its first line alone where the worksheet climbs outward
 * (the others stand in its rows), else all; none where it is known of the source itself.
 */
export function explainKnown({ network, wiring, reduction, elements, climbed }: Worksheet): WayExplanation[] {
  const { known } = network
  if (!known || known.part === network.parts[wiring.supply].name) return []
  const start = leafOf(reduction, network, known.part)
  if (start < 0 || elements[start].voltage === null) return []
  const first = explainKnownAt(known.quantity, elements[start])
  if (climbed.length > 0 || reduction.left.length !== 1) return [first]
  const onward = outwardFrom(reduction, start).slice(1)
  const kindOf = (result: number) => reduction.steps[result - reduction.leaves.length].kind
  return [first, ...onward.map((result) => explainOutward(kindOf(result), elements[result]))]
}

/** An exchange at a bridge: why, and what takes the place of the members. */
export function explainExchange(worksheet: Worksheet, { kind, members, corners, placed }: DoneExchange) {
  const exchangedOnes = members.map((id) => worksheet.elements[id])
  const code = kind === 'delta' ? 'exchange-delta' : members.length === 3 ? 'exchange-wye' : 'exchange-star'
  return {
    title: sentence(code, { members: exchangedOnes.map(({ name }) => name) }),
    reason: sentence(kind === 'delta' ? 'why-exchange-delta' : 'why-exchange-wye', { nodes: corners }),
    lines: placed.map((it) => explainPlaced(kind, exchangedOnes, it)),
  }
}

/** How the exchanged members get their values back from what took their place; null where there is no supply. */
export function explainExchangeBack(
  worksheet: Worksheet,
  { kind, members, corners, placed }: DoneExchange,
  next: Worksheet,
): ExpansionExplanation | null {
  const { elements, reduction, wiring, analysis } = worksheet
  if (!analysis.supply.current) return null
  const part = new Map(next.analysis.parts.map((it) => [it.name, it]))
  const zero = { value: 0, exact: '0' }
  const lines = members.flatMap((id, i): FoundLine[] => {
    const own = elements[id]
    const quantity = kind === 'delta' ? 'voltage' : 'current'
    const value = own[quantity]
    if (value === null) return []
    // Seen as the member's current runs on its sheet, not from corner to corner.
    const along = wiring.nodes[reduction.from[id]].label === corners[i] ? 1 : -1
    const terms =
      kind === 'delta'
        ? [
            { sign: 1, value: part.get(placed[i].name)?.voltage ?? zero },
            { sign: -1, value: part.get(placed[(i + 1) % 3].name)?.voltage ?? zero },
          ]
        : placed.flatMap(({ name, from, to }) =>
            from === corners[i] || to === corners[i]
              ? [{ sign: from === corners[i] ? 1 : -1, value: part.get(name)?.current ?? zero }]
              : [],
          )
    const turned = terms.map((term) => ({ ...term, sign: (term.sign * along) as 1 | -1 }))
    const first = turned.findIndex((term) => term.sign > 0)
    const inOrder = first > 0 ? [turned[first], ...turned.filter((_, k) => k !== first)] : turned
    const formula = explainExchanged(kind === 'delta' ? 'V' : 'I', own.name, inOrder, value)
    const found = { element: id, quantity, name: sentence('way-ohm'), formula, work: [] } as const
    const other = kind === 'delta' ? 'current' : 'voltage'
    const [V, I] = [own.voltage, own.current]
    if (V === null || I === null || (other === 'current' && own.resistance.value === 0)) return [found]
    return [
      found,
      {
        element: id,
        quantity: other,
        ...explainWay(other, id, { way: 'ohm' }, other === 'current' ? I : V, () => own),
      },
    ]
  })
  return { title: sentence(kind === 'delta' ? 'exchange-back-delta' : 'exchange-back-wye'), lines, check: null }
}

/** The exchanges that can be made on the last sheet of a worksheet that stops at a bridge, as a document keeps them. */
export function offeredExchanges({ reduction, wiring, elements }: Worksheet): string[] {
  const names = elements.map(({ name }) => name)
  return findExchanges(sheetAt(reduction, wiring, reduction.steps.length), wiring.place)
    .filter(({ members }) => members.length === 3)
    .map((exchange) => exchangeText(exchange, names))
}
