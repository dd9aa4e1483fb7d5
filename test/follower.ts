import { begin, play, type Judgement, type Move, type Position } from '@/core/learner'
import type { Quantity } from '@/core/number'
import { findGroups } from '@/core/structure'
import { carriesOne } from './choices'
import { networkOf } from './documents'
import { mixedNetwork } from './judged'
import { typed, worksheetOf } from './learner'
import { randomNumbers } from './randomNetwork'

/** A number with how it was worked out: what was typed into the calculator. */
interface Worked {
  readonly value: number
  readonly text: string
}

/** What was said of one answer of a follower. */
export interface Said {
  readonly judgement: Judgement
  /** Where the learner stood before it. */
  readonly before: Position
  /** What the learner worked it out as. */
  readonly text: string
  /** How many lines between were not written. */
  readonly leftOut: number
}

/**
 * A learner who goes on with what stands on the paper: each answer by any accepted way from the numbers that are written,
 * with two to four figures as it comes, as a number or as it is worked out, lines between left out. One answer may be
 * wrong; what follows from it is worked out by the same ways.
 */
export class Follower {
  readonly said: Said[] = []
  position: Position
  private readonly random: () => number
  private answers = 0

  constructor(
    seed: number,
    resistors: number,
    /** Which answer is wrong, counted from 0; none where it is negative. */
    private readonly wrongAt = -1,
    /** How many lines between may be left out. */
    private readonly most = 2,
  ) {
    this.random = randomNumbers(seed * 101 + 13)
    this.position = begin(worksheetOf(networkOf(mixedNetwork(seed, resistors))))
  }

  private pick<T>(list: readonly T[]): T {
    return list[Math.floor(this.random() * list.length)]
  }

  private shuffled<T>(list: readonly T[]): T[] {
    return list
      .map((it) => ({ it, by: this.random() }))
      .sort((a, b) => a.by - b.by)
      .map(({ it }) => it)
  }

  /** What is written of a value, in digits that a calculator takes. */
  private written(quantity: Quantity, element: number): Worked | null {
    const own = this.position.own[quantity][element]
    return own ? { value: own.value, text: String(Number(own.value.toPrecision(9))) } : null
  }

  private work(quantity: Quantity, element: number, left: number, path: readonly string[]): Worked | null {
    const key = `${quantity} ${element}`
    if (path.includes(key)) return null
    const written = path.length > 0 ? this.written(quantity, element) : null
    if (written) return written
    if (path.length > 0 && left === 0) return null
    for (const { needs, put } of this.shuffled(this.ways(quantity, element))) {
      const used: Worked[] = []
      for (const [of, id] of needs) {
        const found = this.work(of, id, path.length === 0 ? left : left - 1, [...path, key])
        if (!found) break
        used.push(found)
      }
      if (used.length < needs.length) continue
      const value = put.value(used.map((it) => it.value))
      if (!Number.isFinite(value) || value <= 0) continue
      return { value, text: `(${put.text(used.map(({ text }) => text))})` }
    }
    return null
  }

  /** The ways to a value, as they are taught, from a group to its members, from them outward, and from one to another. */
  private ways(quantity: Quantity, element: number) {
    const { steps, leaves, around } = this.position.reduction
    const found: {
      needs: (readonly [Quantity, number])[]
      put: { value: (v: number[]) => number; text: (t: string[]) => string }
    }[] = []
    const way = (
      needs: (readonly [Quantity, number])[],
      value: (v: number[]) => number,
      text: (t: string[]) => string,
    ) => found.push({ needs, put: { value, text } })
    const times = (a: readonly [Quantity, number], b: readonly [Quantity, number]) =>
      way(
        [a, b],
        ([x, y]) => x * y,
        ([x, y]) => `${x}*${y}`,
      )
    const over = (a: readonly [Quantity, number], b: readonly [Quantity, number]) =>
      way(
        [a, b],
        ([x, y]) => x / y,
        ([x, y]) => `${x}/${y}`,
      )
    const same = (of: number) =>
      way(
        [[quantity, of]],
        ([x]) => x,
        ([x]) => x,
      )
    const [R, V, I] = (['resistance', 'voltage', 'current'] as const).map((it) => [it, element] as const)
    if (quantity === 'power') {
      times(V, I)
      way(
        [I, R],
        ([i, r]) => i * i * r,
        ([i, r]) => `${i}^2*${r}`,
      )
      way(
        [V, R],
        ([v, r]) => (v * v) / r,
        ([v, r]) => `${v}^2/${r}`,
      )
      return found
    }
    if (quantity === 'resistance') return found
    if (quantity === 'voltage') times(I, R)
    else over(V, R)
    const group = around[element]
    const made = steps[element - leaves.length]
    if (group) {
      const isShared = (group.kind === 'series') === (quantity === 'current')
      const others = group.members.filter((id) => id !== element)
      if (isShared) {
        same(group.result)
        others.forEach(same)
      } else {
        const whole = [quantity, group.result] as const
        const all = ['resistance', group.result] as const
        const parts = ([w, a, b]: number[]) => (w * a) / b
        const text = ([w, a, b]: string[]) => `${w}*${a}/${b}`
        if (quantity === 'voltage') way([whole, R, all], parts, text)
        else way([whole, all, R], parts, text)
        if (quantity === 'current' && others.length === 1)
          way(
            [whole, ['resistance', others[0]], R],
            ([w, o, r]) => (w * o) / (o + r),
            ([w, o, r]) => `${w}*${o}/(${o}+${r})`,
          )
        for (const id of others)
          if (quantity === 'voltage') way([[quantity, id], R, ['resistance', id]], parts, text)
          else way([[quantity, id], ['resistance', id], R], parts, text)
        way(
          [whole, ...others.map((id) => [quantity, id] as const)],
          ([w, ...rest]) => rest.reduce((a, b) => a - b, w),
          (all) => all.join('-'),
        )
      }
    }
    if (made) {
      const isShared = (made.kind === 'series') === (quantity === 'current')
      if (isShared) made.members.forEach(same)
      else
        way(
          made.members.map((id) => [quantity, id] as const),
          (all) => all.reduce((a, b) => a + b),
          (all) => all.join('+'),
        )
    }
    return found
  }

  /** A number as this learner types it. */
  private typed({ value, text }: Worked, quantity: Quantity, figures: number): string {
    const isShort = text.length <= 60
    const digits = String(Number(value.toPrecision(figures)))
    if (isShort && this.random() < 0.12) return text
    if (isShort && this.random() < 0.12) return `${text} = ${digits}`
    return typed(value, quantity, figures, this.random)
  }

  private answer(worked: Worked, quantity: Quantity, figures: number, move: (answer: string) => Move, leftOut: number) {
    const isWrong = this.answers++ === this.wrongAt
    const value = isWrong ? worked.value * this.pick([0.3, 0.6, 0.8, 1.25, 1.7, 2.5]) : worked.value
    const answer = isWrong ? String(Number(value.toPrecision(3))) : this.typed(worked, quantity, figures)
    const before = this.position
    this.position = play(before, move(answer))
    if (this.position === before || isWrong) return
    const { judgements } = this.position
    this.said.push({ judgement: judgements[judgements.length - 1], before, text: worked.text, leftOut })
  }

  /** A group of the sheet: of neighbours, or now and then two in series that lie apart. */
  private group() {
    const { sheet } = this.position
    const groups = findGroups(sheet)
    const ids = sheet.elements.map(({ id }) => id)
    const apart = this.random() < 0.3 ? ids.flatMap((b, i) => ids.slice(0, i).map((a) => [a, b])) : []
    const pairs = this.shuffled(apart.filter((pair) => carriesOne(this.position, pair)))
    return pairs[0] ? { kind: 'series' as const, members: pairs[0] } : groups.length > 0 ? this.pick(groups) : null
  }

  /** Combines everything, then finds what there is to find, in an order of its own; returns what was said. */
  run(): readonly Said[] {
    for (let group = this.group(); group; group = this.group()) {
      const { kind, members: all } = group
      const members =
        kind === 'parallel' && all.length > 2 && this.random() < 0.4 ? this.shuffled(all).slice(0, 2) : all
      const inputs = members.map((id) => this.written('resistance', id) as Worked)
      const [values, texts] = [inputs.map(({ value }) => value), inputs.map(({ text }) => text)]
      const sum = values.reduce((a, b) => a + b)
      const isOfTwo = members.length === 2 && this.random() < 0.5
      const worked: Worked =
        kind === 'series'
          ? { value: sum, text: texts.join('+') }
          : isOfTwo
            ? { value: (values[0] * values[1]) / sum, text: `${texts.join('*')}/(${texts.join('+')})` }
            : {
                value: 1 / values.reduce((total, it) => total + 1 / it, 0),
                text: `1/(${texts.map((it) => `1/${it}`).join('+')})`,
              }
      // A sum is written with all its digits.
      const figures = kind === 'series' ? 6 : 2 + Math.floor(this.random() * 3)
      this.answer(worked, 'resistance', figures, (answer) => ({ do: 'combine', kind, members, answer }), 0)
    }
    const { reduction } = this.position
    const slots = [...reduction.from.keys()]
      .reverse()
      .flatMap((element) => this.shuffled((['voltage', 'current'] as const).map((quantity) => ({ quantity, element }))))
    const find = (quantity: Quantity, element: number) => {
      if (this.position.own[quantity][element]) return
      for (let left = 0; left <= this.most; left++) {
        const worked = this.work(quantity, element, left, [])
        if (!worked) continue
        const figures = 2 + Math.floor(this.random() * 3)
        this.answer(worked, quantity, figures, (answer) => ({ do: 'value', element, quantity, answer }), left)
        return
      }
    }
    for (const { quantity, element } of slots) if (this.random() < 0.55) find(quantity, element)
    for (const { quantity, element } of slots) if (element < reduction.leaves.length) find(quantity, element)
    for (const element of reduction.leaves.keys()) if (this.random() < 0.5) find('power', element)
    return this.said
  }
}

/** What was said of answers that follow from the paper, and those that were called wrong. */
export interface Followed {
  readonly answers: number
  readonly asked: number
  /** In words, for who looks into it. */
  readonly wrong: readonly string[]
}

/** Lets followers work through so many networks; in every second one an answer is wrong, and what follows from it counts. */
export function countFollowed(networks: number): Followed {
  const wrong: string[] = []
  let [answers, asked] = [0, 0]
  for (let seed = 0; seed < networks; seed++)
    for (const { judgement, text } of followerOf(seed).run()) {
      answers++
      if (judgement.verdict === 'asked') asked++
      if (['wrong', 'refused'].includes(judgement.verdict))
        wrong.push(`${seed}: ${JSON.stringify(judgement.move)}, which is ${text}`)
    }
  return { answers, asked, wrong }
}

/** A learner of a network of its own; in every second one an answer is wrong. */
export function followerOf(seed: number): Follower {
  const resistors = 3 + (seed % 8)
  return new Follower(seed, resistors, seed % 2 === 0 ? -1 : (seed * 7) % (2 * resistors))
}

/** Numbers that come from nothing, of three or four figures, at every place of such papers: how many of them pass. */
export function countArbitrary(networks: number): { readonly made: number; readonly passed: number } {
  let [made, passed] = [0, 0]
  for (let seed = 0; seed < networks; seed++) {
    const random = randomNumbers(seed * 7 + 5)
    const follower = followerOf(seed + 100_000)
    for (const { judgement, before } of follower.run()) {
      const { move, element } = judgement
      if (element === null || (move.do !== 'combine' && move.do !== 'value')) continue
      const right = follower.position.truth[move.do === 'combine' ? 'resistance' : move.quantity][element]
      if (right === null) continue
      const bent = [3 ** (2 * random() - 1), random() < 0.5 ? 1.03 + 0.1 * random() : 0.87 + 0.1 * random()]
      for (const by of bent) {
        // What lies as near as this may be the right one, rounded on the way.
        if (Math.abs(by - 1) < 0.015) continue
        const answer = String(Number((right * by).toPrecision(random() < 0.5 ? 3 : 4)))
        const { judgements } = play(before, { ...move, answer })
        made++
        if (['right', 'rounded', 'follows'].includes(judgements[judgements.length - 1].verdict)) passed++
      }
    }
  }
  return { made, passed }
}
