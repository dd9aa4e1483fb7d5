import { workOut, type Worksheet } from '@/core/worksheet'
import { begin, play, type Move, type Position } from '@/core/learner'
import type { Quantity } from '@/core/number'
import type { Choices, Network } from '@/core/network'
import { findGroups } from '@/core/structure'
import { randomNumbers } from './randomNetwork'

export function worksheetOf(network: Network, choices: Partial<Choices> = {}): Worksheet {
  const worksheet = workOut(network, { choices })
  if ('status' in worksheet) throw new Error(JSON.stringify(worksheet.problems))
  return worksheet
}

/** A number as a learner types it: so many figures, now and then with prefix and unit. */
export function typed(value: number, quantity: Quantity, figures: number, random: () => number): string {
  const unit = { resistance: 'Ω', voltage: 'V', current: 'A', power: 'W' }[quantity]
  const digits = String(Number(value.toPrecision(figures)))
  const choice = random()
  if (choice < 0.4) return digits
  if (choice < 0.6) return `${digits} ${unit}`
  const [power, prefix] = Math.abs(value) >= 1000 ? [1e3, 'k'] : Math.abs(value) < 0.1 ? [1e-3, 'm'] : [1, '']
  return `${Number((value / power).toPrecision(figures))} ${prefix}${unit}`
}

/** Plays an attempt of a network move by move, with a learner's own ways; what is done can be bent on the way. */
export class Learner {
  readonly random: () => number
  worksheet: Worksheet
  position: Position

  constructor(
    readonly network: Network,
    seed: number,
    readonly figures = 4,
  ) {
    this.random = randomNumbers(seed)
    this.worksheet = worksheetOf(network)
    this.position = begin(this.worksheet)
  }

  pick<T>(list: readonly T[]): T {
    return list[Math.floor(this.random() * list.length)]
  }

  do(move: Move) {
    this.position = play(this.position, move)
    const { judgements } = this.position
    return judgements[judgements.length - 1]
  }

  own(quantity: Quantity, element: number, position = this.position): number {
    const value = position.own[quantity][element]
    if (!value) throw new Error(`no ${quantity} of ${element} yet`)
    return value.value
  }

  /** Some group of the sheet, or some members of a parallel one: any valid order. */
  group(): { kind: 'series' | 'parallel'; members: readonly number[] } | null {
    const groups = findGroups(this.position.sheet)
    if (groups.length === 0) return null
    const { kind, members } = this.pick(groups)
    const some = kind === 'parallel' && members.length > 2 && this.random() < 0.4
    return { kind, members: some ? [...members].sort(() => this.random() - 0.5).slice(0, 2) : members }
  }

  /** Combines a group rightly, on the learner's own rounded values. */
  combine(group: { kind: 'series' | 'parallel'; members: readonly number[] }, bend = (value: number) => value) {
    const R = group.members.map((id) => this.own('resistance', id))
    const value = group.kind === 'series' ? R.reduce((a, b) => a + b) : 1 / R.reduce((sum, r) => sum + 1 / r, 0)
    const said = this.do({
      do: 'combine',
      ...group,
      answer: typed(bend(value), 'resistance', this.figures, this.random),
    })
    // Asked whether a term was rounded away, a learner types all figures.
    if (said.verdict !== 'asked' || said.element === null) return said
    return this.do({ do: 'value', element: said.element, quantity: 'resistance', answer: String(bend(value)) })
  }

  reduce(): void {
    for (let group = this.group(); group; group = this.group()) this.combine(group)
  }

  type(element: number, quantity: Quantity, value: number, figures = this.figures) {
    return this.do({ do: 'value', element, quantity, answer: typed(value, quantity, figures, this.random) })
  }

  /** The supply's other quantity, by Ohm's law. */
  supply() {
    const [whole] = this.position.reduction.left
    return this.type(whole, 'current', this.own('voltage', whole) / this.own('resistance', whole))
  }
}
