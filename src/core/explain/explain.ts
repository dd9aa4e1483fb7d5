import type { Way } from '../expansion'
import { letterOf, unitOf, type Amount, type Unit } from '../quantity'
import type { Obstacle, Verdict } from '../reduction'
import { explainParallel, parallelWays, type ParallelWay } from './parallel'
import { sentence, type Sentence } from './sentence'
import { amount, fraction, root, sign, sum, symbol, type Formula, type Token } from './token'

/** What an explanation needs of an element: its name and its values, null where undefined or not solved. */
export interface Explained {
  readonly name: string
  readonly resistance: Amount
  readonly voltage: Amount | null
  readonly current: Amount | null
  readonly power: Amount | null
}

export interface StepExplanation {
  readonly title: Sentence
  readonly reason: Sentence
  /** The arithmetic, the result at the end of the last line. */
  readonly lines: readonly Formula[]
  /** What is worked out, with its numbers; empty where nothing is. Its keys are {@link keystrokes}. */
  readonly work: Formula
  /** The ways that apply to a parallel group, and the one that was taken; none in series. */
  readonly ways: readonly ParallelWay[]
  readonly way: ParallelWay | null
}

/**
 * A step in words and arithmetic. Series: R = R1 + R2 + …; parallel in the wanted way, where it applies, else
 * 1/R = 1/R1 + 1/R2 + … turned over.
 *
 * @param nodes labels: those inside a series group, or the two ends of a parallel one
 */
export function explainStep(
  kind: 'series' | 'parallel',
  members: readonly Explained[],
  result: Explained,
  nodes: readonly string[],
  wanted: ParallelWay = 'reciprocals',
): StepExplanation {
  const names = members.map(({ name }) => name)
  const R = symbol('R', result.name)
  const value = amount(result.resistance, 'Ω')
  if (kind === 'series') {
    const work = [
      sum(
        members.map(({ resistance }) => resistance),
        'Ω',
      ),
    ]
    return {
      title: sentence('in-series', { members: names }),
      reason: sentence(nodes.length === 1 ? 'why-series-one' : 'why-series', { nodes }),
      lines: [[R, sign('='), ...work, sign('='), value]],
      work,
      ways: [],
      way: null,
    }
  }
  const ways = parallelWays(members)
  const way = ways.includes(wanted) ? wanted : (ways[0] ?? null)
  const worked = way && explainParallel(members, result, way)
  return {
    title: sentence('in-parallel', { members: names }),
    reason: sentence('why-parallel', { nodes }),
    lines: worked?.lines ?? [[R, sign('='), value]],
    work: worked?.work ?? [],
    ways,
    way,
  }
}

/** A value found on the way up, with how. */
export interface FoundLine extends WayExplanation {
  readonly element: number
  readonly quantity: 'voltage' | 'current' | 'power'
}

export interface ExpansionExplanation {
  readonly title: Sentence
  /** One line for each value that is found. */
  readonly lines: readonly FoundLine[]
  /** Drops that add to the voltage across the whole, or currents that add to the current through it. */
  readonly check: Formula | null
}

/** What carries over from an equivalent to its members, and the check that they add up to it again. */
export function explainCarried(
  kind: 'series' | 'parallel',
  members: readonly Explained[],
  whole: Explained,
): Omit<ExpansionExplanation, 'lines'> {
  const title = sentence(kind === 'series' ? 'current-carries' : 'voltage-carries', { from: whole.name })
  const [found, unit] = kind === 'series' ? (['voltage', 'V'] as const) : (['current', 'A'] as const)
  const parts = members.map((member) => member[found])
  const total = whole[found]
  const adds = total !== null && parts.every((part) => part !== null)
  const undefinedSplit = members.some(({ current }) => current === null)
  return {
    title: undefinedSplit ? sentence('undefined-split') : title,
    check: adds ? checkFormula(parts as Amount[], total, unit) : null,
  }
}

export interface WayExplanation {
  readonly name: Sentence
  readonly formula: Formula
  /** What is worked out, with its numbers; empty where nothing is. Its keys are {@link keystrokes}. */
  readonly work: Formula
}

/**
 * A way to a value, in words and with its numbers put in.
 *
 * @param element looks up an element by its id
 */
export function explainWay(
  quantity: 'voltage' | 'current' | 'power',
  id: number,
  way: Way,
  value: Amount,
  element: (id: number) => Explained,
): WayExplanation {
  const own = element(id)
  const letter = letterOf[quantity]
  const unit = unitOf[quantity]
  const of = (it: Explained, which: 'voltage' | 'current'): Amount => it[which] ?? zero
  const R = (it: Explained) => amount(it.resistance, 'Ω')
  const V = (it: Explained) => amount(of(it, 'voltage'), 'V')
  const I = (it: Explained) => amount(of(it, 'current'), 'A')
  const finish = (name: Sentence, middle: Formula, isWorked = true): WayExplanation => ({
    name,
    work: isWorked ? middle : [],
    formula: [
      symbol(letter, own.name),
      ...(middle.length > 0 ? [sign('='), ...middle] : []),
      sign('='),
      amount(value, unit),
    ],
  })
  switch (way.way) {
    case 'supply':
      return finish(sentence('way-supply'), [], false)
    case 'carried':
      return finish(
        sentence(quantity === 'current' ? 'way-carried-current' : 'way-carried-voltage', {
          from: element(way.from).name,
        }),
        [symbol(letter, element(way.from).name)],
        false,
      )
    case 'ohm':
      return finish(
        sentence('way-ohm'),
        quantity === 'voltage' ? [I(own), sign('·'), R(own)] : [fraction([V(own)], [R(own)])],
      )
    case 'divider': {
      const whole = element(way.of)
      return quantity === 'voltage'
        ? finish(sentence('way-voltage-divider'), [V(whole), sign('·'), fraction([R(own)], [R(whole)])])
        : finish(sentence('way-current-divider'), [I(whole), sign('·'), fraction([R(whole)], [R(own)])])
    }
    case 'divider-of-two': {
      const other = element(way.other)
      return finish(sentence('way-current-divider-two'), [
        I(element(way.of)),
        sign('·'),
        fraction([R(other)], [R(own), sign('+'), R(other)]),
      ])
    }
    case 'ratio': {
      const other = element(way.to)
      return quantity === 'voltage'
        ? finish(sentence('way-ratio-voltage', { to: other.name }), [
            V(other),
            sign('·'),
            fraction([R(own)], [R(other)]),
          ])
        : finish(sentence('way-ratio-current', { to: other.name }), [
            I(other),
            sign('·'),
            fraction([R(other)], [R(own)]),
          ])
    }
    case 'subtraction': {
      const which = quantity === 'voltage' ? 'voltage' : 'current'
      const terms = [way.from, ...way.others].map((other) => of(element(other), which))
      return finish(sentence(which === 'voltage' ? 'way-rest-voltage' : 'way-rest-current'), [sum(terms, unit, '−')])
    }
    case 'V·I':
      return finish(sentence('way-power-V-I'), [V(own), sign('·'), I(own)])
    case 'I²·R':
      return finish(sentence('way-power-I-R'), [squared(I(own)), sign('²'), sign('·'), R(own)])
    case 'V²/R':
      return finish(sentence('way-power-V-R'), [fraction([squared(V(own)), sign('²')], [R(own)])])
  }
}

/**
 * A verdict in sentences, the main one first.
 *
 * @param name names an element
 * @param label labels a node index
 */
export function explainVerdict(
  verdict: Verdict,
  name: (id: number) => string,
  label: (node: number) => string,
): Sentence[] {
  const names = (ids: readonly number[]) => ids.map(name)
  switch (verdict.verdict) {
    case 'parallel':
      return [
        sentence('in-parallel', { members: names(verdict.members) }),
        sentence('why-parallel', { nodes: verdict.nodes.map(label) }),
      ]
    case 'series': {
      const chosen = verdict.members.filter((id) => !verdict.through.includes(id))
      const labels = verdict.nodes.map(label)
      return [
        sentence('in-series', { members: names(chosen) }),
        sentence(labels.length === 1 ? 'why-series-one' : 'why-series', { nodes: labels }),
        ...(verdict.through.length > 0
          ? [
              sentence(verdict.through.length === 1 ? 'series-through' : 'series-through-many', {
                through: names(verdict.through),
              }),
            ]
          : []),
      ]
    }
    case 'neither': {
      const { pair, obstacle, later } = verdict
      return [
        ...explainObstacle(names(pair), obstacle, names, label),
        later
          ? sentence('not-yet', { first: names(later.first.members), kind: later.first.kind, then: later.then })
          : sentence('never-here'),
      ]
    }
  }
}

function explainObstacle(
  pair: readonly string[],
  obstacle: Obstacle,
  names: (ids: readonly number[]) => string[],
  label: (node: number) => string,
): Sentence[] {
  if (obstacle.code === 'apart') return [sentence('apart', { pair })]
  const node = label(obstacle.node)
  if (obstacle.code === 'supply-between') return [sentence('supply-between', { pair, node })]
  const others = names(obstacle.others)
  const between = names(obstacle.between)
  return [
    sentence(others.length === 1 ? 'part-leaves' : 'parts-leave', { pair, node, others }),
    ...(between.length > 0 ? [sentence(between.length === 1 ? 'stands-between' : 'stand-between', { between })] : []),
  ]
}

/**
 * The supply's lines: Ohm's law for the whole, from what was known of it, and P = V · I (or V = √(P · Req)
 * where the power was known). `given` is what was known, null when it was found outward from a resistor; `letter`
 * is what the source's voltage is called.
 */
export function explainSupply(
  whole: Explained,
  given: 'voltage' | 'current' | 'power' | null,
  letter: 'V' | 'E' = 'V',
): Formula[] {
  const { voltage, current, power, resistance } = whole
  if (!voltage || !current || !power) return []
  const V = amount(voltage, 'V')
  const I = amount(current, 'A')
  const P = amount(power, 'W')
  const R = amount(resistance, 'Ω')
  const Req = symbol('R', 'eq')
  const ohm: Formula = [
    symbol('I'),
    sign('='),
    fraction([symbol(letter)], [Req]),
    sign('='),
    fraction([V], [R]),
    sign('='),
    I,
  ]
  const powerLine: Formula = [symbol('P'), sign('='), symbol(letter), sign('·'), symbol('I'), sign('='), P]
  switch (given) {
    case 'voltage':
      return [ohm, powerLine]
    case 'power':
      return [
        [
          symbol(letter),
          sign('='),
          root([symbol('P'), sign('·'), Req]),
          sign('='),
          root([P, sign('·'), R]),
          sign('='),
          V,
        ],
        ohm,
      ]
    case 'current':
    case null:
      return [
        [symbol(letter), sign('='), symbol('I'), sign('·'), Req, sign('='), I, sign('·'), R, sign('='), V],
        powerLine,
      ]
  }
}

/** An amount with as many figures as it has: what rounded values add to. */
function inFull(value: Amount, unit: Unit): Token {
  return { token: 'amount', amount: value, unit, full: true }
}

/** Values that must add to a total; where they do not quite, since they were rounded, what they add to as well. */
function checkFormula(parts: readonly Amount[], total: Amount, unit: Unit): Formula {
  const added = parts.reduce((all, part) => all + part.value, 0)
  const off = Math.abs(added - total.value) > 1e-9 * Math.abs(total.value)
  return [sum(parts, unit), sign('='), ...(off ? [inFull({ value: added }, unit), sign('≈')] : []), amount(total, unit)]
}

/** A potential as the drops on the way from the 0 V node, added or taken away. */
export function explainPotential(
  label: string,
  path: readonly { readonly sign: 1 | -1; readonly drop: Explained }[],
  value: Amount | null,
): Formula {
  const terms = path.flatMap(({ sign: way, drop }, i): Formula => [
    ...(i > 0 || way < 0 ? [sign(way > 0 ? '+' : '−')] : []),
    amount(drop.voltage ?? zero, 'V'),
  ])
  return [
    symbol('V', label),
    sign('='),
    ...(path.length > 1 || path[0]?.sign === -1 ? [...terms, sign('=')] : []),
    amount(value ?? zero, 'V'),
  ]
}

/** Ohm's law at a resistor of which one quantity is known: the line that starts the way outward. */
export function explainKnownAt(quantity: 'voltage' | 'current' | 'power', at: Explained): WayExplanation {
  const name = sentence('known-here', { name: at.name })
  if (quantity !== 'power') return { ...ohmLine(at, quantity === 'current' ? 'voltage' : 'current'), name }
  const work: Formula = [root([fraction([amount(at.power ?? zero, 'W')], [amount(at.resistance, 'Ω')])])]
  return {
    name,
    formula: [symbol('I', at.name), sign('='), ...work, sign('='), amount(at.current ?? zero, 'A')],
    work,
  }
}

/**
 * One step outward: the equivalent that takes in what is known. In series the current carries over to it, in parallel
 * the voltage; Ohm's law gives the other.
 */
export function explainOutward(kind: 'series' | 'parallel', whole: Explained): WayExplanation {
  return {
    ...ohmLine(whole, kind === 'series' ? 'voltage' : 'current'),
    name: sentence(kind === 'series' ? 'outward-series' : 'outward-parallel', { name: whole.name }),
  }
}

/**
 * A value that was carried from somewhere that is no equivalent above it: the supply, or the member in which it is
 * known; with `from` null, from the power, V = √(P · R) or I = √(P / R).
 */
export function explainFoundBy(
  quantity: 'voltage' | 'current' | 'power',
  it: Explained,
  from: string | null | undefined,
): WayExplanation {
  const letter = letterOf[quantity]
  const value = amount(it[quantity] ?? zero, unitOf[quantity])
  if (from !== null && from !== undefined) {
    return {
      name: sentence(quantity === 'current' ? 'way-outward-current' : 'way-outward-voltage', { from }),
      formula: [symbol(letter, it.name), sign('='), symbol(letter, from), sign('='), value],
      work: [],
    }
  }
  const [P, R] = [amount(it.power ?? zero, 'W'), amount(it.resistance, 'Ω')]
  const work: Formula = [root(quantity === 'voltage' ? [P, sign('·'), R] : [fraction([P], [R])])]
  return {
    name: sentence('way-root'),
    formula: [symbol(letter, it.name), sign('='), ...work, sign('='), value],
    work,
  }
}

function ohmLine(it: Explained, find: 'voltage' | 'current'): Omit<WayExplanation, 'name'> {
  const [V, I] = [amount(it.voltage ?? zero, 'V'), amount(it.current ?? zero, 'A')]
  const R = amount(it.resistance, 'Ω')
  const work: Formula = find === 'voltage' ? [I, sign('·'), R] : [fraction([V], [R])]
  return {
    formula: [
      symbol(find === 'voltage' ? 'V' : 'I', it.name),
      sign('='),
      ...work,
      sign('='),
      find === 'voltage' ? V : I,
    ],
    work,
  }
}

/** A value with its unit that is to be squared: (320 mA)². */
function squared(value: Token): Token {
  return { token: 'bracket', inside: [value] }
}

const zero: Amount = { value: 0, exact: '0' }
