import type { Amount } from '../quantity'
import type { Explained } from './explain'
import { amount, fraction, number, sign, sum, symbol, type Formula } from './token'

/** How the equivalent of a parallel group is worked out. */
export type ParallelWay = 'reciprocals' | 'product-over-sum' | 'value-over-count' | 'common-denominator'

/** Longer whole numbers are not read as a common denominator. */
const longestDenominator = 9

/**
 * The ways that apply to a parallel group: product over sum to two members, value over count to equal ones, a common
 * denominator to exact values whose denominator stays readable. None where a member has 0 Ω: the result is 0 Ω.
 */
export function parallelWays(members: readonly Explained[]): ParallelWay[] {
  const values = members.map(({ resistance }) => resistance)
  if (values.some(({ value }) => value === 0)) return []
  return [
    'reciprocals',
    ...(values.length === 2 ? (['product-over-sum'] as const) : []),
    ...(values.every((other) => same(other, values[0])) ? (['value-over-count'] as const) : []),
    ...(commonDenominator(values) ? (['common-denominator'] as const) : []),
  ]
}

function same(a: Amount, b: Amount): boolean {
  return a.exact === b.exact && a.value === b.value
}

/** The least common multiple of the resistances' numerators, and how often each goes into it. */
function commonDenominator(values: readonly Amount[]): { whole: bigint; times: bigint[] } | null {
  const fractions: { n: bigint; d: bigint }[] = []
  let whole = 1n
  for (const { exact } of values) {
    if (exact === undefined) return null
    const [over, under = '1'] = exact.split('/')
    if (over.length > longestDenominator) return null
    const n = BigInt(over)
    fractions.push({ n, d: BigInt(under) })
    whole = (whole / divisor(whole, n)) * n
  }
  if (whole.toString().length > longestDenominator) return null
  return { whole, times: fractions.map(({ n, d }) => (whole / n) * d) }
}

function divisor(a: bigint, b: bigint): bigint {
  return b === 0n ? a : divisor(b, a % b)
}

/** The arithmetic of a parallel group, line by line, and the part of it that goes into the calculator. */
export function explainParallel(
  members: readonly Explained[],
  result: Explained,
  way: ParallelWay,
): { readonly lines: readonly Formula[]; readonly work: Formula } {
  const R = symbol('R', result.name)
  const value = amount(result.resistance, 'Ω')
  const values = members.map(({ resistance }) => resistance)
  const equals = sign('=')
  const one: Formula = [number(1)]
  const reciprocals = values.flatMap((resistance, i) => [
    ...(i > 0 ? [sign('+')] : []),
    fraction(one, [amount(resistance, 'Ω')]),
  ])
  switch (way) {
    case 'reciprocals': {
      const total = amount(reciprocal(result.resistance), 'S')
      return {
        lines: [
          [fraction(one, [R]), equals, ...reciprocals, equals, total],
          [R, equals, fraction(one, [total]), equals, value],
        ],
        work: [fraction(one, reciprocals)],
      }
    }
    case 'product-over-sum': {
      const [a, b] = values.map((resistance) => amount(resistance, 'Ω'))
      const work: Formula = [fraction([a, sign('·'), b], [sum(values, 'Ω')])]
      return { lines: [[R, equals, ...work, equals, value]], work }
    }
    case 'value-over-count': {
      const work: Formula = [fraction([amount(values[0], 'Ω')], [number(values.length)])]
      return { lines: [[R, equals, ...work, equals, value]], work }
    }
    case 'common-denominator': {
      const common = commonDenominator(values)
      if (!common) return explainParallel(members, result, 'reciprocals')
      const { whole, times } = common
      const below = amount({ value: Number(whole), exact: String(whole) }, 'Ω')
      const over = times.flatMap((count, i) => [...(i > 0 ? [sign('+')] : []), number(Number(count))])
      const total = number(Number(times.reduce((a, b) => a + b)))
      const work: Formula = [fraction([below], [total])]
      return {
        lines: [
          [
            fraction(one, [R]),
            equals,
            ...reciprocals,
            equals,
            fraction(over, [below]),
            equals,
            fraction([total], [below]),
          ],
          [R, equals, ...work, equals, value],
        ],
        work,
      }
    }
  }
}

function reciprocal({ value, exact }: Amount): Amount {
  if (exact === undefined) return { value: 1 / value }
  const [over, under = '1'] = exact.split('/')
  return { value: 1 / value, exact: over === '1' ? under : `${under}/${over}` }
}
