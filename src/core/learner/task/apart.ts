import type { Quantity } from '../../number'
import type { Slip } from '../slip'
import type { Piece } from './shape'

/** A resistor or equivalent, as slips need it. Numbers in SI base units. */
export interface Seat {
  readonly name: string
  readonly R: number
  readonly V: number
  readonly I: number
}

/** Where a number is typed: what it is made of, what takes it in, and the whole. */
export interface SlipPlace {
  readonly quantity: Quantity
  readonly self: Seat
  readonly made: { readonly kind: 'series' | 'parallel'; readonly members: readonly Seat[] } | null
  readonly around: {
    readonly kind: 'series' | 'parallel'
    readonly whole: Seat
    readonly others: readonly Seat[]
  } | null
  readonly total: Seat
}

/** A usual slip: the number that it gives, and how, in letters. */
export interface UsualSlip {
  readonly slip: Slip
  readonly value: number
  readonly how: string
}

const sum = (values: readonly number[]) => values.reduce((a, b) => a + b, 0)

/**
 * The slips that a task tells apart, and of which one is planted: those of every book. A table of the generator's own, so
 * that no later one for judging changes what a code gives.
 */
export function usualAt(place: SlipPlace): UsualSlip[] {
  const { quantity, self } = place
  const right = { resistance: self.R, voltage: self.V, current: self.I, power: self.V * self.I }[quantity]
  return numbersAt(place).filter(
    ({ value }) => Number.isFinite(value) && value > 0 && Math.abs(value - right) > 1e-9 * Math.abs(right),
  )
}

function numbersAt({ quantity, self, made, around, total }: SlipPlace): UsualSlip[] {
  const one = (slip: Slip, value: number, how: string): UsualSlip => ({ slip, value, how })
  if (quantity === 'resistance') {
    if (!made) return []
    const R = made.members.map((it) => it.R)
    const names = made.members.map(({ name }) => name)
    const reciprocal = names.map((name) => `1 / ${name}`).join(' + ')
    if (made.kind === 'series') return [one('as-parallel', 1 / sum(R.map((it) => 1 / it)), `1 / (${reciprocal})`)]
    return [
      one('added', sum(R), names.join(' + ')),
      one('not-turned-over', sum(R.map((it) => 1 / it)), reciprocal),
      ...(R.length > 2
        ? [
            one(
              'product-over-sum',
              R.reduce((a, b) => a * b, 1) / sum(R),
              `${names.join(' · ')} / (${names.join(' + ')})`,
            ),
          ]
        : []),
    ]
  }
  if (quantity === 'power')
    return [
      one('power-formula', self.I * self.R, `I(${self.name}) · ${self.name}`),
      one('power-formula', self.V / self.I, `V(${self.name}) / I(${self.name})`),
    ]
  const letter = quantity === 'voltage' ? 'V' : 'I'
  const of = (seat: Seat) => `${letter}(${seat.name})`
  const whole = one(quantity === 'voltage' ? 'source-voltage' : 'total-current', total[letter], of(total))
  if (!around) return []
  const isShared = (quantity === 'voltage') === (around.kind === 'parallel')
  if (isShared) return self.name === total.name ? [] : [whole]
  const count = around.others.length + 1
  const all = self.R + sum(around.others.map(({ R }) => R))
  const [other] = around.others
  const share = around.whole[letter]
  return [
    whole,
    one(quantity === 'voltage' ? 'source-voltage' : 'total-current', share, of(around.whole)),
    one('equal-share', share / count, `${of(around.whole)} / ${count}`),
    ...(count === 2
      ? [
          one(
            'wrong-on-top',
            (share * (quantity === 'voltage' ? other.R : self.R)) / all,
            `${of(around.whole)} · ${quantity === 'voltage' ? other.name : self.name} / (${self.name} + ${other.name})`,
          ),
        ]
      : []),
  ]
}

/** So near to the answer a slip may not come without being it; and so near two are the same. A choice, not measured. */
const near = 0.03
const same = 0.005

/** Whether slips at a place can be told by their numbers: none lies near the answer, no two are the same. */
function isToldAt(place: SlipPlace): boolean {
  const { quantity, self } = place
  const right = { resistance: self.R, voltage: self.V, current: self.I, power: self.V * self.I }[quantity]
  const found = usualAt(place)
  if (found.some(({ value }) => Math.abs(value - right) <= near * right)) return false
  return found.every(({ slip, value }, i) =>
    found.slice(0, i).every((other) => other.slip === slip || Math.abs(other.value - value) > same * value),
  )
}

/**
 * Whether slips can be told by their numbers at every step, and at the value that is asked for.
 *
 * @param ohms by part
 * @param asked a part and its quantity; null for all of them
 */
export function isApart(
  piece: Piece,
  ohms: readonly number[],
  asked: { readonly part: number; readonly quantity: Quantity } | null,
): boolean {
  const whole = seatOf(piece, 1)
  return walk(piece, whole, null)

  function walk(of: Piece, self: Seat, around: SlipPlace['around']): boolean {
    const place = (quantity: Quantity, made: SlipPlace['made'] = null): SlipPlace => ({
      quantity,
      self,
      made,
      around,
      total: whole,
    })
    if (!('members' in of)) {
      // Of a placeholder nothing is to be divided.
      if (of.kind !== 'part' || self.R === 0) return true
      const wanted: readonly Quantity[] = !asked
        ? ['voltage', 'current']
        : asked.part === of.part
          ? [asked.quantity]
          : []
      return wanted.every((quantity) => isToldAt(place(quantity)))
    }
    const pieces = of.members.filter((member) => Number.isFinite(resistanceOf(member)))
    const members = pieces.map((member, i) =>
      seatOf(member, of.kind === 'series' ? self.I * resistanceOf(member) : self.V, `${self.name}${i}`),
    )
    return (
      isToldAt(place('resistance', { kind: of.kind, members })) &&
      pieces.every((member, i) =>
        walk(member, members[i], { kind: of.kind, whole: self, others: members.filter((_, k) => k !== i) }),
      )
    )
  }

  function seatOf(of: Piece, V: number, name = '0'): Seat {
    const R = resistanceOf(of)
    return { name, R, V, I: R === 0 ? 0 : V / R }
  }

  /** NaN for what carries nothing. A bridge stands for one of its resistors: nothing beyond it is found. */
  function resistanceOf(of: Piece): number {
    if (of.kind === 'part') return ohms[of.part]
    if (of.kind === 'bridge') return ohms[of.parts[0]]
    if (!('members' in of)) return NaN
    const inside = of.members.map(resistanceOf).filter((it) => !Number.isNaN(it))
    return of.kind === 'series' ? sum(inside) : 1 / sum(inside.map((it) => 1 / it))
  }
}
