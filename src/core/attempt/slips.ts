import { isExactly, isNearly, type Answer } from './answer'

/** The usual slips, by what they are called. The likeliest to be meant stand first where one number fits several. */
export const slipNames = {
  kind: 'series taken for parallel, or parallel for series',
  'junction-between': 'combined across a junction or the supply',
  apart: 'combined parts that share no node',
  'left-out': 'left out a resistor on the path',
  'stopped-early': 'stopped although a group is left',
  'not-the-bridge': 'named other resistors than those that stop the reduction',
  'carried-wrong': 'carried over the wrong quantity',
  sign: 'sign',
  thousandfold: 'a thousandfold: a lost kilo or milli',
  exchanged: 'voltage and current exchanged',
  'not-turned-over': 'sum of reciprocals not turned over',
  added: 'added in parallel',
  'product-over-sum': 'product over sum with three or more',
  'as-parallel': 'combined as parallel what lies in series',
  'mixed-units': 'kilohms mixed with ohms',
  dropped: 'a resistor dropped',
  'old-value': 'an equivalent reused with an old value',
  'wrong-on-top': 'the wrong resistor on top in the divider',
  'total-current': 'the total current in a branch',
  'power-formula': 'power formula mixed up',
  inverted: 'Ohm’s law the wrong way up',
  'wrong-sheet': 'a value from the wrong sheet',
  'wrong-group': 'the equivalent of the wrong group',
  'rounded-early': 'rounded too early',
} as const

export type Slip = keyof typeof slipNames

/** A number that a slip would give; with `scaled`, in whatever prefix it was reckoned. */
export interface Candidate {
  readonly slip: Slip
  readonly value: number
  readonly scaled?: boolean
}

const thousands = [1e-6, 1e-3, 1e3, 1e6]
/** Results of reckoning in kilohms or milliamperes that are no resistance, or no resistance squared. */
const scales = [1, ...thousands, 1e-9, 1e9]
/** Nearer than this it is taken for a value that was rounded on the way. */
const early = 0.06

/**
 * Which slips give the typed number, the likeliest first: those that give it to the digit before those that give it
 * nearly; then in the order of {@link slipNames}.
 *
 * @param targets the right value, and what the learner's own earlier values lead to
 */
export function slipsFor(answer: Answer, targets: readonly number[], candidates: readonly Candidate[]): Slip[] {
  const size = { ...answer, value: Math.abs(answer.value) }
  const all: Candidate[] = [
    ...(answer.value < 0 ? targets.map((value): Candidate => ({ slip: 'sign', value: -value })) : []),
    ...targets.flatMap((value) =>
      thousands.map((scale): Candidate => ({ slip: 'thousandfold', value: value * scale })),
    ),
    ...candidates.flatMap(({ slip, value, scaled }) =>
      (scaled ? scales : [1]).map((scale): Candidate => ({ slip, value: value * scale })),
    ),
  ].filter(({ value }) => Number.isFinite(value) && value !== 0)
  const order = Object.keys(slipNames) as Slip[]
  const fits = (how: typeof isExactly) =>
    all
      .filter(({ slip, value }) => how(slip === 'sign' ? answer : size, value))
      .map(({ slip }) => slip)
      .sort((a, b) => order.indexOf(a) - order.indexOf(b))
  const close = targets.some((target) => Math.abs(answer.value - target) <= early * Math.abs(target))
  return [...new Set([...fits(isExactly), ...fits(isNearly), ...(close ? (['rounded-early'] as const) : [])])]
}
