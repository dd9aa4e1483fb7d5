import { isSame, type TypedAnswer } from './answer'

/**
 * How near an answer comes to a value: `exact`, to all figures that are written, three at least; `figures`, to the
 * figures that are written, two at least; `near`, as far off as rounding on the way can bring it.
 */
export type Closeness = 'exact' | 'figures' | 'near'

/**
 * How far figures that were rounded on the way may bring an answer off, as a part of it. Two figures may bring it further
 * off; that is found by working with two figures.
 */
const onTheWay = { two: 0.015, more: 0.006 }

/**
 * The same number in another prefix is judged the same: zeros at the end of `440` need not be figures, so that it is
 * as good as `0.44k`.
 *
 * @param isSum a sum whose terms are exact, where nothing is rounded on the way
 * @returns null where it is another number
 */
export function closenessOf(answer: TypedAnswer, wanted: number, isSum = false): Closeness | null {
  const { value, figures } = answer
  const off = Math.abs(value - wanted)
  if (isSame(value, wanted)) return 'exact'
  if (figures === Infinity || value === 0) return off <= 1e-6 * Math.abs(wanted) ? 'exact' : null
  // What is worked out by a method has as many figures as what goes into it.
  const short = Math.min(shortFigures(value), answer.method === null ? Infinity : figures)
  if (off <= halfUnit(value, short <= 2 && isSum ? 4 : Math.max(3, short))) return 'exact'
  if (off <= halfUnit(value, Math.max(2, short))) return 'figures'
  if (isSum) return null
  return off <= (isOfTwoFigures(answer) ? onTheWay.two : onTheWay.more) * Math.abs(wanted) ? 'near' : null
}

/** Whether no more than two figures were written. Zeros at the end of a whole number need not be figures. */
export function isOfTwoFigures(answer: TypedAnswer): boolean {
  return (isWhole(answer) ? shortFigures(answer.value) : answer.figures) <= 2
}

/**
 * Whether a number was meant, to the figures that were written of it; three at least, since with two much fits by chance,
 * and a zero at the end is often left out.
 */
export function isWrittenAs(answer: TypedAnswer, number: number): boolean {
  const { value, figures, method } = answer
  if (isSame(value, number)) return true
  // Zeros at the end of a whole number need not be figures.
  const written =
    figures === Infinity ? 6 : isWhole(answer) ? Math.min(figures, Math.max(3, shortFigures(value))) : figures
  return Math.abs(value - number) <= halfUnit(value, method === null ? Math.max(3, written) : Math.min(written, 4))
}

/** Half of the last place of a number written with so many figures, with room for the last digit of a double. */
function halfUnit(value: number, figures: number): number {
  const size = Math.floor(Math.log10(Math.abs(value)) + 1e-12)
  return 0.5 * 10 ** (size + 1 - figures) * (1 + 1e-9)
}

/** The figures of a number without the zeros at its end. */
export function shortFigures(value: number): number {
  const [mantissa] = Math.abs(value).toExponential(11).split('e')
  return mantissa.replace('.', '').replace(/0+$/, '').length
}

/** Written as a whole number, where zeros at the end may only give its size. */
function isWhole({ value, figures }: TypedAnswer): boolean {
  return figures >= 1 && Math.abs(value) >= 10 && Number.isInteger(value)
}
