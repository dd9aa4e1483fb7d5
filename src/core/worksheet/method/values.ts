import type { Quantity } from '../../number'
import { typeset, type Typeset } from '../explain'
import { I, P, R, sharedIn, signedSum, V, type Method, type Need, type Surroundings } from './method'

type Of = (quantity: Quantity, element: number, around: Surroundings) => readonly (readonly Need[])[]

const both = ['voltage', 'current'] as const

/**
 * What a group finds for each of its members, not what it hands on: the voltage in series, the current in parallel.
 *
 * @returns nothing where the current of the group or the element is undefined
 */
function foundIn(
  kind: 'series' | 'parallel',
  needs: (at: {
    element: number
    group: number
    others: readonly number[]
    around: Surroundings
  }) => readonly (readonly Need[])[],
): Of {
  return (quantity, element, around) => {
    const group = around.groupAround(element)
    if (group?.kind !== kind || quantity === sharedIn(kind)) return []
    if (!around.carries(element) || !around.carries(group.result)) return []
    const others = group.members.filter((member) => member !== element)
    return needs({ element, group: group.result, others, around })
  }
}

/** What one kind of group finds, or the other. */
const either =
  (inSeries: Of, inParallel: Of): Of =>
  (quantity, element, around) =>
    (around.groupAround(element)?.kind === 'series' ? inSeries : inParallel)(quantity, element, around)

/** A whole, times one resistance over another. */
const proportion: Method['work'] = ([whole, over, under], { multiply, divide }) => multiply(whole, divide(over, under))

/** What {@link proportion} is turned round from: I1 · R1 = I2 · R2. */
const inProportion = (own: Typeset, [whole, over, under]: readonly Typeset[]) =>
  [typeset.multiply(own, under), typeset.multiply(whole, over)] as const

/** How a voltage or current is found; those with a choice are offered wherever they apply, in this order. */
export const valueMethods = {
  /** Known before anything was worked out. */
  given: {
    finds: ['resistance', 'voltage', 'current', 'power'],
    wording: 'given',
    needs: () => [],
    work: ([it]) => it,
  },
  carried: {
    finds: both,
    wording: {
      current: 'one current in series: the same as in {from}',
      voltage: 'one voltage in parallel: the same as across {from}',
    },
    needs: (quantity, element, { groupAround, carries }) => {
      const group = groupAround(element)
      if (!group || quantity !== sharedIn(group.kind)) return []
      return quantity === 'current' && !carries(group.result) ? [] : [[[quantity, group.result]]]
    },
    work: ([it]) => it,
    handsOn: true,
  },
  /** Carried outward, to the equivalent from the member in which it is known. */
  outward: {
    finds: both,
    wording: {
      current: 'one current in series: the same as in {from}',
      voltage: 'one voltage in parallel: the same as across {from}',
    },
    needs: (quantity, element, { groupOf, carries }) => {
      const group = groupOf(element)
      if (!group || quantity !== sharedIn(group.kind)) return []
      return group.members
        .filter((member) => quantity === 'voltage' || carries(member))
        .map((member) => [[quantity, member]])
    },
    work: ([it]) => it,
    handsOn: true,
  },
  /** V = I · R. */
  'ohm-voltage': {
    finds: ['voltage'],
    choice: 'ohm',
    wording: 'Ohm’s law',
    needs: (_quantity, element, { carries }) => (carries(element) ? [[I(element), R(element)]] : []),
    isLaw: true,
    changesUnit: true,
    work: ([current, resistance], { multiply }) => multiply(current, resistance),
  },
  /** I = V / R. */
  'ohm-current': {
    finds: ['current'],
    choice: 'ohm',
    wording: 'Ohm’s law',
    needs: (_quantity, element, { carries, isZeroOhm }) =>
      carries(element) && !isZeroOhm(element) ? [[V(element), R(element)]] : [],
    isLaw: true,
    changesUnit: true,
    law: (own, [voltage, resistance]) => [voltage, typeset.multiply(own, resistance)],
    work: ([voltage, resistance], { divide }) => divide(voltage, resistance),
  },
  /** Ix = I · Rother / (Rx + Rother). */
  'current-divider-of-two': {
    finds: ['current'],
    choice: 'divider',
    wording: 'current divider for two branches',
    needs: foundIn('parallel', ({ element, group, others, around: { isZeroOhm } }) =>
      isZeroOhm(element) || others.length !== 1 ? [] : [[I(group), R(others[0]), R(element)]],
    ),
    work: ([whole, other, own], { multiply, divide, add }) => multiply(whole, divide(other, add(own, other))),
  },
  /** Vx = V · Rx / Rsum. */
  'voltage-divider': {
    finds: ['voltage'],
    choice: 'divider',
    wording: 'voltage divider',
    needs: foundIn('series', ({ element, group, around: { isZeroOhm } }) =>
      isZeroOhm(group) ? [] : [[V(group), R(element), R(group)]],
    ),
    work: proportion,
  },
  /** Ix = I · Req / Rx. */
  'current-divider': {
    finds: ['current'],
    choice: 'divider-equivalent',
    wording: 'current divider',
    needs: foundIn('parallel', ({ element, group, around: { isZeroOhm } }) =>
      isZeroOhm(element) ? [] : [[I(group), R(group), R(element)]],
    ),
    work: proportion,
  },
  ratio: {
    finds: both,
    choice: 'ratio',
    wording: {
      voltage: 'voltages in proportion to the resistances, compared with {from}',
      current: 'currents inversely as the resistances, compared with {from}',
    },
    needs: either(
      foundIn('series', ({ element, others, around: { isZeroOhm } }) =>
        others.filter((other) => !isZeroOhm(other)).map((other) => [V(other), R(element), R(other)]),
      ),
      foundIn('parallel', ({ element, others, around: { isZeroOhm, carries } }) =>
        isZeroOhm(element)
          ? []
          : others
              .filter((other) => !isZeroOhm(other) && carries(other))
              .map((other) => [I(other), R(other), R(element)]),
      ),
    ),
    law: inProportion,
    work: proportion,
  },
  /** Kirchhoff's voltage law in series, his current law in parallel. */
  rest: {
    finds: both,
    choice: 'rest',
    wording: {
      voltage: 'the rest of the voltage (Kirchhoff’s voltage law)',
      current: 'the rest of the current (Kirchhoff’s current law)',
    },
    needs: either(
      foundIn('series', ({ group, others }) => [[V(group), ...others.map(V)]]),
      foundIn('parallel', ({ group, others, around: { carries } }) =>
        others.every(carries) ? [[I(group), ...others.map(I)]] : [],
      ),
    ),
    law: (own, [whole, ...others]) => [whole, [...others, own].reduce((a, b) => typeset.add(a, b))],
    work: ([whole, ...others], { subtract }) => others.reduce((left, other) => subtract(left, other), whole),
  },
  /** V = √(P · R). */
  'voltage-from-power': {
    finds: ['voltage'],
    wording: 'from the power and the resistance',
    needs: (_quantity, element) => [[P(element), R(element)]],
    isLaw: true,
    changesUnit: true,
    law: (own, [power, resistance]) => [power, typeset.divide(typeset.multiply(own, own), resistance)],
    work: ([power, resistance], { multiply, squareRoot }) => squareRoot(multiply(power, resistance)),
  },
  /** I = √(P / R). */
  'current-from-power': {
    finds: ['current'],
    wording: 'from the power and the resistance',
    needs: (_quantity, element, { isZeroOhm }) => (isZeroOhm(element) ? [] : [[P(element), R(element)]]),
    changesUnit: true,
    law: (own, [power, resistance]) => [power, typeset.multiply(typeset.multiply(own, own), resistance)],
    work: ([power, resistance], { divide, squareRoot }) => squareRoot(divide(power, resistance)),
  },
  /** No voltage stands across zero ohms, whatever flows; none flows beside them. */
  none: {
    finds: ['voltage', 'current', 'power'],
    wording: 'nothing beside zero ohms',
    needs: () => [],
    work: (_values, { zero }) => zero,
  },
  /** Zero-ohm paths side by side: how they share the current is undefined. */
  undefined: {
    finds: ['current', 'power'],
    wording: 'zero ohms in parallel: how they share the current is undefined',
    needs: () => [],
    work: (_values, { zero }) => zero,
  },
  /** What a meter shows, or a wire carries, in a loop of ideal wire. */
  loop: {
    finds: ['current'],
    wording: 'in a loop of ideal wire: how the current is shared is undefined',
    needs: () => [],
    work: (_values, { zero }) => zero,
  },
  untied: {
    finds: ['voltage'],
    wording: 'an end that 0 Ω ties to the supply: what it shows is undefined',
    needs: () => [],
    work: (_values, { zero }) => zero,
  },
  /** Kirchhoff's current law at the points on one side of a meter, or of a wire. */
  'current-law': {
    finds: [],
    wording: 'what flows on beyond it (Kirchhoff’s current law)',
    needs: () => [],
    work: (values, arithmetic, signs) => signedSum(values, signs, arithmetic),
  },
  /** Of what was exchanged: the voltage across two legs, or what flows together at a corner. */
  exchanged: {
    finds: both,
    wording: { voltage: 'the difference between two legs', current: 'what leaves its corner together' },
    needs: () => [],
    work: (values, arithmetic, signs) => signedSum(values, signs, arithmetic),
  },
  /** A potential: that of the node behind, and the drop between. */
  drops: {
    finds: [],
    wording: 'the drops on the way, added up',
    needs: () => [],
    work: (values, arithmetic, signs) => signedSum(values, signs, arithmetic),
  },
  /** Nothing flows between, so nothing drops. */
  tied: {
    finds: [],
    wording: 'nothing flows between, so nothing drops',
    needs: () => [],
    work: ([it]) => it,
    handsOn: true,
  },
  /**
   * What is known inside a bridge, compared with what one volt of the supply would give there: all values are in
   * proportion. The known value, then that of one volt, then the volt.
   */
  'in-proportion': {
    finds: ['voltage'],
    wording: 'in proportion: one volt of the supply would give so much at {from}',
    needs: () => [],
    isByNumbers: true,
    work: ([known, trial, volt], { multiply, divide }) => multiply(volt, divide(known, trial)),
  },
  /** The same from a power, which goes with the square of the voltage. */
  'in-proportion-to-root': {
    finds: ['voltage'],
    wording: 'in proportion: one volt of the supply would give so much at {from}, and power goes with its square',
    needs: () => [],
    isByNumbers: true,
    work: ([known, trial, volt], { multiply, divide, squareRoot }) => multiply(volt, squareRoot(divide(known, trial))),
  },
  V·I: {
    finds: ['power'],
    choice: 'V·I',
    wording: 'power from voltage and current',
    needs: (_quantity, element, { carries }) => (carries(element) ? [[V(element), I(element)]] : []),
    isLaw: true,
    changesUnit: true,
    work: ([voltage, current], { multiply }) => multiply(voltage, current),
  },
  'I²·R': {
    finds: ['power'],
    choice: 'I²·R',
    wording: 'power from current and resistance',
    needs: (_quantity, element, { carries }) => (carries(element) ? [[I(element), R(element)]] : []),
    changesUnit: true,
    work: ([current, resistance], { multiply }) => multiply(multiply(current, current), resistance),
  },
  'V²/R': {
    finds: ['power'],
    choice: 'V²/R',
    wording: 'power from voltage and resistance',
    needs: (_quantity, element, { isZeroOhm }) => (isZeroOhm(element) ? [] : [[V(element), R(element)]]),
    changesUnit: true,
    work: ([voltage, resistance], { multiply, divide }) => divide(multiply(voltage, voltage), resistance),
  },
} as const satisfies Readonly<Record<string, Method>>
