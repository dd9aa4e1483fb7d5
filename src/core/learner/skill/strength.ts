import { createEmptyCard, fsrs, Rating, type Card } from 'ts-fsrs'
import { skills, type Skill, marksOf, type Dials, type JudgedTask } from '../task'
import { slips as slipTable, type Slip } from '../slip'

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

/** In days: a memory that lasts so long is half as strong as can be. A choice, not measured. */
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

/** What an attempt came to, as it is kept: marks at first tries, slips, and what it tells of skills. */
export function resultOf(
  dials: Dials,
  judged: JudgedTask,
): Pick<Practised, 'marks' | 'of' | 'isDone' | 'evidence' | 'slips'> {
  const { first, of } = marksOf(judged)
  return {
    marks: first,
    of,
    isDone: judged.done,
    evidence: evidenceOf(dials, judged),
    slips: slipsOf(judged),
  }
}

/** What an attempt tells of a skill: whether it went right at the first try. */
export interface Evidence {
  readonly skill: Skill
  readonly isRight: boolean
}

/** A slip with how often it was made. */
export interface SlipCount {
  readonly slip: Slip
  readonly times: number
}

/** Slips that tell of a skill, wherever they are made. */
const told: Readonly<Partial<Record<Slip, Skill>>> = {
  thousandfold: 'prefixes',
  'mixed-units': 'prefixes',
  unit: 'prefixes',
  'rounded-early': 'rounding',
  'total-current': 'sharing-current',
  'source-voltage': 'sharing-voltage',
  'carried-wrong': 'carrying',
  'power-formula': 'power',
}

/** What an attempt tells of each skill that it was tried with, once each. */
export function evidenceOf(dials: Dials, { items, done }: JudgedTask): Evidence[] {
  const found = new Map<Skill, boolean>()
  const add = (skill: Skill, isRight: boolean) => found.set(skill, (found.get(skill) ?? true) && isRight)
  const isFull = ({ of, first }: { readonly of: number; readonly first: number }) => first >= of
  const tried = items.filter(({ isTried }) => isTried)
  for (const { skill, way, method, answer, slips } of tried) {
    const others = slips.flatMap((slip) => told[slip] ?? [])
    for (const other of others) add(other, false)
    if (way) add(way, isFull(method))
    // A lost milli says nothing against the reciprocals.
    if (isFull(answer) || others.every((other) => other === skill))
      add(skill, isFull(answer) && (way ? true : isFull(method)))
  }
  const isClean = tried.length > 0 && done && tried.every(({ method, answer }) => isFull(method) && isFull(answer))
  const whole = (skill: Skill) => tried.length > 0 && add(skill, isClean)
  if (dials.kind === 'solve') {
    if (dials.units !== 'Ω' && done) add('prefixes', true)
    if (dials.numbers === 'real' && done) add('rounding', true)
    if (dials.given === 'inside') whole('outward')
    if (dials.special !== 'none' && dials.special !== 'bridge') whole('loose')
    if (dials.picture === 'disguised') whole('disguise')
  }
  return [...found].map(([skill, isRight]) => ({ skill, isRight }))
}

/** Slips of an attempt, the most frequent first. */
export function slipsOf({ items }: JudgedTask): SlipCount[] {
  return countSlips(items.flatMap(({ slips }) => slips.map((slip) => ({ slip, times: 1 }))))
}

/** Slips in words, with how often each was made: `Slips: a lost kilo or milli (2 times); added in parallel.` */
export function slipsText(slips: readonly SlipCount[]): string {
  return `Slips: ${slips.map(({ slip, times }) => (times > 1 ? `${slipName(slip)} (${times} times)` : slipName(slip))).join('; ')}.`
}

/** Slips of several attempts together, the most frequent first. */
export function countSlips(all: readonly SlipCount[]): SlipCount[] {
  const times = new Map<Slip, number>()
  for (const { slip, times: often } of all) times.set(slip, (times.get(slip) ?? 0) + often)
  return [...times].map(([slip, often]) => ({ slip, times: often })).sort((a, b) => b.times - a.times)
}

export const slipName = (slip: Slip): string => slipTable[slip].name
