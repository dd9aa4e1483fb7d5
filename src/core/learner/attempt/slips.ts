import { writeQuantity, type Quantity } from '../../number'
import type { Combination } from '../../structure'
import { isExactly, isNearly, type Answer } from './answer'
import { equivalentOf } from './equivalent'

/** A step that was worked out, and what stood around it. */
export interface StepAt {
  readonly kind: 'series' | 'parallel'
  /** The resistances of its members. */
  readonly values: readonly number[]
  /** For each member that is an equivalent the kind of its step and the resistances inside it; null for a resistor. */
  readonly inside: readonly ({ readonly kind: 'series' | 'parallel'; readonly values: readonly number[] } | null)[]
  /** The other groups that its sheet offered. */
  readonly others: readonly { readonly kind: 'series' | 'parallel'; readonly values: readonly number[] }[]
  /** All resistances that are known. */
  readonly known: readonly number[]
}

/** A voltage, current or power that was found, and what stood around it; NaN for what is not known. */
export interface ValueAt {
  readonly quantity: Exclude<Quantity, 'resistance'>
  readonly r: number
  readonly v: number
  readonly i: number
  /** The group that takes the element in, with what it has, and the resistances of the other members. */
  readonly group:
    | (Pick<Combination, 'kind'> & {
        readonly v: number
        readonly i: number
        readonly total: number
        readonly others: readonly number[]
      })
    | null
  /** The current of the whole, where that is another element. */
  readonly wholeCurrent: number
  /** What the other elements have, and of resistances those that are not of the group itself. */
  readonly resistances: readonly number[]
  readonly outerResistances: readonly number[]
  readonly voltages: readonly number[]
  readonly currents: readonly number[]
  readonly same: readonly number[]
}

/** A usual slip: what it is called, what is said of it, and the numbers that it gives. To add one, add an entry. */
interface SlipEntry {
  readonly name: string
  /** What helps; a slip that is told by other sentences has none. */
  readonly remark?: string
  readonly ofStep?: (at: StepAt) => readonly number[]
  readonly ofValue?: (at: ValueAt) => readonly number[]
  /** What it gives for a step is no resistance, so it may be in whatever prefix it was reckoned. */
  readonly isScaled?: true
  /** It gives these numbers whatever the step or value, from what would have been right. */
  readonly ofTarget?: (target: number, isNegative: boolean) => readonly number[]
}

const sum = (values: readonly number[]) => values.reduce((a, b) => a + b, 0)
const reciprocals = (values: readonly number[]) => sum(values.map((value) => 1 / value))
const without = (values: readonly number[], k: number) => values.filter((_, i) => i !== k)
const thousands = [1e-6, 1e-3, 1e3, 1e6]

/** The number that stands before the prefix: 4.7 of 4.7 kΩ. */
function bareNumber(value: number): number {
  const { prefix } = writeQuantity({ value }, 'Ω', 6)
  return prefix === 'k' ? value / 1e3 : prefix === 'M' ? value / 1e6 : prefix === 'm' ? value * 1e3 : value
}

/** The usual slips. The likeliest to be meant stand first where one number fits several. */
export const slips = {
  kind: { name: 'series taken for parallel, or parallel for series' },
  'junction-between': { name: 'combined across a junction or the supply' },
  apart: { name: 'combined parts that share no node' },
  'left-out': { name: 'left out a resistor on the path' },
  'stopped-early': { name: 'stopped although a group is left' },
  'not-the-bridge': { name: 'named other resistors than those that stop the reduction' },
  'carried-wrong': { name: 'carried over the wrong quantity' },
  sign: {
    name: 'sign',
    remark: 'the size is right; but along the current every drop is positive',
    ofTarget: (target, isNegative) => (isNegative ? [-target] : []),
  },
  thousandfold: {
    name: 'a thousandfold: a lost kilo or milli',
    remark: 'look at the prefixes of what was put in, and of the answer',
    ofTarget: (target) => thousands.map((scale) => target * scale),
  },
  exchanged: {
    name: 'voltage and current exchanged',
    remark: 'this is the number of the other one',
    ofValue: ({ quantity, v, i }) => (quantity === 'power' ? [] : [quantity === 'voltage' ? i : v]),
  },
  'not-turned-over': {
    name: 'sum of reciprocals not turned over',
    remark: '1 divided by this is the equivalent',
    isScaled: true,
    ofStep: ({ kind, values }) => (kind === 'parallel' ? [reciprocals(values)] : []),
  },
  added: {
    name: 'added in parallel',
    remark: 'in parallel the equivalent is less than the smallest of them',
    ofStep: ({ kind, values }) => (kind === 'parallel' ? [sum(values)] : []),
  },
  'product-over-sum': {
    name: 'product over sum with three or more',
    remark: 'it works for two only; take two at a time, or sum the reciprocals',
    isScaled: true,
    ofStep: ({ kind, values }) =>
      kind === 'parallel' && values.length > 2 ? [values.reduce((a, b) => a * b, 1) / sum(values)] : [],
  },
  'as-parallel': {
    name: 'combined as parallel what lies in series',
    remark: 'in series resistances add',
    isScaled: true,
    ofStep: ({ kind, values }) => (kind === 'series' ? [1 / reciprocals(values), reciprocals(values)] : []),
  },
  'mixed-units': {
    name: 'kilohms mixed with ohms',
    remark: 'bring them to one unit first',
    isScaled: true,
    ofStep: ({ kind, values }) => {
      const bare = values.map(bareNumber)
      return new Set(values.map((value, k) => value / bare[k])).size > 1 ? [equivalentOf(kind, bare)] : []
    },
  },
  dropped: {
    name: 'a resistor dropped',
    remark: 'every member of the group counts',
    ofStep: ({ kind, values }) =>
      values.length > 2 ? values.map((_, k) => equivalentOf(kind, without(values, k))) : [],
  },
  'old-value': {
    name: 'an equivalent reused with an old value',
    remark: 'use its value now, not that of what it was made of',
    ofStep: ({ kind, values, inside }) =>
      inside.flatMap((own, k) => {
        if (own === null) return []
        const old = [...own.values, ...(own.kind === 'parallel' ? [sum(own.values), reciprocals(own.values)] : [])]
        return old.map((value) => equivalentOf(kind, values.with(k, value)))
      }),
  },
  'wrong-on-top': {
    name: 'the wrong resistor on top in the divider',
    remark: 'in series a part’s own resistance stands on top; between two branches the other one’s does',
    ofValue: ({ quantity, group, r }) => {
      if (group === null) return []
      const { kind, v, i, total, others } = group
      const isMany = others.length > 1
      if (quantity === 'voltage' && kind === 'series')
        return [...others.map((other) => (v * other) / total), ...(isMany ? [(v * (total - r)) / total] : [])]
      if (quantity !== 'current' || kind !== 'parallel') return []
      return [(i * r) / total, ...(isMany ? others.map((other) => (i * other) / total) : [])]
    },
  },
  'total-current': {
    name: 'the total current in a branch',
    remark: 'in parallel it divides between the branches',
    ofValue: ({ quantity, group, wholeCurrent }) =>
      quantity === 'current' && group?.kind === 'parallel' ? [group.i, wholeCurrent] : [],
  },
  'power-formula': {
    name: 'power formula mixed up',
    remark: 'P = V · I = I² · R = V² / R',
    ofValue: ({ quantity, v, i, r }) =>
      quantity === 'power'
        ? [v * v * r, i * i * i * r, i * r * r, (i * i) / r, v / r, v * r, i * r, (v * v) / (r * r), v + i]
        : [],
  },
  inverted: {
    name: 'Ohm’s law the wrong way up',
    remark: 'V = I · R, so I = V / R',
    ofValue: ({ quantity, v, i, r }) =>
      quantity === 'power' ? [] : quantity === 'voltage' ? [i / r, r / i] : [v * r, r / v],
  },
  'wrong-sheet': {
    name: 'a value from the wrong sheet',
    remark: 'it belongs to another part or equivalent',
    ofStep: ({ known }) => known,
    ofValue: ({ quantity, v, i, voltages, currents, same }) => [
      ...(quantity === 'power' ? [...voltages.map((other) => other * i), ...currents.map((other) => other * v)] : []),
      ...same,
    ],
  },
  'wrong-group': {
    name: 'the equivalent of the wrong group',
    remark: 'look which resistance belongs to this step',
    ofStep: ({ others }) => others.map(({ kind, values }) => equivalentOf(kind, values)),
    ofValue: ({ quantity, v, i, r, group, resistances, outerResistances }) => {
      if (quantity === 'power') return resistances.flatMap((other) => [i * i * other, (v * v) / other])
      const inOhm = resistances.map((other) => (quantity === 'voltage' ? i * other : v / other))
      if (quantity === 'voltage' && group?.kind === 'series')
        return [...outerResistances.flatMap((other) => [(group.v * r) / other, (group.v * r) / (r + other)]), ...inOhm]
      if (quantity === 'current' && group?.kind === 'parallel')
        return [
          ...outerResistances.flatMap((other) => [(group.i * other) / r, (group.i * other) / (r + other)]),
          ...inOhm,
        ]
      return inOhm
    },
  },
  'rounded-early': { name: 'rounded too early', remark: 'close; carry one figure more on the way' },
} as const satisfies Readonly<Record<string, SlipEntry>>

export type Slip = keyof typeof slips

const entries = Object.entries(slips) as [Slip, SlipEntry][]

/** What is said of a slip. */
export function slipRemark(slip: Slip): string {
  const { remark, name }: SlipEntry = slips[slip]
  return remark ?? name
}

/** Results of reckoning in kilohms or milliamperes that are no resistance, or no resistance squared. */
const scales = [1, ...thousands, 1e-9, 1e9]
/** Nearer than this it is taken for a value that was rounded on the way. */
const early = 0.06

/**
 * Which slips give the typed number, the likeliest first: those that give it to the digit before those that give it
 * nearly; then in the order of {@link slips}.
 *
 * @param targets the right value, and what the learner's own earlier values lead to
 * @param steps the step, with the learner's own values and with the true ones; or the value, likewise
 */
export function slipsFor(
  answer: Answer,
  targets: readonly number[],
  steps: readonly StepAt[],
  values: readonly ValueAt[],
): Slip[] {
  const size = { ...answer, value: Math.abs(answer.value) }
  const all = entries.flatMap(([slip, { ofStep, ofValue, ofTarget, isScaled }]) =>
    [
      ...targets.flatMap((target) => ofTarget?.(target, answer.value < 0) ?? []),
      ...steps.flatMap((at) =>
        (ofStep?.(at) ?? []).flatMap((value) => (isScaled ? scales : [1]).map((scale) => value * scale)),
      ),
      ...values.flatMap((at) => (ofValue?.(at) ?? []).map(Math.abs)),
    ]
      .filter((value) => Number.isFinite(value) && value !== 0)
      .map((value) => ({ slip, value })),
  )
  const fits = (how: typeof isExactly) =>
    all.filter(({ slip, value }) => how(slip === 'sign' ? answer : size, value)).map(({ slip }) => slip)
  const close = targets.some((target) => Math.abs(answer.value - target) <= early * Math.abs(target))
  return [...new Set([...fits(isExactly), ...fits(isNearly), ...(close ? (['rounded-early'] as const) : [])])]
}
