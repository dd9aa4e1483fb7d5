import { readRating } from '../../network'
import type { Built } from './built'
import type { Model } from './model'
import { worstCases } from './worst'

/** The sizes that resistors are sold in, in watts. */
export const sizes = [0.125, 0.25, 0.5, 1, 2, 5] as const

/** The power of a resistor against what it may have. */
export interface Rated {
  readonly part: string
  /** In watts: with marked values, and at the worst of its tolerances. */
  readonly nominal: number
  readonly worst: number
  /** In watts; null where none is marked. */
  readonly rating: number | null
  /** `hot` above half the rating at the worst, `over` above all of it; `unrated` without one. */
  readonly verdict: 'cool' | 'hot' | 'over' | 'unrated'
  /** The next standard size with twice the headroom, in watts; null where 5 W are too little. */
  readonly size: number | null
}

/** Every resistor's power against its rating, those without current too. */
export function ratingsOf(built: Built, model: Model): Rated[] {
  const { network, wiring } = built
  const limits = worstCases(
    built,
    model,
    wiring.live.map((_, leaf) => ({ kind: 'power', leaf }) as const),
  )
  return network.parts.flatMap((part, i): Rated[] => {
    if (part.kind !== 'resistor') return []
    const leaf = wiring.live.indexOf(i)
    const { nominal, max } = leaf < 0 ? { nominal: 0, max: 0 } : limits[leaf]
    const rating = readRating(part.rating)
    const verdict = rating === null ? 'unrated' : max > rating ? 'over' : max > rating / 2 ? 'hot' : 'cool'
    return [
      { part: part.name, nominal, worst: max, rating, verdict, size: sizes.find((size) => size >= 2 * max) ?? null },
    ]
  })
}
