import { greatestCommonDivisor, type Amount, type Arithmetic } from '../../number'
import { amount, fraction, number, sign, sum, typeset, typesetAmount, type Formula } from '../explain'
import { R, type Method, type Need, type Surroundings } from './method'

/** The resistances of the members of a group of one kind; nothing where an element stands for no such group. */
function members(kind: 'series' | 'parallel') {
  return (_quantity: unknown, element: number, { groupOf, isZeroOhm }: Surroundings): readonly (readonly Need[])[] => {
    const group = groupOf(element)
    if (group?.kind !== kind || (kind === 'parallel' && group.members.some(isZeroOhm))) return []
    return [group.members.map(R)]
  }
}

function total<N>(values: readonly N[], { add }: Arithmetic<N>): N {
  return values.reduce((sofar, value) => add(sofar, value))
}

const finds = ['resistance'] as const
const parallel = members('parallel')
const one: Formula = [number(1)]

/** 1/R1 + 1/R2 + … */
function reciprocalsOf(values: readonly Amount[]): Formula {
  return total(
    values.map((value) => typeset.invert(typesetAmount(value, 'Ω'))),
    typeset,
  ).tokens
}

/** Longer whole numbers are not read as a common denominator. */
const longestDenominator = 9

/** The least common multiple of the resistances' numerators, and how often each goes into it; null where it is too long. */
function commonDenominator<N>(
  values: readonly N[],
  { ratio }: Arithmetic<N>,
): { whole: bigint; times: bigint[] } | null {
  const ratios = values.map(ratio)
  let whole = 1n
  for (const it of ratios) {
    if (it === null || String(it.n).length > longestDenominator) return null
    whole = (whole / greatestCommonDivisor(whole, it.n)) * it.n
  }
  if (String(whole).length > longestDenominator) return null
  return { whole, times: ratios.flatMap((it) => (it ? [(whole / it.n) * it.d] : [])) }
}

/** 1/Req = 1/R1 + 1/R2 + … */
const sumOfReciprocals: NonNullable<Method['law']> = (own, used) => [
  typeset.invert(own),
  total(
    used.map((it) => typeset.invert(it)),
    typeset,
  ),
]

/** How the equivalent of a parallel group is worked out; the school's names for them are those of the table. */
export const parallelMethods = {
  reciprocals: {
    finds,
    choice: 'reciprocals',
    wording: 'reciprocals summed and turned over',
    needs: parallel,
    law: sumOfReciprocals,
    // Each reciprocal is written down, then their sum, as a person does.
    work: (values, arithmetic) => {
      const { invert, writeOnTheWay: note } = arithmetic
      return invert(
        note(
          total(
            values.map((value) => note(invert(value))),
            arithmetic,
          ),
        ),
      )
    },
    written: (own, values, value, arithmetic) => {
      const { writeOnTheWay: note, invert, toAmount, write } = arithmetic
      const noted = values.map((it) => note(invert(it.number)))
      const sumOf = note(total(noted, arithmetic))
      const shown = noted.map((it) => toAmount(it))
      const onPaper = shown.some(({ rounded }) => rounded)
      const whole = amount(toAmount(write(sumOf)), 'S')
      const reciprocals = reciprocalsOf(values.map((it) => it.amount))
      return {
        lines: [
          [
            fraction(one, own),
            sign('='),
            ...reciprocals,
            ...(onPaper ? [sign('='), sum(shown, 'S')] : []),
            sign('='),
            whole,
          ],
          [...own, sign('='), fraction(one, [whole]), sign('='), amount(value, 'Ω')],
        ],
        work: [fraction(one, onPaper ? [whole] : reciprocals)],
      }
    },
  },
  'product-over-sum': {
    finds,
    choice: 'product-over-sum',
    wording: 'product over sum',
    needs: (...at) => parallel(...at).filter(({ length }) => length === 2),
    work: ([a, b], { multiply, divide, add }) => divide(multiply(a, b), add(a, b)),
  },
  'value-over-count': {
    finds,
    choice: 'value-over-count',
    wording: 'value over count',
    needs: parallel,
    suits: (values, { compare }) => values.every((value) => compare(value, values[0]) === 0),
    work: (values, { divide, from }) => divide(values[0], from({ value: values.length, exact: String(values.length) })),
  },
  'common-denominator': {
    finds,
    choice: 'common-denominator',
    wording: 'a common denominator',
    needs: parallel,
    suits: (values, arithmetic) => commonDenominator(values, arithmetic) !== null,
    law: sumOfReciprocals,
    work: (values, arithmetic) => arithmetic.invert(total(values.map(arithmetic.invert), arithmetic)),
    written: (own, values, value, arithmetic) => {
      const common = commonDenominator(
        values.map((it) => it.number),
        arithmetic,
      )
      if (!common) throw new Error('a common denominator was taken where there is none')
      const { whole, times } = common
      const below = amount({ value: Number(whole), exact: { n: whole, d: 1n, root: 1n } }, 'Ω')
      const over = times.flatMap((count, i) => [...(i > 0 ? [sign('+')] : []), number(Number(count))])
      const counted = number(Number(times.reduce((a, b) => a + b)))
      const work: Formula = [fraction([below], [counted])]
      return {
        lines: [
          [
            fraction(one, own),
            sign('='),
            ...reciprocalsOf(values.map((it) => it.amount)),
            sign('='),
            fraction(over, [below]),
            sign('='),
            fraction([counted], [below]),
          ],
          [...own, sign('='), ...work, sign('='), amount(value, 'Ω')],
        ],
        work,
      }
    },
  },
} as const satisfies Readonly<Record<string, Method>>

/** How an equivalent resistance, or one that an exchange puts into place, is found. */
export const resistanceMethods = {
  ...parallelMethods,
  sum: { finds, wording: 'resistances in series add', needs: members('series'), work: total },
  /** Beside zero ohms the equivalent is 0 Ω. */
  short: {
    finds,
    wording: 'zero ohms beside it: the equivalent is 0 Ω',
    needs: (_quantity, element, { groupOf, isZeroOhm }) => {
      const zero = groupOf(element)?.kind === 'parallel' ? groupOf(element)?.members.find(isZeroOhm) : undefined
      return zero === undefined ? [] : [[R(zero)]]
    },
    work: ([zero]) => zero,
    handsOn: true,
  },
  /**
   * Ra = Rab · Rca / (Rab + Rbc + Rca): the two members at the corner, then all three (Kennelly, “Equivalence of
   * triangles and three-pointed stars”, 1899).
   */
  'delta-to-wye': {
    finds,
    wording: 'the two beside the corner over all three',
    needs: () => [],
    work: ([a, b, ...all], arithmetic) => arithmetic.divide(arithmetic.multiply(a, b), total(all, arithmetic)),
  },
  /** Rab = (Ra·Rb + Rb·Rc + Rc·Ra) / Rc: the three legs, then the one opposite (Kennelly, 1899). */
  'wye-to-delta': {
    finds,
    wording: 'the products of the legs two by two over the one opposite',
    needs: () => [],
    work: ([a, b, c, opposite], arithmetic) => {
      const { multiply, divide } = arithmetic
      return divide(total([multiply(a, b), multiply(b, c), multiply(c, a)], arithmetic), opposite)
    },
  },
  /** Rij = Ri · Rj · (1/R1 + 1/R2 + …): the two, then all legs. */
  'star-to-mesh': {
    finds,
    wording: 'the two legs times the sum of all reciprocals',
    needs: () => [],
    work: ([a, b, ...all], arithmetic) =>
      arithmetic.multiply(arithmetic.multiply(a, b), total(all.map(arithmetic.invert), arithmetic)),
  },
  /** A leg of 0 Ω makes its corner the centre, and the others stay; a delta of 0 Ω has legs of 0 Ω. */
  stays: { finds, wording: 'stays as it is', needs: () => [], work: ([it]) => it, handsOn: true },
} as const satisfies Readonly<Record<string, Method>>
