import { slips as slipTable, type Slip } from '../slip'
import type { Dials, JudgedTask, Skill } from '../task'

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

/** Slips of several attempts together, the most frequent first. */
export function countSlips(all: readonly SlipCount[]): SlipCount[] {
  const times = new Map<Slip, number>()
  for (const { slip, times: often } of all) times.set(slip, (times.get(slip) ?? 0) + often)
  return [...times].map(([slip, often]) => ({ slip, times: often })).sort((a, b) => b.times - a.times)
}

export const slipName = (slip: Slip): string => slipTable[slip].name
