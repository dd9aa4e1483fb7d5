import type { Way } from '../expansion'
import { unitOf, type Amount } from '../quantity'
import type { Obstacle, Verdict } from '../reduction'
import { sentence, type Sentence } from './sentence'
import { amount, fraction, root, sign, sum, symbol, type Formula } from './token'

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
  readonly formula: Formula
}

/**
 * A step in words and arithmetic. Series: R = R1 + R2 + …; parallel: 1/R = 1/R1 + 1/R2 + … turned over.
 *
 * @param nodes labels: those inside a series group, or the two ends of a parallel one
 */
export function explainStep(
  kind: 'series' | 'parallel',
  members: readonly Explained[],
  result: Explained,
  nodes: readonly string[],
): StepExplanation {
  const names = members.map(({ name }) => name)
  const R = symbol('R', result.name)
  const value = amount(result.resistance, 'Ω')
  const resistances = members.map(({ resistance }) => resistance)
  if (kind === 'series') {
    return {
      title: sentence('in-series', { members: names }),
      reason: sentence(nodes.length === 1 ? 'why-series-one' : 'why-series', { nodes }),
      formula: [R, sign('='), sum(resistances, 'Ω'), sign('='), value],
    }
  }
  const shorted = resistances.some((resistance) => resistance.value === 0)
  const one: Formula = [{ token: 'number', value: 1 }]
  const reciprocals = resistances.flatMap((resistance, i) => [
    ...(i > 0 ? [sign('+')] : []),
    fraction(one, [amount(resistance, 'Ω')]),
  ])
  return {
    title: sentence('in-parallel', { members: names }),
    reason: sentence('why-parallel', { nodes }),
    formula: shorted
      ? [R, sign('='), value]
      : [fraction(one, [R]), sign('='), ...reciprocals, sign('⇒'), R, sign('='), value],
  }
}

export interface ExpansionExplanation {
  readonly title: Sentence
  /** One line a member: what Ohm's law gives it. */
  readonly lines: readonly Formula[]
  /** Drops that add to the voltage across the whole, or currents that add to the current through it. */
  readonly check: Formula | null
}

/** How the members of an equivalent get their values from it, and the check that they add up again. */
export function explainExpansion(
  kind: 'series' | 'parallel',
  members: readonly Explained[],
  whole: Explained,
): ExpansionExplanation {
  const title = sentence(kind === 'series' ? 'current-carries' : 'voltage-carries', { from: whole.name })
  const [found, unit] = kind === 'series' ? (['voltage', 'V'] as const) : (['current', 'A'] as const)
  const lines = members.flatMap((member) => {
    const value = member[found]
    const [way] = kind === 'series' ? ohmVoltage(member) : ohmCurrent(member)
    return value && way
      ? [[symbol(kind === 'series' ? 'V' : 'I', member.name), ...way, sign('='), amount(value, unit)]]
      : []
  })
  const parts = members.map((member) => member[found])
  const total = whole[found]
  const adds = total !== null && parts.every((part) => part !== null)
  const undefinedSplit = members.some(({ current }) => current === null)
  return {
    title: undefinedSplit ? sentence('undefined-split') : title,
    lines,
    check: adds ? [sum(parts as Amount[], unit), sign('='), amount(total, unit)] : null,
  }
}

function ohmVoltage({ current, resistance }: Explained): Formula[] {
  return current ? [[sign('='), amount(current, 'A'), sign('·'), amount(resistance, 'Ω')]] : []
}

function ohmCurrent({ voltage, resistance }: Explained): Formula[] {
  if (!voltage || resistance.value === 0) return [[]]
  return [[sign('='), fraction([amount(voltage, 'V')], [amount(resistance, 'Ω')])]]
}

export interface WayExplanation {
  readonly name: Sentence
  readonly formula: Formula
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
  const letter = ({ voltage: 'V', current: 'I', power: 'P' } as const)[quantity]
  const unit = unitOf[quantity]
  const of = (it: Explained, which: 'voltage' | 'current'): Amount => it[which] ?? zero
  const R = (it: Explained) => amount(it.resistance, 'Ω')
  const V = (it: Explained) => amount(of(it, 'voltage'), 'V')
  const I = (it: Explained) => amount(of(it, 'current'), 'A')
  const finish = (name: Sentence, middle: Formula): WayExplanation => ({
    name,
    formula: [
      symbol(letter, own.name),
      ...(middle.length > 0 ? [sign('='), ...middle] : []),
      sign('='),
      amount(value, unit),
    ],
  })
  switch (way.way) {
    case 'supply':
      return finish(sentence('way-supply'), [])
    case 'carried':
      return finish(
        sentence(quantity === 'current' ? 'way-carried-current' : 'way-carried-voltage', {
          from: element(way.from).name,
        }),
        [symbol(letter, element(way.from).name)],
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
      return finish(sentence('way-power-I-R'), [I(own), sign('²'), sign('·'), R(own)])
    case 'V²/R':
      return finish(sentence('way-power-V-R'), [fraction([V(own), sign('²')], [R(own)])])
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
 * where the power was known). `given` is what was known, null when it was found outward from a resistor.
 */
export function explainSupply(whole: Explained, given: 'voltage' | 'current' | 'power' | null): Formula[] {
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
    fraction([symbol('V')], [Req]),
    sign('='),
    fraction([V], [R]),
    sign('='),
    I,
  ]
  const powerLine: Formula = [symbol('P'), sign('='), symbol('V'), sign('·'), symbol('I'), sign('='), P]
  switch (given) {
    case 'voltage':
      return [ohm, powerLine]
    case 'power':
      return [
        [symbol('V'), sign('='), root([symbol('P'), sign('·'), Req]), sign('='), root([P, sign('·'), R]), sign('='), V],
        ohm,
      ]
    case 'current':
    case null:
      return [
        [symbol('V'), sign('='), symbol('I'), sign('·'), Req, sign('='), I, sign('·'), R, sign('='), V],
        powerLine,
      ]
  }
}

/**
 * The way outward from a resistor of which one quantity is known to the whole: a line for it, and one for every
 * equivalent that takes it in. In series the current carries over, in parallel the voltage.
 */
export function explainOutward(
  known: { readonly quantity: 'voltage' | 'current' | 'power'; readonly at: Explained },
  onward: readonly { readonly kind: 'series' | 'parallel'; readonly whole: Explained }[],
): WayExplanation[] {
  const { at, quantity } = known
  const ohm = (it: Explained, find: 'voltage' | 'current'): Formula => {
    const [V, I] = [it.voltage ?? zero, it.current ?? zero]
    const R = amount(it.resistance, 'Ω')
    return find === 'voltage'
      ? [symbol('V', it.name), sign('='), amount(I, 'A'), sign('·'), R, sign('='), amount(V, 'V')]
      : [symbol('I', it.name), sign('='), fraction([amount(V, 'V')], [R]), sign('='), amount(I, 'A')]
  }
  const first: Formula =
    quantity === 'power'
      ? [
          symbol('I', at.name),
          sign('='),
          root([fraction([amount(at.power ?? zero, 'W')], [amount(at.resistance, 'Ω')])]),
          sign('='),
          amount(at.current ?? zero, 'A'),
        ]
      : ohm(at, quantity === 'current' ? 'voltage' : 'current')
  return [
    { name: sentence('known-here', { name: at.name }), formula: first },
    ...onward.map(({ kind, whole }) => ({
      name: sentence(kind === 'series' ? 'outward-series' : 'outward-parallel', { name: whole.name }),
      formula: ohm(whole, kind === 'series' ? 'voltage' : 'current'),
    })),
  ]
}

const zero: Amount = { value: 0, exact: '0' }
