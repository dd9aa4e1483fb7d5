import type { Amount } from '../quantity'
import type { Explained } from './explain'
import { amount, fraction, number, sign, sum, symbol, type Formula, type Token } from './token'

/** A resistor that an exchange put into place, and which of the exchanged members it is worked out from. */
export interface PlacedBy {
  readonly name: string
  readonly resistance: Amount
  /** Positions of the two members whose resistances are multiplied. */
  readonly pair: readonly [number, number]
}

/** The resistance of what an exchange put into place, with its numbers. */
export function explainPlaced(
  kind: 'delta' | 'wye',
  members: readonly Explained[],
  { name, resistance, pair: [i, j] }: PlacedBy,
): Formula {
  const R = (k: number) => amount(members[k].resistance, 'Ω')
  const all = members.map((member) => member.resistance)
  const finish = (work: Formula): Formula => [
    symbol('R', name),
    sign('='),
    ...work,
    ...(work.length > 0 ? [sign('=')] : []),
    amount(resistance, 'Ω'),
  ]
  const product = (a: number, b: number): Formula => [R(a), sign('·'), R(b)]
  if (kind === 'delta')
    return finish(all.every(({ value }) => value === 0) ? [] : [fraction(product(i, j), [sum(all, 'Ω')])])
  if (all.some(({ value }) => value === 0)) return finish([])
  if (members.length === 3) {
    const over = [product(0, 1), product(1, 2), product(2, 0)].flatMap((term, k) => [
      ...(k > 0 ? [sign('+')] : []),
      ...term,
    ])
    return finish([fraction(over, [R(3 - i - j)])])
  }
  const reciprocals = all.flatMap((_, k): Token[] => [...(k > 0 ? [sign('+')] : []), fraction([number(1)], [R(k)])])
  return finish([R(i), sign('·'), R(j), sign('·'), { token: 'bracket', inside: reciprocals }])
}

/** The voltage of a delta's member as the difference of two legs, or the current of a wye's leg as the sum of sides. */
export function explainExchanged(
  letter: 'V' | 'I',
  own: string,
  terms: readonly { readonly sign: 1 | -1; readonly value: Amount }[],
  value: Amount,
): Formula {
  const unit = letter === 'V' ? 'V' : 'A'
  return [
    symbol(letter, own),
    sign('='),
    ...terms.flatMap(({ sign: way, value: term }, k): Formula => [
      ...(k > 0 || way < 0 ? [sign(way > 0 ? '+' : '−')] : []),
      term.value < 0 && (k > 0 || way < 0) ? { token: 'bracket', inside: [amount(term, unit)] } : amount(term, unit),
    ]),
    sign('='),
    amount(value, unit),
  ]
}
