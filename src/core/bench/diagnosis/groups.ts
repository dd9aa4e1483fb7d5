import type { Hypothesis } from './format'

/** Hypotheses that no reading at hand tells apart. */
export interface HypothesisGroup {
  readonly members: readonly Hypothesis[]
  /** Of all of them together. */
  readonly probability: number
}

/** Most names that stand for one group. */
const mostNames = 3
/** Of less than this nothing is said. */
const least = 0.001

/**
 * Hypotheses that no reading at hand tells apart as one, the most probable group first. Faults that no reading tells from
 * nothing being wrong are left out: nothing was read of them.
 */
export function groupsOf(hypotheses: readonly Hypothesis[]): HypothesisGroup[] {
  const taken = new Set<number>()
  const nothing = hypotheses.findIndex(({ fault }) => fault === 'none')
  return hypotheses
    .flatMap((first, i): HypothesisGroup[] => {
      if (taken.has(i) || (i !== nothing && first.alike.includes(nothing))) return []
      const alike = first.alike.filter((j) => !taken.has(j) && j > i && hypotheses[j].probability > least)
      const places = first.fault === 'none' ? [i] : [i, ...alike.filter((j) => j !== nothing)]
      for (const j of places) taken.add(j)
      return [
        {
          members: places.slice(0, mostNames).map((j) => hypotheses[j]),
          probability: places.reduce((sum, j) => sum + hypotheses[j].probability, 0),
        },
      ]
    })
    .sort((a, b) => b.probability - a.probability)
}

/** A group in words: `R3 open, or a lead of R3 still lifted`. */
export function groupText({ members }: HypothesisGroup): string {
  return members.map(({ text }) => text).join(', or ')
}
