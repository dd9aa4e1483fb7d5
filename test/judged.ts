import { begin, play, type Judgement, type Move, type Position } from '@/core/learner'
import type { Quantity } from '@/core/number'
import type { NetworkDocument } from '@/core/network'
import { findGroups } from '@/core/structure'
import { networkOf } from './documents'
import { typed, worksheetOf } from './learner'
import { randomNetwork, randomNumbers } from './randomNetwork'
import { kinds, pairs, unnamed, type Has, type Kind, type PowerSite, type StepSite, type ValueSite } from './slipKinds'

const e12 = ['10', '12', '15', '18', '22', '27', '33', '39', '47', '56', '68', '82']

/** A random network of E12 values between 10 Ω and 82 kΩ, ohms and kilohms mixed. */
export function mixedNetwork(seed: number, resistors: number): NetworkDocument {
  const random = randomNumbers(seed * 31 + 7)
  const document = randomNetwork(seed, resistors)
  const value = () => {
    const ohms = Number(e12[Math.floor(random() * 12)]) * 10 ** Math.floor(random() * 4)
    return ohms >= 1000 ? `${ohms / 1000}k` : String(ohms)
  }
  return {
    ...document,
    parts: document.parts.map((part) => (part.kind === 'resistor' ? { ...part, resistance: value() } : part)),
  }
}

/** A place on the way where a number is about to be typed, and what would be right. */
export interface Site {
  readonly position: Position
  readonly right: number
  readonly move: (answer: string) => Move
  readonly quantity: Quantity
  readonly step: StepSite | null
  readonly value: ValueSite | null
  readonly power: PowerSite | null
}

/** Works a network through rightly, with so many figures on each step, and gives every place where a number is typed. */
export function sitesOf(seed: number, resistors: number, figures: number): { sites: Site[]; end: Position } {
  const random = randomNumbers(seed * 17 + 3)
  let position = begin(worksheetOf(networkOf(mixedNetwork(seed, resistors))))
  const sites: Site[] = []
  const own = (quantity: Quantity, element: number) => position.own[quantity][element]?.value ?? NaN
  const has = (element: number): Has => ({
    R: own('resistance', element),
    V: own('voltage', element),
    I: own('current', element),
  })
  const put = (site: Omit<Site, 'position'>) => {
    sites.push({ ...site, position })
    position = play(position, site.move(typed(site.right, site.quantity, figures, random)))
  }
  const none = { step: null, value: null, power: null }
  for (;;) {
    const groups = findGroups(position.sheet)
    if (groups.length === 0) break
    const at = Math.floor(random() * groups.length)
    const { kind, members } = groups[at]
    const other = groups.find((_, i) => i !== at)
    const R = members.map((id) => own('resistance', id))
    const leaves = position.reduction.leaves.length
    put({
      ...none,
      right: kind === 'series' ? R.reduce((a, b) => a + b) : 1 / R.reduce((sum, r) => sum + 1 / r, 0),
      quantity: 'resistance',
      move: (answer) => ({ do: 'combine', kind, members, answer }),
      step: {
        kind,
        R,
        inside: members.map((id) =>
          id < leaves ? null : position.reduction.steps[id - leaves].members.map((inner) => own('resistance', inner)),
        ),
        other: other ? { kind: other.kind, R: other.members.map((id) => own('resistance', id)) } : null,
        beside: position.sheet.elements
          .filter(({ id }) => !members.includes(id))
          .map(({ id }) => own('resistance', id)),
        random,
        figures,
      },
    })
  }
  const [total] = position.reduction.left
  const leaves = [...position.reduction.leaves.keys()]
  const besides = (element: number) => {
    const { from, to } = position.reduction
    const ends = [from[element], to[element]]
    return leaves.filter((id) => id !== element && (ends.includes(from[id]) || ends.includes(to[id]))).map(has)
  }
  put({
    ...none,
    right: own('voltage', total) / own('resistance', total),
    quantity: 'current',
    move: (answer) => ({ do: 'value', element: total, quantity: 'current', answer }),
    value: {
      // Nothing is divided at the whole, as nothing is in series.
      quantity: 'current',
      kind: 'series',
      self: has(total),
      whole: has(total),
      others: [],
      around: [],
      beside: [],
      all: leaves.map(has),
      source: has(total),
      random,
      figures,
    },
  })
  for (const { kind, members, result } of [...position.reduction.steps].reverse()) {
    const shared = kind === 'series' ? 'current' : 'voltage'
    const quantity = kind === 'series' ? 'voltage' : 'current'
    position = play(position, { do: 'carry', element: result, quantity: shared })
    const around = position.reduction.around[result]?.members.filter((id) => id !== result) ?? []
    for (const element of members) {
      const { R, V, I } = has(element)
      put({
        ...none,
        right: quantity === 'voltage' ? I * R : V / R,
        quantity,
        move: (answer) => ({ do: 'value', element, quantity, answer }),
        value: {
          quantity,
          kind,
          self: has(element),
          whole: has(result),
          others: members.filter((id) => id !== element).map(has),
          around: around.map(has),
          beside: besides(element),
          all: [],
          source: has(total),
          random,
          figures,
        },
      })
    }
  }
  position.reduction.leaves.forEach((_, element) => {
    const self = has(element)
    put({
      ...none,
      right: self.V * self.I,
      quantity: 'power',
      move: (answer) => ({ do: 'value', element, quantity: 'power', answer }),
      power: {
        self,
        source: has(total),
        others: (position.reduction.around[element]?.members ?? []).filter((id) => id !== element).map(has),
        random,
        figures,
      },
    })
  })
  return { sites, end: position }
}

/** Makes a slip at a place; null where it does not offer one, or the number is the right one as good as. */
export function slipAt(site: Site, kind: Kind): number | null {
  const wrong =
    kind.group === 'resistance'
      ? site.step && kind.make(site.step)
      : kind.group === 'power'
        ? site.power && kind.make(site.power)
        : site.value && kind.make(site.value)
  if (wrong === null || wrong === undefined || !Number.isFinite(wrong) || wrong === 0) return null
  return Math.abs(wrong - site.right) <= 0.01 * Math.abs(site.right) ? null : wrong
}

export interface Tried {
  readonly kind: Kind
  readonly judgement: Judgement
}

/** Makes a slip of a kind at a random place of a network that offers one. */
export function tryKind(kind: Kind, sites: readonly Site[], figures: number, random: () => number): Tried | null {
  const start = Math.floor(random() * sites.length)
  for (let i = 0; i < sites.length; i++) {
    const site = sites[(start + i) % sites.length]
    const wrong = slipAt(site, kind)
    if (wrong === null) continue
    const answer = typed(wrong, site.quantity, figures, random)
    const { judgements } = play(site.position, site.move(answer))
    const judgement = judgements[judgements.length - 1]
    if (judgement.move.do === site.move(answer).do) return { kind, judgement }
  }
  return null
}

/** Whether the slip that was made is among what is named. */
export function isNamed({ kind, judgement }: Tried): boolean {
  const same = (a: readonly string[], b: readonly string[]) => [...a].sort().join() === [...b].sort().join()
  return judgement.could.some((named) => kind.is.some((it) => same(it, named)))
}

/** Whether something else is named, and not the slip that was made. */
export function isFalse(tried: Tried): boolean {
  return tried.judgement.verdict === 'wrong' && tried.judgement.could.length > 0 && !isNamed(tried)
}

/**
 * How a learner rounds who makes no slip: each number that is written, worked out from those on the paper; every number
 * on the way to it too; or only what is typed.
 */
export type Rounding = 'each step' | 'each number' | 'at the end'

/**
 * Works a network through rightly in a random order and by random ways, with so many figures, and gives what was said.
 */
export function workRightly(seed: number, resistors: number, figures: number, rounding: Rounding): Position {
  const random = randomNumbers(seed * 13 + figures)
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]
  let position = begin(worksheetOf(networkOf(mixedNetwork(seed, resistors))))
  /** What the learner works with: what is written, or what is in the calculator. */
  const at = (quantity: Quantity, element: number) =>
    (rounding === 'at the end' ? position.truth[quantity][element] : position.own[quantity][element]?.value) ?? NaN
  /** A number on the way. */
  const n = (value: number) => (rounding === 'each number' ? Number(value.toPrecision(figures)) : value)
  const type = (quantity: Quantity, element: number, value: number) => {
    position = play(position, { do: 'value', element, quantity, answer: typed(value, quantity, figures, random) })
  }
  for (;;) {
    const groups = findGroups(position.sheet)
    if (groups.length === 0) break
    const { kind, members: all } = pick(groups)
    const members =
      kind === 'parallel' && all.length > 2 && random() < 0.4 ? [...all].sort(() => random() - 0.5).slice(0, 2) : all
    const R = members.map((id) => at('resistance', id))
    const value =
      kind === 'series'
        ? R.reduce((a, b) => a + b)
        : R.length === 2 && random() < 0.5
          ? n(R[0] * R[1]) / n(R[0] + R[1])
          : 1 / n(R.reduce((sum, r) => sum + n(1 / r), 0))
    const answer = typed(value, 'resistance', figures, random)
    position = play(position, { do: 'combine', kind, members, answer })
  }
  const [total] = position.reduction.left
  type('current', total, at('voltage', total) / at('resistance', total))
  for (const { kind, members, result } of [...position.reduction.steps].reverse()) {
    const [shared, other] = kind === 'series' ? (['current', 'voltage'] as const) : (['voltage', 'current'] as const)
    if (random() < 0.5) position = play(position, { do: 'carry', element: result, quantity: shared })
    else for (const id of members) type(shared, id, at(shared, result))
    const order = [...members].sort(() => random() - 0.5)
    order.forEach((id, i) => {
      const [R, carried, whole] = [at('resistance', id), at(shared, result), at(other, result)]
      const total = at('resistance', result)
      const before = order.slice(0, i)
      const ways = [
        kind === 'series' ? carried * R : carried / R,
        kind === 'series' ? whole * n(R / total) : whole * n(total / R),
      ]
      if (i > 0) {
        const [first] = order
        const base = at('resistance', first)
        ways.push(at(other, first) * n(kind === 'series' ? R / base : base / R))
      }
      // The last one by what the others leave, where it is not lost in the difference.
      const rest = whole - before.reduce((sum, it) => sum + at(other, it), 0)
      if (i > 0 && i === members.length - 1 && rest > whole / 20) ways.push(rest)
      type(other, id, pick(ways))
    })
  }
  position.reduction.leaves.forEach((_, id) => {
    const [R, V, I] = [at('resistance', id), at('voltage', id), at('current', id)]
    type('power', id, pick([V * I, n(I * I) * R, n(V * V) / R]))
  })
  return position
}

/** How often slips of a group were named, by hundreds: of so many made. */
export interface Counted {
  made: number
  named: number
  /** Something else was named, and not the slip that was made. */
  false: number
  /** Called right, or right on an earlier value. */
  accepted: number
}

/** Makes every kind of slip once in each of so many networks, with three figures and four in turn; counts by kind. */
export function countSlips(networks: number): Map<Kind, Counted> {
  const counts = new Map<Kind, Counted>()
  for (let seed = 0; seed < networks; seed++) {
    const figures = 3 + (seed % 2)
    const { sites } = sitesOf(seed, 3 + (seed % 8), figures)
    const random = randomNumbers(seed + 99)
    for (const kind of [...kinds, ...pairs, ...unnamed]) {
      const tried = tryKind(kind, sites, figures, random)
      if (!tried) continue
      const count = countAt(counts, kind)
      count.made++
      if (isNamed(tried)) count.named++
      if (isFalse(tried)) count.false++
      if (['right', 'rounded', 'follows'].includes(tried.judgement.verdict)) count.accepted++
    }
  }
  return counts
}

/** A place for what is counted under a key. */
export function countAt<K>(counts: Map<K, Counted>, key: K): Counted {
  const count = counts.get(key) ?? { made: 0, named: 0, false: 0, accepted: 0 }
  counts.set(key, count)
  return count
}

/** The counts of some together. */
export function together<K>(counts: ReadonlyMap<K, Counted>, which: readonly K[] = [...counts.keys()]): Counted {
  const all = which.flatMap((key) => counts.get(key) ?? [])
  const add = (of: keyof Counted) => all.reduce((sum, count) => sum + count[of], 0)
  return { made: add('made'), named: add('named'), false: add('false'), accepted: add('accepted') }
}

/** What was said of right answers, by verdict. */
export function countRight(networks: number, figures: number, rounding: Rounding): Map<string, number> {
  const counts = new Map<string, number>()
  for (let seed = 0; seed < networks; seed++)
    for (const { move, verdict } of workRightly(seed, 2 + (seed % 11), figures, rounding).judgements)
      if (move.do !== 'carry') counts.set(verdict, (counts.get(verdict) ?? 0) + 1)
  return counts
}
