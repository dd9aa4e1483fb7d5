import { guess, sum, type Guess, type Seat } from './guess'
import { oneDigitOff } from './step'

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

/** Numbers that Ohm’s law gives with a digit of the resistance copied wrongly. */
export function miscopiedValue({ quantity, self }: ValuePlace): Guess[] {
  if (quantity === 'power') return []
  return oneDigitOff(self.R).map((R) =>
    guess(
      'copied',
      quantity === 'voltage' ? self.I * R : self.V / R,
      `${self.name} was taken as ${Number(R.toPrecision(4))}`,
    ),
  )
}

/** Numbers that a single slip gives for a value. */
export function valueGuesses(place: ValuePlace): Guess[] {
  return place.quantity === 'power' ? powerGuesses(place) : [...ohmGuesses(place), ...groupGuesses(place)]
}

/** What Ohm's law gives with a factor that is not the element's own, or the wrong way up; and what was only copied. */
function ohmGuesses(place: ValuePlace): Guess[] {
  const { quantity, self, group, total } = place
  const near = neighbours(place)
  const isVoltage = quantity === 'voltage'
  const letter = isVoltage ? 'V' : 'I'
  const copied = near.map((seat) => {
    const how = at(letter, seat)
    if (!isVoltage && group?.kind === 'parallel' && (seat === group.whole || seat === total))
      return guess('total-current', seat.I, how)
    if (isVoltage && group?.kind === 'series' && (seat === group.whole || seat === total))
      return guess('source-voltage', seat.V, how)
    return guess('other-value', seat[letter], how)
  })
  const sums: Seat[] = group
    ? [
        pseudo(`(${joined([self, ...group.others], ' + ', 'R')})`, sum([self, ...group.others].map(({ R }) => R))),
        ...(group.others.length > 1
          ? [pseudo(`(${joined(group.others, ' + ', 'R')})`, sum(group.others.map(({ R }) => R)))]
          : []),
      ]
    : []
  const factors = [...near, ...sums].flatMap((seat) =>
    isVoltage
      ? [
          guess('other-resistance', self.I * seat.R, `${at('I', self)} · ${seat.name}`),
          guess('other-current', seat.I * self.R, `${at('I', seat)} · ${self.name}`),
        ]
      : [
          guess('other-resistance', self.V / seat.R, `${at('V', self)} / ${seat.name}`),
          guess('other-voltage', seat.V / self.R, `${at('V', seat)} / ${self.name}`),
        ],
  )
  const [V, I] = [at('V', self), at('I', self)]
  const upside = isVoltage
    ? [
        guess('inverted', self.I / self.R, `${I} / ${self.name}`),
        guess('inverted', self.R / self.I, `${self.name} / ${I}`),
      ]
    : [
        guess('inverted', self.R / self.V, `${self.name} / ${V}`),
        guess('inverted', self.V * self.R, `${V} · ${self.name}`),
      ]
  const other = isVoltage ? 'I' : 'V'
  const early = [1, 2].map((figures) => {
    const rounded = Number(self[other].toPrecision(figures))
    const how = `${at(other, self)} rounded to ${figures === 1 ? 'one figure' : 'two figures'}`
    return guess('rounded-early', isVoltage ? rounded * self.R : rounded / self.R, how)
  })
  return [
    guess('exchanged', self[other], at(other, self)),
    ...(group ? [guess('exchanged', group.whole[other], at(other, group.whole))] : []),
    ...upside,
    ...early,
    ...copied,
    ...factors,
  ]
}

/** What the dividers, equal shares and the rest give with a slip. */
function groupGuesses(place: ValuePlace): Guess[] {
  const { quantity, self, group, total } = place
  if (group === null) return []
  const { kind, whole, others } = group
  const isVoltage = quantity === 'voltage'
  const letter = isVoltage ? 'V' : 'I'
  if (isVoltage !== (kind === 'series')) return []
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

/** What the power's formulas give with a factor that is not the element's own, or mixed up. */
function powerGuesses(place: ValuePlace): Guess[] {
  const { self, group } = place
  const { R, V, I, name } = self
  const [v, i] = [at('V', self), at('I', self)]
  const near = neighbours(place)
  const mixed: readonly (readonly [number, string])[] = [
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
  return [
    ...mixed.map(([value, how]) => guess('power-formula', value, how)),
    ...near.flatMap((seat) => [
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
  if (quantity === 'power')
    return near.flatMap((seat) => {
      const mixed = powerGuesses({ ...place, self: { ...self, V: seat.V }, group: null, around: [], total: self })
      const other = powerGuesses({ ...place, self: { ...self, I: seat.I }, group: null, around: [], total: self })
      const R = powerGuesses({ ...place, self: { ...self, R: seat.R }, group: null, around: [], total: self })
      const formula = (list: readonly Guess[], slip: 'other-voltage' | 'other-current' | 'other-resistance') =>
        list.map(({ value }): Guess => ({ slips: [slip, 'power-formula'], value }))
      return [...formula(mixed, 'other-voltage'), ...formula(other, 'other-current'), ...formula(R, 'other-resistance')]
    })
  return near.flatMap((a) => {
    const inverted: Guess[] =
      quantity === 'voltage'
        ? [
            { slips: ['other-current', 'inverted'], value: a.I / self.R },
            { slips: ['other-current', 'inverted'], value: self.R / a.I },
            { slips: ['other-resistance', 'inverted'], value: self.I / a.R },
            { slips: ['other-resistance', 'inverted'], value: a.R / self.I },
          ]
        : [
            { slips: ['other-voltage', 'inverted'], value: a.V * self.R },
            { slips: ['other-voltage', 'inverted'], value: self.R / a.V },
            { slips: ['other-resistance', 'inverted'], value: self.V * a.R },
            { slips: ['other-resistance', 'inverted'], value: a.R / self.V },
          ]
    const both = near.flatMap((b): Guess[] =>
      a === b
        ? []
        : [
            quantity === 'voltage'
              ? {
                  slips: ['other-current', 'other-resistance'],
                  value: a.I * b.R,
                  how: `${at('I', a)} · ${b.name}`,
                }
              : {
                  slips: ['other-voltage', 'other-resistance'],
                  value: a.V / b.R,
                  how: `${at('V', a)} / ${b.name}`,
                },
          ],
    )
    return [...inverted, ...both]
  })
}
