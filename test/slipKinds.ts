import type { Slip } from '@/core/learner'

/** A step that is about to be made: the members' resistances, and what else stands on the sheet. In ohms. */
export interface StepSite {
  readonly kind: 'series' | 'parallel'
  readonly R: readonly number[]
  /** The resistances inside each member; null for a resistor. */
  readonly inside: readonly (readonly number[] | null)[]
  /** The resistances of another group of the sheet, with how they lie; null if there is none. */
  readonly other: { readonly kind: 'series' | 'parallel'; readonly R: readonly number[] } | null
  /** Resistances on the sheet that are not of the group. */
  readonly beside: readonly number[]
  readonly random: () => number
  /** How many figures the learner writes. */
  readonly figures: number
}

/** What an element has; NaN for what is not on the learner's paper yet. */
export interface Has {
  readonly R: number
  readonly V: number
  readonly I: number
}

/** A value that is about to be found inside a group. */
export interface ValueSite {
  readonly quantity: 'voltage' | 'current'
  readonly kind: 'series' | 'parallel'
  readonly self: Has
  readonly whole: Has
  readonly others: readonly Has[]
  readonly source: Has
  /** What lies around the group: its own group's other members. */
  readonly around: readonly Has[]
  /** Resistors that share a node with it. */
  readonly beside: readonly Has[]
  /** All resistors, where it is the whole that is asked for. */
  readonly all: readonly Has[]
  readonly random: () => number
  /** How many figures the learner writes. */
  readonly figures: number
}

/** A power that is about to be found. */
export interface PowerSite {
  readonly self: Has
  readonly others: readonly Has[]
  readonly source: Has
  readonly random: () => number
  /** How many figures the learner writes. */
  readonly figures: number
}

interface Named {
  readonly name: string
  /** Names by which it is told rightly, each one slip or two. */
  readonly is: readonly (readonly Slip[])[]
}

export type Kind =
  | (Named & { readonly group: 'resistance'; readonly make: (at: StepSite) => number | null })
  | (Named & { readonly group: 'voltage and current'; readonly make: (at: ValueSite) => number | null })
  | (Named & { readonly group: 'power'; readonly make: (at: PowerSite) => number | null })

const add = (list: readonly number[]) => list.reduce((a, b) => a + b, 0)
const times = (list: readonly number[]) => list.reduce((a, b) => a * b, 1)
const over = (list: readonly number[]) => add(list.map((r) => 1 / r))
const lie = (kind: 'series' | 'parallel', list: readonly number[]) => (kind === 'series' ? add(list) : 1 / over(list))
const pick = <T>(list: readonly T[], random: () => number): T => list[Math.floor(random() * list.length)]
const parallel = (make: (at: StepSite) => number | null) => (at: StepSite) => (at.kind === 'parallel' ? make(at) : null)
const series = (make: (at: StepSite) => number | null) => (at: StepSite) => (at.kind === 'series' ? make(at) : null)
const drop = (list: readonly number[], k: number) => list.filter((_, i) => i !== k)
const rank = (random: () => number, list: readonly number[]) => Math.floor(random() * list.length)

function step(name: string, is: Slip | readonly (readonly Slip[])[], make: (at: StepSite) => number | null): Kind {
  return { name, group: 'resistance', is: typeof is === 'string' ? [[is]] : is, make }
}
function value(name: string, is: Slip | readonly (readonly Slip[])[], make: (at: ValueSite) => number | null): Kind {
  return { name, group: 'voltage and current', is: typeof is === 'string' ? [[is]] : is, make }
}
function power(name: string, is: Slip | readonly (readonly Slip[])[], make: (at: PowerSite) => number | null): Kind {
  return { name, group: 'power', is: typeof is === 'string' ? [[is]] : is, make }
}

/** Two digits of a number that stand side by side change places; null where that changes nothing. */
function swap(number: number, figures: number, random: () => number): number | null {
  const text = number.toExponential(figures - 1)
  const at = 1 + Math.floor(random() * (figures - 1))
  const digits = text.replace('.', '').split('e')[0].split('')
  ;[digits[at - 1], digits[at]] = [digits[at], digits[at - 1]]
  const swapped = Number(`${digits[0]}.${digits.slice(1).join('')}e${text.split('e')[1]}`)
  return digits[at] === digits[at - 1] || digits[0] === '0' ? null : swapped
}

/** One digit of a number becomes another. */
function miscopy(number: number, figures: number, random: () => number): number {
  const [mantissa, exponent] = number.toExponential(figures - 1).split('e')
  const digits = mantissa.replace('.', '').split('')
  const at = Math.floor(random() * figures)
  digits[at] = String(1 + ((Number(digits[at]) + Math.floor(random() * 8)) % 9))
  return Number(`${digits[0]}.${digits.slice(1).join('')}e${exponent}`)
}

const found = (at: ValueSite) => (at.quantity === 'voltage' ? at.self.I * at.self.R : at.self.V / at.self.R)
const has = (at: ValueSite, it: Has) => (at.quantity === 'voltage' ? it.V : it.I)
const isShared = (at: ValueSite) => (at.kind === 'series') === (at.quantity === 'current')
/** Only what is divided in the group, not what it hands on. */
const divided = (make: (at: ValueSite) => number | null) => (at: ValueSite) => (isShared(at) ? null : make(at))
const voltage = (make: (at: ValueSite) => number | null) =>
  divided((at) => (at.quantity === 'voltage' ? make(at) : null))
const current = (make: (at: ValueSite) => number | null) =>
  divided((at) => (at.quantity === 'current' ? make(at) : null))

/** Usual slips, each by a formula of its own. */
export const kinds: readonly Kind[] = [
  step(
    'reciprocals not turned over',
    'not-turned-over',
    parallel(({ R }) => over(R)),
  ),
  step(
    'parallel ones added',
    'added',
    parallel(({ R }) => add(R)),
  ),
  step(
    'product over sum of three',
    'product-over-sum',
    parallel(({ R }) => (R.length > 2 ? times(R) / add(R) : null)),
  ),
  step(
    'product without the sum',
    'product-only',
    parallel(({ R }) => (R.length === 2 ? R[0] * R[1] : null)),
  ),
  step('plain average', 'averaged', ({ R }) => add(R) / R.length),
  step(
    'one over the count',
    'over-count',
    parallel(({ R, random }) => pick(R, random) / R.length),
  ),
  step(
    'product over difference',
    'subtracted',
    parallel(({ R }) => (R.length === 2 ? (R[0] * R[1]) / Math.abs(R[0] - R[1]) : null)),
  ),
  step(
    'difference in series',
    'subtracted',
    series(({ R }) => (R.length === 2 ? Math.abs(R[0] - R[1]) : null)),
  ),
  step(
    'series as if parallel',
    'as-parallel',
    series(({ R }) => 1 / over(R)),
  ),
  step(
    'reciprocals added in series',
    'as-parallel',
    series(({ R }) => over(R)),
  ),
  step('kilohms and ohms mixed', 'mixed-units', ({ kind, R }) => {
    const bare = R.map((r) => (r >= 1000 ? r / 1000 : r))
    return R.some((r) => r >= 1000) && R.some((r) => r < 1000) ? lie(kind, bare) : null
  }),
  step('a term missing', 'dropped', ({ kind, R, random }) => lie(kind, drop(R, rank(random, R)))),
  step('a term twice', 'counted-twice', ({ kind, R, random }) => lie(kind, [...R, pick(R, random)])),
  step('one too many', 'one-too-many', ({ kind, R, beside, random }) =>
    beside.length > 0 ? lie(kind, [...R, pick(beside, random)]) : null,
  ),
  step('another group', 'wrong-group', ({ other }) => other && lie(other.kind, other.R)),
  step('an equivalent with an old value', 'old-value', ({ kind, R, inside, random }) => {
    const made = inside.flatMap((it, k) => (it ? [{ it, k }] : []))
    if (made.length === 0) return null
    const { it, k } = pick(made, random)
    return lie(kind, R.with(k, pick(it, random)))
  }),
  step(
    'reciprocals rounded to one figure',
    'rounded-early',
    parallel(({ R }) => 1 / add(R.map((r) => Number((1 / r).toPrecision(1))))),
  ),
  step('kilo lost', 'thousandfold', ({ kind, R, random }) => lie(kind, R) * pick([1e-3, 1e3], random)),
  step('decimal point', 'tenfold', ({ kind, R, random }) => lie(kind, R) * pick([0.1, 10], random)),
  step('digits of the result exchanged', 'transposed', ({ kind, R, random, figures }) =>
    swap(lie(kind, R), figures, random),
  ),
  step('digits of a term exchanged', 'transposed', ({ kind, R, random }) => {
    const k = rank(random, R)
    const other = swap(R[k], 2, random)
    return other === null || Number(R[k].toPrecision(2)) !== R[k] ? null : lie(kind, R.with(k, other))
  }),
  step('a digit of the result copied wrongly', 'copied', ({ kind, R, random, figures }) =>
    figures < 4 ? null : miscopy(lie(kind, R), 4, random),
  ),
  step('a digit of a term copied wrongly', 'copied', ({ kind, R, inside, random, figures }) => {
    const k = rank(random, R)
    return figures < 4 || inside[k] ? null : lie(kind, R.with(k, miscopy(R[k], 2, random)))
  }),
  step('negative', 'sign', ({ kind, R }) => -lie(kind, R)),

  value('the other quantity', 'exchanged', (at) =>
    isShared(at) ? null : at.quantity === 'voltage' ? at.self.I : at.self.V,
  ),
  value('milli lost', 'thousandfold', (at) => found(at) * pick([1e-3, 1e3], at.random)),
  value(
    'rounded early',
    'rounded-early',
    divided((at) => {
      const short = (it: number) => Number(it.toPrecision(1))
      return at.quantity === 'voltage' ? short(at.self.I) * at.self.R : short(at.self.V) / at.self.R
    }),
  ),
  value(
    'M for m',
    'thousandfold',
    current((at) => found(at) * 1e9),
  ),
  value('decimal point', 'tenfold', (at) => found(at) * pick([0.1, 10], at.random)),
  value('negative', 'sign', (at) => -found(at)),
  value('digits exchanged', 'transposed', (at) => swap(found(at), at.figures, at.random)),
  value(
    'wrong resistor on top',
    'wrong-on-top',
    divided((at) => {
      if (at.others.length !== 1) return null
      const [other] = at.others
      return (has(at, at.whole) * (at.quantity === 'voltage' ? other.R : at.self.R)) / (at.self.R + other.R)
    }),
  ),
  value(
    'own resistance missing below',
    'wrong-below',
    voltage((at) => (at.whole.V * at.self.R) / add(at.others.map(({ R }) => R))),
  ),
  value(
    'divider for two on three',
    'divider-of-two',
    divided((at) => {
      if (at.others.length < 2) return null
      const other = pick(at.others, at.random)
      return (has(at, at.whole) * (at.quantity === 'voltage' ? at.self.R : other.R)) / (at.self.R + other.R)
    }),
  ),
  value(
    'total current in a branch',
    'total-current',
    current((at) => pick([at.source.I, at.whole.I], at.random)),
  ),
  value(
    'the whole voltage at a part',
    'source-voltage',
    voltage((at) => pick([at.source.V, at.whole.V], at.random)),
  ),
  value(
    'Ohm’s law upside down',
    'inverted',
    divided((at) => {
      const { R, V, I } = at.self
      return at.quantity === 'voltage' ? pick([I / R, R / I], at.random) : pick([R / V, V * R], at.random)
    }),
  ),
  value(
    'source over a part',
    [['other-voltage'], ['source-voltage']],
    current((at) => at.source.V / at.self.R),
  ),
  value(
    'total current times a part',
    'other-current',
    voltage((at) => at.source.I * at.self.R),
  ),
  value(
    'a neighbour’s resistance',
    [['other-resistance'], ['other-value']],
    divided((at) => {
      const other = pick([...at.others, ...at.around, at.whole], at.random)
      return at.quantity === 'voltage' ? at.self.I * other.R : at.self.V / other.R
    }),
  ),
  value(
    'a neighbour’s value',
    [['other-value'], ['other-resistance']],
    divided((at) => has(at, pick([...at.others, ...at.around], at.random) ?? at.whole)),
  ),
  value(
    'wrong equivalent in the divider',
    [['other-resistance'], ['wrong-below']],
    divided((at) => {
      const [wrong] = at.around
      if (!wrong) return null
      return at.quantity === 'voltage' ? (at.whole.V * at.self.R) / wrong.R : (at.whole.I * wrong.R) / at.self.R
    }),
  ),
  value(
    'shared equally',
    'equal-share',
    divided((at) => has(at, at.whole) / (at.others.length + 1)),
  ),
  value(
    'rest from the source',
    'rest-of-other',
    divided((at) =>
      Math.abs(has(at, at.whole) / has(at, at.source) - 1) < 0.01
        ? null
        : has(at, at.source) - add(at.others.map((it) => has(at, it))),
    ),
  ),
  value(
    'added instead of subtracted',
    'added-rest',
    divided((at) => has(at, at.whole) + add(at.others.map((it) => has(at, it)))),
  ),
  value(
    'only one subtracted',
    'part-of-rest',
    divided((at) => (at.others.length < 2 ? null : has(at, at.whole) - has(at, pick(at.others, at.random)))),
  ),
  value(
    'product left undivided',
    [['no-divider'], ['inverted']],
    divided((at) =>
      at.others.length !== 1 ? null : has(at, at.whole) * (at.quantity === 'voltage' ? at.self.R : at.others[0].R),
    ),
  ),
  value('the resistance of one that shares a node', [['other-resistance'], ['other-value']], (at) => {
    if (isShared(at) || at.beside.length === 0) return null
    const other = pick(at.beside, at.random)
    return at.quantity === 'voltage' ? at.self.I * other.R : at.self.V / other.R
  }),
  value('the source over the sum of all', 'other-resistance', (at) =>
    at.all.length < 2 ? null : at.self.V / add(at.all.map(({ R }) => R)),
  ),
  value('a resistance for a current', 'other-value', (at) =>
    at.quantity === 'current' && !isShared(at) ? at.self.R : null,
  ),
  value(
    'I times R for I',
    'exchanged',
    current((at) => at.whole.I * at.whole.R),
  ),

  power('V over I', 'power-formula', ({ self }) => self.V / self.I),
  power('I times R', 'power-formula', ({ self }) => self.I * self.R),
  power('V over R', 'power-formula', ({ self }) => self.V / self.R),
  power('I times R, squared', 'power-formula', ({ self }) => (self.I * self.R) ** 2),
  power('doubled for squared', 'power-formula', ({ self }) => 2 * self.I * self.R),
  power('V squared times R', 'power-formula', ({ self }) => self.V ** 2 * self.R),
  power('I squared over R', 'power-formula', ({ self }) => self.I ** 2 / self.R),
  power('source squared over R', 'other-voltage', ({ self, source }) => source.V ** 2 / self.R),
  power('total squared times R', 'other-current', ({ self, source }) => source.I ** 2 * self.R),
  power('source times I', 'other-voltage', ({ self, source }) => source.V * self.I),
  power('V times total', 'other-current', ({ self, source }) => self.V * source.I),
  power('a neighbour’s resistance', 'other-resistance', ({ self, others, random }) =>
    others.length > 0 ? self.I ** 2 * pick(others, random).R : null,
  ),
  power('milli lost', 'thousandfold', ({ self, random }) => self.V * self.I * pick([1e-3, 1e3], random)),
  power('digits exchanged', 'transposed', ({ self, random, figures }) => swap(self.V * self.I, figures, random)),
  power('the power of the whole', 'other-value', ({ source }) => source.V * source.I),
]

/** A thousandfold of a slip; null where the slip alone changes nothing. */
function thousandfold(slip: number | null, right: number, random: () => number): number | null {
  return slip === null || Math.abs(slip / right - 1) < 0.01 ? null : slip * pick([1e-3, 1e3], random)
}

/** Pairs of slips: the first two of structure and arithmetic, the others of arithmetic and a thousandfold. */
export const pairs: readonly Kind[] = [
  step('another group, added', [['wrong-group', 'added']], ({ other }) =>
    other?.kind === 'parallel' ? add(other.R) : null,
  ),
  step('another group, not turned over', [['wrong-group', 'not-turned-over']], ({ other }) =>
    other?.kind === 'parallel' ? over(other.R) : null,
  ),
  step(
    'a term missing, not turned over',
    [['dropped', 'not-turned-over']],
    parallel(({ R, random }) => (R.length > 2 ? over(drop(R, rank(random, R))) : null)),
  ),
  step(
    'a term missing, added',
    [['dropped', 'added']],
    parallel(({ R, random }) => (R.length > 2 ? add(drop(R, rank(random, R))) : null)),
  ),
  step(
    'one too many, added',
    [['one-too-many', 'added']],
    parallel(({ R, beside, random }) => (beside.length > 0 ? add([...R, pick(beside, random)]) : null)),
  ),
  step(
    'an old value, added',
    [['old-value', 'added']],
    parallel(({ R, inside, random }) => {
      const k = inside.findIndex((it) => it !== null)
      return k < 0 ? null : add(R.with(k, pick(inside[k] ?? [NaN], random)))
    }),
  ),
  step(
    'added, a thousandfold',
    [['added', 'thousandfold']],
    parallel(({ R, random }) => thousandfold(add(R), 1 / over(R), random)),
  ),
  step('averaged, a thousandfold', [['averaged', 'thousandfold']], ({ kind, R, random }) =>
    thousandfold(add(R) / R.length, lie(kind, R), random),
  ),
  step('a term missing, a thousandfold', [['dropped', 'thousandfold']], ({ kind, R, random }) =>
    thousandfold(lie(kind, drop(R, rank(random, R))), lie(kind, R), random),
  ),
  value(
    'total current, a thousandfold',
    [['total-current', 'thousandfold']],
    current((at) => thousandfold(at.source.I, found(at), at.random)),
  ),
  value(
    'wrong on top, a thousandfold',
    [['wrong-on-top', 'thousandfold']],
    divided((at) => {
      if (at.others.length !== 1) return null
      const [other] = at.others
      const slip = (has(at, at.whole) * (at.quantity === 'voltage' ? other.R : at.self.R)) / (at.self.R + other.R)
      return thousandfold(slip, found(at), at.random)
    }),
  ),
  value(
    'a neighbour’s resistance, a thousandfold',
    [
      ['other-resistance', 'thousandfold'],
      ['other-value', 'thousandfold'],
    ],
    divided((at) => {
      const other = pick(at.others, at.random)
      return thousandfold(at.quantity === 'voltage' ? at.self.I * other.R : at.self.V / other.R, found(at), at.random)
    }),
  ),
  value(
    'both factors wrong',
    [
      ['other-voltage', 'other-resistance'],
      ['other-current', 'other-resistance'],
    ],
    divided((at) => {
      const other = pick(at.others, at.random)
      // Where the part itself has the whole of it, only one factor is wrong.
      if (at.quantity === 'voltage') return Math.abs(at.self.I / at.source.I - 1) < 0.01 ? null : at.source.I * other.R
      return Math.abs(at.self.V / at.source.V - 1) < 0.01 ? null : at.source.V / other.R
    }),
  ),
  power(
    'I times R, a thousandfold',
    [['power-formula', 'thousandfold']],
    ({ self, random }) => self.I * self.R * pick([1e-3, 1e3], random),
  ),
  power('source squared over R, a thousandfold', [['other-voltage', 'thousandfold']], ({ self, source, random }) =>
    Math.abs(self.V / source.V - 1) < 0.01 ? null : (source.V ** 2 / self.R) * pick([1e-3, 1e3], random),
  ),
  power('source’s voltage, squared too much', [['other-voltage', 'power-formula']], ({ self, source }) =>
    Math.abs(self.V / source.V - 1) < 0.01 ? null : source.V ** 2 * self.R,
  ),
]

/** Wrong numbers that no usual slip gives. */
export const unnamed: readonly Kind[] = [
  step('the geometric mean', [], ({ R }) => (R.length === 2 && R[0] !== R[1] ? Math.sqrt(R[0] * R[1]) : null)),
  step('any number', [], ({ kind, R, random }) => lie(kind, R) * 3 ** (2 * random() - 1)),
  step(
    'off by some',
    [],
    ({ kind, R, random }) => lie(kind, R) * (random() < 0.5 ? 1.03 + 0.1 * random() : 0.87 + 0.1 * random()),
  ),
  value('any number', [], (at) => found(at) * 3 ** (2 * at.random() - 1)),
  value(
    'off by some',
    [],
    (at) => found(at) * (at.random() < 0.5 ? 1.03 + 0.1 * at.random() : 0.87 + 0.1 * at.random()),
  ),
  value(
    'a root',
    [],
    divided((at) => Math.sqrt(Math.abs(found(at))) * 1.3),
  ),
  power('any number', [], ({ self, random }) => self.V * self.I * 3 ** (2 * random() - 1)),
  power('off by some', [], ({ self, random }) => self.V * self.I * (1.03 + 0.1 * random())),
]
