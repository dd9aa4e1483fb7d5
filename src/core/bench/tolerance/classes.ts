import type { Built, Model } from './model'
import { gradientOf } from './gradient'
import type { NetworkQuantity } from './quantity'
import { worstCase, type WorstCase, worstCases } from './worst'
import { readRating } from '../../network'

/** The tolerance classes that resistors are sold in, the loosest first, as parts of the value. */
const toleranceClasses = [0.1, 0.05, 0.02, 0.01] as const

/** Which class each resistor needs so that a wish is kept. */
export interface Classes {
  /** The tolerance of each leaf. */
  readonly tolerance: readonly number[]
  /** The leaves that had to be tightened. */
  readonly tightened: readonly number[]
  readonly worst: WorstCase
}

/** Whether a quantity's limits lie within so much of its nominal value. */
function isWithin({ nominal, min, max }: WorstCase, wish: number): boolean {
  const most = wish * Math.abs(nominal) * (1 + 1e-12)
  return max - nominal <= most && nominal - min <= most
}

/**
 * The fewest resistors tightened, and these no further than to the loosest class that still keeps the quantity's worst case
 * within a wish. The one that gains most is tightened first, to first order; then each is loosened again as far as it may.
 *
 * @param wish as a part of the nominal value
 * @returns null where not even the tightest class of all resistors keeps it
 */
export function loosestClasses(built: Built, model: Model, quantity: NetworkQuantity, wish: number): Classes | null {
  const worstWith = (tolerance: readonly number[]) => worstCase({ ...built, tolerance }, model, quantity)
  const tightest = toleranceClasses[toleranceClasses.length - 1]
  const tightenedTo = (leaf: number) => Math.min(built.tolerance[leaf], tightest)
  const before = worstWith(built.tolerance)
  if (isWithin(before, wish)) return { tolerance: built.tolerance, tightened: [], worst: before }
  const gradient = gradientOf(built, model, quantity, built.resistance)
  const inOrder = built.resistance
    .map((R, leaf) => ({ leaf, gain: Math.abs(gradient[leaf] * R) * (built.tolerance[leaf] - tightenedTo(leaf)) }))
    .filter(({ gain }) => gain > 0)
    .sort((a, b) => b.gain - a.gain)
    .map(({ leaf }) => leaf)
  const tolerance = [...built.tolerance]
  const tightened: number[] = []
  for (const leaf of inOrder) {
    tolerance[leaf] = tightenedTo(leaf)
    tightened.push(leaf)
    if (isWithin(worstWith(tolerance), wish)) break
  }
  if (!isWithin(worstWith(tolerance), wish)) return null
  for (const leaf of [...tightened].reverse())
    for (const looser of toleranceClasses.filter((it) => it < built.tolerance[leaf])) {
      const tried = tolerance.map((it, i) => (i === leaf ? looser : it))
      if (!isWithin(worstWith(tried), wish)) continue
      tolerance[leaf] = looser
      break
    }
  return {
    tolerance,
    tightened: tightened.filter((leaf) => tolerance[leaf] < built.tolerance[leaf]),
    worst: worstWith(tolerance),
  }
}

/** The sizes that resistors are sold in, in watts. */
const sizes = [0.125, 0.25, 0.5, 1, 2, 5] as const

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
