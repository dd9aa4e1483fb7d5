import { exact, figureCount, float, rounded, roundedFigures, type Amount, type Arithmetic } from '../../number'
import {
  fullChoices,
  type AskedQuantity,
  type Choices,
  type Network,
  type Problem,
  type WorksheetChoices,
} from '../../network'
import {
  elementKey,
  isInRounds,
  layOutStages,
  wire,
  type FirstChoice,
  type Element,
  type NamesOf,
  type Naming,
  type Reduction,
  type Stage,
  type Stages,
  type Step,
  type Wiring,
} from '../../structure'
import {
  derive,
  layOutRows,
  onlyWhatIsAsked,
  type Derivation,
  type Derived,
  type AskedAnswers,
  type Row,
} from '../derivation'
import { nameCurrents } from './branchCurrents'
import { outcomeOf, type Outcome } from './outcome'

/** `exact`, `float`, or `rounded:N` with N significant figures from 1 to 15. */
export type ArithmeticName = 'exact' | 'float' | `rounded:${number}`

export interface Refusal {
  readonly status: 'refused'
  readonly problems: readonly Problem[]
}

/** Everything the screens show of a network, worked out once, as plain data. */
export interface Worksheet {
  readonly network: Network
  readonly choices: Choices
  readonly arithmetic: ArithmeticName
  /** How nodes are labelled. */
  readonly naming: Naming
  readonly wiring: Wiring
  readonly elements: readonly Element[]
  /** The network, then what each exchange beyond a bridge leads to. */
  readonly stages: readonly Stage[]
  /** Labels of all nodes: those of the network, then the centres that exchanges bring in. */
  readonly nodeLabels: readonly string[]
  /** The reduction of the network itself, whole. */
  readonly reduction: Reduction
  readonly derivation: Derivation
  /** The name of each element's current, without its I, by element id; null where branches have none. */
  readonly currents: readonly string[] | null
  /** Ids of the lines that are shown: all, or those that lead to what was asked for. */
  readonly shown: readonly number[]
  readonly rows: readonly Row[]
  /** Where only some quantities are asked for: what it takes. */
  readonly asked: AskedAnswers | null
  /** Values of all parts and nodes, checks and findings. */
  readonly outcome: Outcome
}

export interface WorksheetOptions {
  readonly choices?: WorksheetChoices | Partial<Choices>
  /** As {@link affordable} says, or on paper as the choices have it, unless told otherwise. */
  readonly arithmetic?: ArithmeticName
  readonly nodes?: Naming
}

/**
 * Works a network out: its reduction, every value with what it was found from, and the answers. By Ohm’s law (1827) and
 * Kirchhoff’s laws (1845); beyond a bridge, where that is chosen, by delta and wye (Kennelly, 1899).
 *
 * @param network one that {@link readNetwork} gave
 * @param options number system, order and names; those that are not given follow the network’s own choices
 * @returns the worksheet, amounts in SI base units, null where a value does not exist; or a refusal where the known quantity
 *   contradicts the network. Where the reduction stops at a bridge, the worksheet says so. It never throws.
 */
export function workOut(
  network: Network,
  { choices: made, arithmetic, nodes }: WorksheetOptions = {},
): Worksheet | Refusal {
  const choices = fullChoices(made?.asked === undefined ? { ...made, asked: metersOf(network) } : made)
  const onPaper = choices.carry === 'paper' && network.parts.length <= paperUpTo
  const name = arithmetic ?? (onPaper ? (`rounded:${figureCount(choices.figures)}` as const) : affordable(network))
  return withArithmetic(name, (numbers) => workIn(network, choices, name, nodes ?? 'numbers', numbers))
}

function workIn<N>(
  network: Network,
  choices: Choices,
  name: ArithmeticName,
  naming: Naming,
  arithmetic: Arithmetic<N>,
): Worksheet | Refusal {
  const wiring = wire(network, naming)
  const stages = stagesOf(network, wiring, choices)
  const derived = derive(network, wiring, stages, choices, arithmetic, (id) => elementKey(stages, id))
  if (!derived.ok) return { status: 'refused', problems: [derived.problem] }
  const { derivation } = derived
  const all = { stages: stages.stages, derivation, shown: derivation.lines.map(({ id }) => id), only: null }
  const scope =
    choices.asked.length > 0 && derivation.whole !== null
      ? onlyWhatIsAsked(choices.asked, network, wiring, stages, derivation)
      : all
  const rows = layOutRows({
    ...scope,
    onlyAsked: scope.only !== null,
    inRounds: isInRounds(choices.order),
    worksOutward: choices.outward && derivation.outwardPath.length > 0,
  })
  return {
    network,
    choices,
    arithmetic: name,
    naming,
    wiring,
    elements: stages.elements,
    stages: scope.stages,
    nodeLabels: stages.nodeLabels,
    reduction: stages.reduction,
    derivation: scope.derivation,
    currents:
      choices.branches && network.parts.length <= paperUpTo && derivation.supply !== null && derivation.whole !== null
        ? nameCurrents(stages, derivation.whole, network.parts[wiring.supply].name, choices.currentNames)
        : null,
    shown: scope.shown,
    rows,
    asked: scope.only,
    outcome: outcomeOf(network, wiring, stages, derived, arithmetic),
  }
}

function stagesOf(network: Network, wiring: Wiring, choices: Choices): Stages {
  return layOutStages(network, wiring, {
    order: choices.order,
    begin: choices.begin as FirstChoice,
    names: choices.names as NamesOf,
    exchanges: choices.beyond ? choices.exchanges : null,
    reorder: choices.outward ? (reduction) => inOutwardOrder(reduction, network) : undefined,
  })
}

/**
 * The lines of a worksheet with other values of its parts, or in another number system, each with the id that it has there.
 *
 * @param network the same parts between the same points; what was above 0 Ω still is
 */
export function deriveAnew<N>(worksheet: Worksheet, network: Network, arithmetic: Arithmetic<N>): Derived<N> {
  const { wiring, choices, asked, reduction, elements, nodeLabels } = worksheet
  // Where only some is asked for, the worksheet has no more than the steps that lead there.
  const stages = asked
    ? stagesOf(network, wiring, choices)
    : { reduction, stages: worksheet.stages, elements, nodeLabels }
  return derive(network, wiring, stages, choices, arithmetic, (id) => elementKey(stages, id))
}

/** What meters drawn into the picture show is what is asked, unless the person asks otherwise; nothing where no supply feeds them. */
function metersOf({ parts }: Network): AskedQuantity[] {
  if (!parts.some(({ kind }) => kind === 'source')) return []
  return parts.flatMap(({ kind, name }): AskedQuantity[] =>
    kind === 'ammeter'
      ? [{ quantity: 'current', of: name }]
      : kind === 'voltmeter'
        ? [{ quantity: 'voltage', of: name }]
        : [],
  )
}

/** The steps in the order of the way outward from a known resistor: before each equivalent that takes it in, those beside it. */
function inOutwardOrder({ leaves, steps, around, left }: Reduction, { known, parts }: Network): readonly Step[] {
  const start = known ? leaves.findIndex((part) => parts[part].name === known.part) : -1
  // Without the known resistor among the live ones, or at a bridge, there is no way outward.
  if (start < 0 || left.length !== 1) return steps
  const order: Step[] = []
  for (let id = start, step = around[id]; step; id = step.result, step = around[id]) {
    const beside: number[] = []
    const open = step.members.filter((other) => other !== id && other >= leaves.length)
    for (let inner = open.pop(); inner !== undefined; inner = open.pop()) {
      beside.push(inner - leaves.length)
      open.push(...steps[inner - leaves.length].members.filter((member) => member >= leaves.length))
    }
    order.push(...beside.sort((a, b) => a - b).map((k) => steps[k]), step)
  }
  return order
}

/** The largest network that is worked out exactly unless told otherwise. */
const exactUpTo = 200
/** The largest network that is worked out on paper, or has named currents: beyond it nobody writes it down. */
const paperUpTo = 2000
/** What exact work may cost unless told otherwise, as {@link exactCost} counts it: about a second. */
const mostExact = 5e8

/**
 * What working a network out exactly costs: parts times the square of the digits of all values, since fractions grow
 * with every value that goes into them. A billion is one to two seconds (measured on ladders and random nestings).
 */
export function exactCost({ parts, known }: Network): number {
  const digits = parts.reduce(
    (sum, part) => (part.kind === 'resistor' ? sum + (part.resistance?.exact.length ?? 0) : sum),
    known?.value.exact.length ?? 0,
  )
  return parts.length * digits * digits
}

/** The number system that a network is worked out in unless told otherwise: exact up to 200 parts and a bounded cost, float above. */
export function affordable(network: Network): 'exact' | 'float' {
  return network.parts.length <= exactUpTo && exactCost(network) <= mostExact ? 'exact' : 'float'
}

/** Calls `work` with the number system of this name. */
export function withArithmetic<T>(name: ArithmeticName, work: <N>(arithmetic: Arithmetic<N>) => T): T {
  if (name === 'exact') return work(exact)
  if (name === 'float') return work(float)
  return work(rounded(roundedFigures(name) ?? NaN))
}

type Shown = Pick<Worksheet, 'derivation' | 'elements'>

/** What an element has of a quantity; null where that is undefined or not found. */
export function amountAt(
  { derivation }: Pick<Shown, 'derivation'>,
  quantity: keyof Derivation['found'],
  of: number,
): Amount | null {
  const line = derivation.found[quantity][of]
  return line === undefined ? null : derivation.lines[line].amount
}

/** What can be asked for of the equivalents of a network: how a document names each, and its name here; the whole stands for the supply. */
export function equivalentsOf(worksheet: Worksheet): (readonly [key: string, name: string])[] {
  const { elements, derivation } = worksheet
  return elements.flatMap(({ made, name }, id) =>
    made && id !== derivation.whole ? [[elementKey(worksheet, id), name] as const] : [],
  )
}
