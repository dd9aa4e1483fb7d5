import {
  paperUpTo,
  withArithmetic,
  work,
  type AnalyseOptions,
  type DoneExchange,
  type Refusal,
  type Work,
} from './analyse'
import { climbOrder, elementKey, findWanted, type AskedLine, type Wanted } from './asked'
import { stretch, type Aside, type Label, type Picture, type Supply } from './drawing'
import { tasted, waysTo, valueBy, type Quantity, type Taste, type Way } from './expansion'
import {
  explainPotential,
  explainVerdict,
  explainWay,
  type Formula,
  type Sentence,
  type WayExplanation,
} from './explain'
import { knownOf, usualSchool, type Asked, type Network, type School, type WorksheetChoices } from './network'
import { figureCount, shownText, type Amount, type Figures } from './quantity'
import { judge, outwardFrom, pickSteps, sheetAt, type Reduction, type Verdict } from './reduction'

/** How a worksheet is done, every choice made. */
export type Choices = School & Required<Pick<WorksheetChoices, 'ways' | 'asked' | 'exchanges'>>

/** Everything the valley shows, as plain data: the analysis, and what its sheets are drawn and explained from. */
export interface Worksheet extends Work {
  readonly network: Network
  readonly options: AnalyseOptions
  readonly choices: Choices
  /** On the way outward: the elements whose values are found while reducing, the known resistor first. */
  readonly climbed: readonly number[]
  /** Where only some quantities are asked for: what it takes, by element ids of this worksheet's reduction. */
  readonly wanted: OnlyAsked | null
  /** Where the work goes on beyond a bridge: each exchange with the worksheet that it leads to. */
  readonly beyond: readonly { readonly exchange: DoneExchange; readonly worksheet: Worksheet }[]
}

/** The worksheet cut down to what was asked for. */
export interface OnlyAsked {
  /** Values in the order in which they are found; -1 stands for the supply. */
  readonly lines: readonly AskedLine[]
  /** What was asked for and is not in the network (any more), or does not exist. */
  readonly missing: readonly Asked[]
  /** `work` is what a potential is added up from. */
  readonly answers: readonly {
    readonly name: string
    readonly quantity: Asked['quantity']
    readonly amount: Amount | null
    readonly work: Formula | null
  }[]
  /** Equivalents that were not formed, and resistors of which nothing was worked out. */
  readonly leftOut: { readonly steps: readonly string[]; readonly resistors: readonly string[] }
}

export interface WorksheetOptions extends AnalyseOptions {
  readonly choices?: WorksheetChoices
}

/** Choices with the usual ones where none was made. */
export function fullChoices(some: WorksheetChoices = {}): Choices {
  const made = Object.fromEntries(Object.entries(some).filter(([, value]) => value !== undefined))
  return { ...usualSchool, ways: {}, asked: [], exchanges: [], ...made }
}

/**
 * Works a network out for the valley; refused only where the known quantity contradicts the network. Number system,
 * order and names follow the choices, unless the options say otherwise.
 */
export function workOut(network: Network, { choices: made, ...given }: WorksheetOptions = {}): Worksheet | Refusal {
  const choices = fullChoices(made)
  const { order, begin, names, carry, figures } = choices
  const written = carry === 'paper' && network.parts.length <= paperUpTo
  const paper = written ? ({ arithmetic: `rounded:${figureCount(figures)}` } as const) : {}
  const options: AnalyseOptions = { order, begin, names, ...paper, ...given }
  const inside = network.known && network.known.part !== supplyName(network) ? network.known : null
  const climbs = choices.outward === 'yes' && inside !== null
  const worked = work(network, options, {
    taste: (reduction) => tasteOf(choices, reduction, network),
    ...(climbs && {
      arrange: (reduction) => {
        const start = leafOf(reduction, network, inside.part)
        // Without the known resistor among the live ones, or at a bridge, there is no climb.
        return start < 0 || reduction.left.length !== 1
          ? reduction
          : pickSteps(reduction, climbOrder(reduction, start)).reduction
      },
    }),
    ...(choices.beyond === 'yes' && { beyond: choices.exchanges }),
  })
  if (!worked.ok) return { status: 'refused', problems: worked.problems }
  const { stages, ...first } = worked
  const sheet = (network: Network, work: Work): Worksheet => ({
    ...work,
    network,
    options,
    choices,
    climbed: [],
    wanted: null,
    beyond: [],
  })
  const all: Worksheet = {
    ...sheet(network, first),
    climbed:
      climbs && first.reduction.left.length === 1
        ? outwardFrom(first.reduction, leafOf(first.reduction, network, inside.part))
        : [],
    beyond: stages.map(({ exchange, network: next, work: done }) => ({ exchange, worksheet: sheet(next, done) })),
  }
  return choices.asked.length > 0 && first.reduction.left.length === 1 ? onlyWanted(all) : all
}

function supplyName(network: Network): string | undefined {
  return network.parts.find(({ kind }) => kind === 'source' || kind === 'terminals')?.name
}

/** The element id of a resistor by its name; −1 for one that carries nothing. */
export function leafOf(reduction: Reduction, network: Network, name: string): number {
  return reduction.leaves.findIndex((part) => network.parts[part].name === name)
}

/** The worksheet cut down to the steps that lead to what was asked for. */
function onlyWanted(all: Worksheet): Worksheet {
  const { network, wiring, reduction, choices, analysis } = all
  const known = knownOf(network)
  const [whole] = reduction.left
  const at = known && (known.part === supplyName(network) ? whole : leafOf(reduction, network, known.part))
  const solved = analysis.supply.current !== null
  const wanted = findWanted(
    choices.asked,
    network,
    wiring,
    reduction,
    known && at !== null && at >= 0 && solved ? { element: at, quantity: known.quantity } : null,
    tasteOf(choices, reduction, network),
  )
  const { reduction: picked, ids } = pickSteps(reduction, wanted.steps)
  const old = [...ids.keys()]
  return {
    ...all,
    reduction: picked,
    elements: old.map((id) => all.elements[id]),
    climbed: all.climbed.flatMap((id) => ids.get(id) ?? []),
    wanted: {
      lines: inNewIds(wanted, ids),
      missing: wanted.missing,
      answers: [
        ...wanted.values.map(({ element, quantity }) => ({
          name: element === whole ? (supplyName(network) ?? '') : all.elements[element].name,
          quantity,
          amount: all.elements[element][quantity],
          work: null,
        })),
        ...wanted.potentials.map(({ node, drops }) => ({
          name: wiring.nodes[node].label,
          quantity: 'potential' as const,
          amount: analysis.nodes[node].potential,
          work: explainPotential(
            wiring.nodes[node].label,
            drops.map(({ element, sign }) => ({ sign, drop: all.elements[element] })),
            analysis.nodes[node].potential,
          ),
        })),
      ],
      leftOut: {
        steps: reduction.steps
          .filter((_, k) => !wanted.steps.includes(k))
          .map(({ result }) => all.elements[result].name),
        resistors: reduction.leaves.flatMap((part, leaf) =>
          wanted.lines.some(({ element }) => element === leaf) || wanted.values.some(({ element }) => element === leaf)
            ? []
            : [network.parts[part].name],
        ),
      },
    },
  }
}

/** The lines by the ids that are left; what was handed on by an equivalent that is not formed comes from further away. */
function inNewIds(wanted: Wanted, ids: ReadonlyMap<number, number>): AskedLine[] {
  const lineOf = new Map(wanted.lines.map((line) => [`${line.quantity} ${line.element}`, line]))
  const rename = (id: number) => ids.get(id) ?? -1
  /** The nearest element still there from which a value was carried; −1 for the supply. */
  const origin = (quantity: string, from: number): number => {
    for (let id = from; ;) {
      if (ids.has(id)) return rename(id)
      const way = lineOf.get(`${quantity} ${id}`)?.way
      if (way?.way !== 'carried' && way?.way !== 'outward') return -1
      id = way.from
    }
  }
  return wanted.lines.flatMap((line) => {
    const element = ids.get(line.element)
    if (element === undefined) return []
    const { way } = line
    if (way.way === 'carried' || way.way === 'outward')
      return [{ ...line, element, way: { ...way, from: origin(line.quantity, way.from) } }]
    if (way.way === 'divider') return [{ ...line, element, way: { ...way, of: rename(way.of) } }]
    return [{ ...line, element }]
  })
}

/** How the person finds each voltage or current: what was chosen for it, the rest for the last, or as always. */
export function tasteOf(
  { expand, rest, ways }: Choices,
  reduction: Reduction,
  network: Network,
): (element: number) => Taste {
  const single = Object.keys(ways).some((key) => /^[VI] /.test(key))
  return (element) => {
    const up = reduction.into[element]
    if (up < 0) return 'ohm'
    const { kind, members } = reduction.steps[up - reduction.leaves.length]
    const chosen = single
      ? ways[`${kind === 'series' ? 'V' : 'I'} ${elementKey(element, reduction, network)}`]
      : undefined
    if (chosen === 'ohm' || chosen === 'divider' || chosen === 'ratio' || chosen === 'rest') return chosen
    return rest === 'yes' && members[members.length - 1] === element ? 'rest' : expand
  }
}

/** The way by which the worksheet finds a voltage, current or power; undefined where it is undefined. */
export function wayTaken(worksheet: Worksheet, id: number, quantity: Quantity): Way | undefined {
  const { reduction, network, choices } = worksheet
  const ways = waysTo(quantity, id, reduction, givenIn(worksheet))
  return takenOf(worksheet, id, quantity, ways, tasteOf(choices, reduction, network))
}

function takenOf(
  { reduction, choices }: Worksheet,
  id: number,
  quantity: Quantity,
  ways: readonly Way[],
  taste: (element: number) => Taste,
): Way {
  const up = reduction.into[id]
  if (quantity === 'power') {
    const inSeries = up >= 0 && reduction.steps[up - reduction.leaves.length].kind === 'series'
    const known = up < 0 ? 'V·I' : inSeries ? 'I²·R' : 'V²/R'
    const wanted = choices.power === 'known' ? known : choices.power
    return ways.find(({ way }) => way === wanted) ?? ways[0]
  }
  const wish = ways[0]?.way === 'ohm' ? taste(id) : 'ohm'
  if (wish === 'ohm') return ways[0]
  const { members } = reduction.steps[up - reduction.leaves.length]
  return tasted(ways, wish, (other) => members.indexOf(other) < members.indexOf(id))
}

/** The taste that takes a way to a found voltage or current, if what it needs is known by then. */
function tasteFor({ reduction }: Worksheet, id: number, quantity: Quantity, way: Way): Taste | null {
  const up = reduction.into[id]
  if (up < 0 || quantity === 'power') return null
  const { kind, members } = reduction.steps[up - reduction.leaves.length]
  if (quantity !== (kind === 'series' ? 'voltage' : 'current')) return null
  const isBefore = (other: number) => members.indexOf(other) < members.indexOf(id)
  switch (way.way) {
    case 'ohm':
      return 'ohm'
    case 'divider':
      return members.length === 2 && kind === 'parallel' ? null : 'divider'
    case 'divider-of-two':
      return 'divider'
    case 'ratio':
      return isBefore(way.to) ? 'ratio' : null
    case 'subtraction':
      return way.others.every(isBefore) ? 'rest' : null
    default:
      return null
  }
}

function givenIn({ elements }: Worksheet) {
  return {
    isZeroOhm: (id: number) => elements[id].resistance.value === 0,
    carries: (id: number) => elements[id].current !== null,
  }
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

/** What a sheet writes for a value: its text unless told otherwise, nothing for one that is not found yet. */
export type Showing = (id: number, quantity: 'resistance' | 'voltage' | 'current', text: string) => string

/**
 * Draws the sheet after so many steps. Parts that carry nothing stand on sheet 0 alone.
 *
 * @param roomBelow how many lines are kept free below an element
 */
export function drawSheet(
  worksheet: Pick<Worksheet, 'elements' | 'network' | 'wiring' | 'analysis' | 'climbed' | 'reduction'>,
  steps: number,
  side: Side,
  figures: Figures,
  form: Form = 'line',
  showing: Showing = (_id, _quantity, text) => text,
  roomBelow: (id: number) => number = () => 0,
): Picture {
  const { elements, network, wiring, analysis, climbed } = worksheet
  const label = ({ name, resistance, voltage, current }: Shown, id = -1): Label => {
    const show: Showing = id < 0 ? (_id, _quantity, text) => text : showing
    const up = () => [
      show(id, 'voltage', shownText(voltage, 'V', figures)),
      show(id, 'current', shownText(current, 'A', figures)),
    ]
    const free = new Array<string>(id < 0 ? 0 : roomBelow(id)).fill('')
    if (side === 'expand') return { name, lines: [...up(), ...free] }
    const down = show(id, 'resistance', shownText(resistance, 'Ω', figures))
    // On the way outward the values climb with the equivalent that takes in the known resistor.
    return { name, lines: climbed.includes(id) ? [down, ...up(), ...free] : [down, ...free] }
  }
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
    (id) => label(elements[id], id),
    aside,
    closedBy,
  )
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

/** A way to a value with its formula. */
export interface ExplainedWay extends WayExplanation {
  readonly way: Way
  /** How a document names this way, where the person can take it in the valley; null where they cannot. */
  readonly taste: Taste | null
}

/** Every way to a value of an element, each with its formula, the one shown in the valley first. */
export function explainWays(worksheet: Worksheet, id: number, quantity: Quantity): ExplainedWay[] {
  return waysOfAll(worksheet, [{ id, quantity }])[0]
}

/** {@link explainWays} for many values at once. */
export function waysOfAll(
  worksheet: Worksheet,
  wanted: readonly { id: number; quantity: Quantity }[],
): ExplainedWay[][] {
  const { network, options, elements, reduction } = worksheet
  // Without an expansion there are no values to find: at a bridge, or where the supply is shorted.
  if (worksheet.elements.every(({ voltage }) => voltage === null)) return wanted.map(() => [])
  return withArithmetic(network, options, (arithmetic) => {
    const numbers = <K extends 'resistance' | Quantity>(which: K) =>
      elements.map(({ [which]: amount }) => (amount === null ? null : arithmetic.from(amount)))
    const sure = (which: 'resistance' | 'voltage') => numbers(which).map((number) => number ?? arithmetic.zero)
    const values = { resistance: sure('resistance'), voltage: sure('voltage'), current: numbers('current') }
    const given = givenIn(worksheet)
    const taste = tasteOf(worksheet.choices, reduction, network)
    return wanted.map(({ id, quantity }) => {
      const own = elements[id][quantity]
      const expected = own === null ? undefined : arithmetic.from(own)
      const ways = waysTo(quantity, id, reduction, given)
      const taken = takenOf(worksheet, id, quantity, ways, taste)
      const inOrder = ways.length > 1 && taken !== ways[0] ? [taken, ...ways.filter((way) => way !== taken)] : ways
      return inOrder.map((way) => {
        const value = arithmetic.write(valueBy(way, quantity, id, values, arithmetic), expected)
        const amount = own !== null && value === expected ? own : arithmetic.toAmount(value)
        return {
          way,
          taste: tasteFor(worksheet, id, quantity, way),
          ...explainWay(quantity, id, way, amount, (other) => elements[other]),
        }
      })
    })
  })
}

/**
 * What can be asked for of the equivalents of the whole worksheet: how a document names each, and its name here. The
 * last one is the whole, which the supply stands for.
 */
export function equivalentsOf(worksheet: Worksheet): (readonly [string, string])[] {
  const { network, options, choices, wanted } = worksheet
  const all = wanted ? workOut(network, { nodes: options.nodes, choices: { ...choices, asked: [] } }) : worksheet
  if ('status' in all) return []
  return all.reduction.steps.slice(0, -1).map(({ result }) => [keyOf(all, result), all.elements[result].name] as const)
}

/** How a document names an element: its resistors, joined by spaces. */
export function keyOf({ reduction, network }: Worksheet, element: number): string {
  return elementKey(element, reduction, network)
}

/** Worked out once for each worksheet on paper. */
const unrounded = new WeakMap<Worksheet, Worksheet | null>()

/** The same worksheet without rounding: the exact value beside each one on paper. null where it is exact already. */
export function withoutRounding(worksheet: Worksheet): Worksheet | null {
  const { network, choices, options } = worksheet
  if (choices.carry !== 'paper') return null
  let found = unrounded.get(worksheet)
  if (found === undefined) {
    const exact = workOut(network, { nodes: options.nodes, choices: { ...choices, carry: 'exact' } })
    unrounded.set(worksheet, (found = 'status' in exact ? null : exact))
  }
  return found
}
