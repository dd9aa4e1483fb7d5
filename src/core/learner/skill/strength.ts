import { createEmptyCard, fsrs, Rating, type Card } from 'ts-fsrs'
import { skills, type Skill } from '../task'
import type { Evidence, SlipCount } from './evidence'

/** An attempt at a task, as it is kept. */
export interface Practised {
  readonly code: string
  /** When it was last worked at, in milliseconds. */
  readonly at: number
  readonly seconds: number
  readonly marks: number
  readonly of: number
  readonly isDone: boolean
  readonly evidence: readonly Evidence[]
  readonly slips: readonly SlipCount[]
}

/** How well a skill is had, by a spaced-repetition scheduler. */
export interface SkillStrength {
  readonly skill: Skill
  /** From 0 to 1; null where it was never tried. */
  readonly strength: number | null
  /** When it should come again, in milliseconds; null where it was never tried. */
  readonly due: number | null
  readonly times: number
  /** When it last went wrong; null if it never did. */
  readonly lastWrong: number | null
}

/** Reviews days apart, the same for the same history. */
const scheduler = fsrs({ enable_fuzz: false, enable_short_term: false })

/** In days: a memory that lasts so long is half as strong as can be. */
const half = 5

/** The strength of every skill at a time, from all that was practised until then. */
export function strengthsAt(history: readonly Practised[], now: number): SkillStrength[] {
  const cards = new Map<Skill, Card>()
  const times = new Map<Skill, number>()
  const wrong = new Map<Skill, number>()
  const right = new Set<Skill>()
  for (const { at, evidence } of [...history].sort((a, b) => a.at - b.at)) {
    if (at > now) continue
    for (const { skill, isRight } of evidence) {
      const card: Card = cards.get(skill) ?? createEmptyCard<Card>(new Date(at))
      cards.set(skill, scheduler.next(card, new Date(at), isRight ? Rating.Good : Rating.Again).card)
      times.set(skill, (times.get(skill) ?? 0) + 1)
      if (isRight) right.add(skill)
      else wrong.set(skill, at)
    }
  }
  return skills.map((skill) => {
    const card = cards.get(skill)
    return {
      skill,
      strength: card
        ? // What never went right is not had yet.
          !right.has(skill)
          ? 0
          : (scheduler.get_retrievability(card, new Date(now), false) * card.stability) / (card.stability + half)
        : null,
      due: card ? card.due.getTime() : null,
      times: times.get(skill) ?? 0,
      lastWrong: wrong.get(skill) ?? null,
    }
  })
}
