import { sharedIn } from '../../worksheet'
import { oneDigitOff, guess, roundedTo, sum, type Guess, type Seat } from './name'

/** A voltage, current or power that was found, and what stood around it. */
export interface ValuePlace {
  readonly quantity: 'voltage' | 'current' | 'power'
  readonly self: Seat
  /** The group that takes the element in, and the other members. */
  readonly group: {
    readonly kind: 'series' | 'parallel'
    readonly whole: Seat
    readonly others: readonly Seat[]
  } | null
  /** The neighbours beyond the group: what takes it in, and that group's other members; then what is inside. */
  readonly around: readonly Seat[]
  /** Resistors that share a node with it. */
  readonly beside: readonly Seat[]
  /** All resistors, where it is the whole network. */
  readonly all: readonly Seat[]
  /** The whole network. */
  readonly total: Seat
}

type Letter = 'R' | 'V' | 'I'

const at = (letter: Letter, { name }: Seat) => (letter === 'R' ? name : `${letter}(${name})`)
const joined = (list: readonly Seat[], by: string, letter: Letter) => list.map((seat) => at(letter, seat)).join(by)

/** The values of the row and its neighbours: of the group, the other members, what lies around, the whole. */
function neighbours({ self, group, around, total }: ValuePlace): Seat[] {
  // What is the same in two is told by the whole.
  const all = [total, ...(group ? [group.whole, ...group.others] : []), ...around]
  return [...new Map(all.map((seat) => [seat.name, seat])).values()].filter(({ name }) => name !== self.name)
}

/** A sum of resistances that stands for none. */
const pseudo = (name: string, R: number): Seat => ({ name, R, V: NaN, I: NaN, P: NaN })

/** How a voltage or a current is found by Ohm's law, and how it is turned the wrong way up. */
const laws = {
  voltage: {
    own: 'V',
    other: 'I',
    by: '·',
    /** The slip of taking the other factor from elsewhere. */
    wrongFactor: 'other-current',
    work: (I: number, R: number) => I * R,
    upside: (I: number, R: number, i: string, r: string): [number, string][] => [
      [I / R, `${i} / ${r}`],
      [R / I, `${r} / ${i}`],
    ],
  },
  current: {
    own: 'I',
    other: 'V',
    by: '/',
    wrongFactor: 'other-voltage',
    work: (V: number, R: number) => V / R,
    upside: (V: number, R: number, v: string, r: string): [number, string][] => [
      [R / V, `${r} / ${v}`],
      [V * R, `${v} · ${r}`],
    ],
  },
} as const

/** Numbers that Ohm’s law gives with a digit of the resistance copied wrongly. */
export function miscopiedValue({ quantity, self }: ValuePlace): Guess[] {
  if (quantity === 'power') return []
  const { other, work } = laws[quantity]
  return oneDigitOff(self.R).map((R) =>
    guess('copied', work(self[other], R), `${self.name} was taken as ${Number(R.toPrecision(4))}`),
  )
}

/** Numbers that a single slip gives for a value. */
export function valueGuesses(place: ValuePlace): Guess[] {
  const { quantity } = place
  return quantity === 'power' ? powerGuesses(place) : [...ohmGuesses(place, quantity), ...groupGuesses(place)]
}

/** What Ohm's law gives with a factor that is not the element's own, or the wrong way up; and what was only copied. */
function ohmGuesses(place: ValuePlace, quantity: 'voltage' | 'current'): Guess[] {
  const { self, group, total, beside, all } = place
  const { own, other, by, wrongFactor, work, upside } = laws[quantity]
  const near = neighbours(place)
  const known = new Set([self, ...near].map(({ name }) => name))
  const isDivided = group !== null && quantity !== sharedIn(group.kind)
  const copied = near.map((seat) => {
    const isWhole = isDivided && (seat === group.whole || seat === total)
    const slip = !isWhole ? 'other-value' : quantity === 'current' ? 'total-current' : 'source-voltage'
    return guess(slip, seat[own], at(own, seat))
  })
  const sumOf = (seats: readonly Seat[]) => pseudo(`(${joined(seats, ' + ', 'R')})`, sum(seats.map(({ R }) => R)))
  const sums = group ? [[self, ...group.others], ...(group.others.length > 1 ? [group.others] : [])].map(sumOf) : []
  const overOther = (seat: Seat) =>
    guess('other-resistance', work(self[other], seat.R), `${at(other, self)} ${by} ${seat.name}`)
  const factors = [...near, ...sums].flatMap((seat) => [
    overOther(seat),
    guess(wrongFactor, work(seat[other], self.R), `${at(other, seat)} ${by} ${self.name}`),
  ])
  const others = [...beside.filter(({ name }) => !known.has(name)), ...(all.length > 1 ? [sumOf(all)] : [])]
  return [
    guess('exchanged', self[other], at(other, self)),
    ...(group ? [guess('exchanged', group.whole[other], at(other, group.whole))] : []),
    ...upside(self[other], self.R, at(other, self), self.name).map(([value, how]) => guess('inverted', value, how)),
    ...[1, 2].map((figures) =>
      guess(
        'rounded-early',
        work(Number(self[other].toPrecision(figures)), self.R),
        roundedTo(at(other, self), figures),
      ),
    ),
    ...copied,
    ...factors,
    ...others.map(overOther),
    ...[self, ...(group ? [group.whole] : [])].map((seat) =>
      guess('other-value', seat.R, `the resistance ${seat.name}`),
    ),
  ]
}

/** What the dividers, equal shares and the rest give with a slip. */
function groupGuesses(place: ValuePlace): Guess[] {
  const { quantity, self, group, total } = place
  if (group === null) return []
  const { kind, whole, others } = group
  const isVoltage = quantity === 'voltage'
  const letter = isVoltage ? 'V' : 'I'
  if (quantity === sharedIn(kind)) return []
  const all = sum([self, ...others].map(({ R }) => R))
  const rest = all - self.R
  const q = (seat: Seat) => seat[letter]
  const w = at(letter, whole)
  const isMany = others.length > 1
  const beyond = neighbours(place).filter((seat) => seat !== whole && !others.includes(seat))
  const share = q(self) / q(whole)
  const taken = sum(others.map(q))
  const takenLetters = joined(others, ' − ', letter)
  const found: Guess[] = [
    guess('equal-share', q(whole) / (others.length + 1), `${w} / ${others.length + 1}`),
    guess('equal-share', q(total) / (others.length + 1), `${at(letter, total)} / ${others.length + 1}`),
    ...beyond.flatMap((seat) => [
      guess('rest-of-other', q(seat) - taken, `${at(letter, seat)} − ${takenLetters}`, [whole.name]),
      guess(isVoltage ? 'other-voltage' : 'other-current', q(seat) * share, `a share of ${at(letter, seat)}`),
    ]),
    guess('added-rest', q(whole) + taken, `${w} + ${joined(others, ' + ', letter)}`),
    ...(isMany
      ? others.flatMap((seat) => [
          guess('part-of-rest', q(whole) - q(seat), `${w} − ${at(letter, seat)}`),
          guess('part-of-rest', q(whole) - taken + q(seat), `${w} without ${at(letter, seat)} taken away`),
        ])
      : []),
  ]
  if (isVoltage) {
    for (const other of others)
      found.push(
        guess('wrong-on-top', (q(whole) * other.R) / all),
        guess('wrong-below', (q(whole) * self.R) / other.R, `${w} · ${self.name} / ${other.name}`),
      )
    if (isMany) {
      found.push(
        guess('wrong-on-top', (q(whole) * rest) / all),
        guess('wrong-below', (q(whole) * self.R) / rest, `${w} · ${self.name} / (${joined(others, ' + ', 'R')})`),
      )
      for (const other of others)
        found.push(
          guess(
            'divider-of-two',
            (q(whole) * self.R) / (self.R + other.R),
            `${w} · ${self.name} / (${self.name} + ${other.name})`,
          ),
        )
    }
    for (const seat of beyond)
      found.push(guess('wrong-below', (q(whole) * self.R) / seat.R, `${w} · ${self.name} / ${seat.name}`))
    found.push(guess('no-divider', q(whole) * self.R, `${w} · ${self.name}`))
    return found
  }
  found.push(guess('wrong-on-top', (q(whole) * self.R) / all))
  if (isMany) found.push(guess('wrong-on-top', (q(whole) * rest) / all))
  for (const other of others) {
    found.push(
      guess('wrong-below', (q(whole) * other.R) / self.R, `${w} · ${other.name} / ${self.name}`),
      guess('no-divider', q(whole) * other.R, `${w} · ${other.name}`),
    )
    if (isMany)
      found.push(
        guess('wrong-on-top', (q(whole) * other.R) / all),
        guess(
          'divider-of-two',
          (q(whole) * other.R) / (self.R + other.R),
          `${w} · ${other.name} / (${self.name} + ${other.name})`,
        ),
      )
  }
  for (const seat of beyond) {
    found.push(guess('other-resistance', (q(whole) * seat.R) / self.R, `${w} · ${seat.name} / ${self.name}`))
    for (const other of isMany ? [] : others)
      found.push(guess('wrong-below', (q(whole) * other.R) / seat.R, `${w} · ${other.name} / ${seat.name}`))
  }
  for (const other of others)
    found.push(guess('wrong-on-top', (q(whole) * whole.R) / other.R, `${w} · ${whole.name} / ${other.name}`))
  return found
}

/** What the formulas of power give mixed up, each with how. */
function mixedFormulas(self: Seat): (readonly [value: number, how: string])[] {
  const { R, V, I, name } = self
  const [v, i] = [at('V', self), at('I', self)]
  return [
    [V / I, `${v} / ${i}`],
    [I / V, `${i} / ${v}`],
    [I * R, `${i} · ${name}`],
    [I * R * R, `${i} · ${name}²`],
    [(I * R) ** 2, `(${i} · ${name})²`],
    [2 * I * R, `2 · ${i} · ${name}`],
    [(I * I) / R, `${i}² / ${name}`],
    [I * I * I * R, `${i} · ${i}² · ${name}`],
    [V / R, `${v} / ${name}`],
    [V * R, `${v} · ${name}`],
    [V * V * R, `${v}² · ${name}`],
    [(V / R) ** 2, `(${v} / ${name})²`],
    [(2 * V) / R, `2 · ${v} / ${name}`],
    [V + I, `${v} + ${i}`],
    [V * V * I, `${v}² · ${i}`],
    [V * I * I, `${v} · ${i}²`],
    [2 * V * I, `2 · ${v} · ${i}`],
    [(V * I) / 2, `${v} · ${i} / 2`],
    [R / V, `${name} / ${v}`],
    [R / (V * V), `${name} / ${v}²`],
    [V * I * R, `${v} · ${i} · ${name}`],
  ]
}

/** What the power's formulas give with a factor that is not the element's own, or mixed up. */
function powerGuesses(place: ValuePlace): Guess[] {
  const { self, group } = place
  const { R, V, I, name } = self
  const [v, i] = [at('V', self), at('I', self)]
  return [
    ...mixedFormulas(self).map(([value, how]) => guess('power-formula', value, how)),
    ...neighbours(place).flatMap((seat) => [
      guess('other-value', seat.P, `P(${seat.name})`),
      ...(group
        ? [guess('equal-share', seat.P / (group.others.length + 1), `P(${seat.name}) / ${group.others.length + 1}`)]
        : []),
      guess('other-voltage', seat.V * I, `${at('V', seat)} · ${i}`),
      guess('other-voltage', (seat.V * seat.V) / R, `${at('V', seat)}² / ${name}`),
      guess('other-current', V * seat.I, `${v} · ${at('I', seat)}`),
      guess('other-current', seat.I * seat.I * R, `${at('I', seat)}² · ${name}`),
      guess('other-resistance', I * I * seat.R, `${i}² · ${seat.name}`),
      guess('other-resistance', (V * V) / seat.R, `${v}² / ${seat.name}`),
    ]),
  ]
}

/** Numbers that two slips give together: two factors that are not the element's own, or one in a formula mixed up. */
export function valuePairs(place: ValuePlace): Guess[] {
  const { quantity, self } = place
  const near = neighbours(place)
  const both = (slips: Guess['slips'], [value, how]: readonly [number, string?]): Guess => ({ slips, value, how })
  if (quantity === 'power')
    return near.flatMap(({ V, I, R }) =>
      (
        [
          ['other-voltage', { V }],
          ['other-current', { I }],
          ['other-resistance', { R }],
        ] as const
      ).flatMap(([slip, factor]) =>
        mixedFormulas({ ...self, ...factor }).map(([value]) => both([slip, 'power-formula'], [value])),
      ),
    )
  const { other, by, wrongFactor, work, upside } = laws[quantity]
  return near.flatMap((a) => [
    ...upside(a[other], self.R, '', '').map(([value]) => both([wrongFactor, 'inverted'], [value])),
    ...upside(self[other], a.R, '', '').map(([value]) => both(['other-resistance', 'inverted'], [value])),
    ...near
      .filter((b) => b !== a)
      .map((b) => both([wrongFactor, 'other-resistance'], [work(a[other], b.R), `${at(other, a)} ${by} ${b.name}`])),
  ])
}
