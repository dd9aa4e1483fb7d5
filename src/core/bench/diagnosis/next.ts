import type { Meter } from '../meter'
import {
  beyondOf,
  noLoading,
  predict,
  quantityOf,
  rangeFor,
  readOn,
  readPlainly,
  type Measurement,
  type Planned,
  type MeterRead,
  type View,
} from '../plan'
import { covarianceOf, jointOf, product, solveLower, type Fitted } from './likelihood'

/** The measurement that separates what remains best. */
export interface NextMeasurement {
  readonly measurement: Measurement
  /** How much it tells, in bits, before its effort is counted. */
  readonly bits: number
  /** What each hypothesis would read, by its place among those asked, in SI units. */
  readonly reads: readonly number[]
}

/** What each measurement costs, against a voltage: a break and a lifted lead cost more than two flags. */
const effort = { voltage: 1, whole: 1.5, total: 1.6, alone: 1.6, resistance: 1.5, current: 1.8 } as const

/** Below so many bits nothing is worth measuring. */
const least = 0.02

/** A normal distribution of one reading; infinite for a resistance without a path. */
interface Outcome {
  readonly mean: number
  readonly variance: number
}

/**
 * The measurement of a plan with the largest gain of information per effort: the mutual information between what is wrong
 * and what would be read, by the pairwise bound of Kolchinsky and Tracey (“Estimating mixture entropy with pairwise
 * distances”, 2017) with Bhattacharyya distances.
 *
 * @param remaining what is still possible, with probabilities that add to 1
 */
export function nextOf(
  view: View,
  candidates: readonly Planned[],
  remaining: readonly { readonly fitted: Fitted; readonly probability: number }[],
  meter: Meter | null,
  sourceSpread: number,
): NextMeasurement | null {
  if (remaining.length < 2) return null
  let best: NextMeasurement | null = null
  let worth = least
  for (const { probe, laid, measurement } of candidates) {
    if (meter && beyondOf(view, probe, laid, meter)) continue
    const read = meter
      ? readOn(probe, laid, meter, rangeFor(view, probe, laid, meter))
      : readPlainly(probe, laid, plainDigit(view, { laid }))
    const outcomes = remaining.map(({ fitted }) => outcomeOf(fitted, read, sourceSpread))
    const end = meter ? meter[quantityOf(probe)].ranges.reduce((most, { to }) => Math.max(most, to), 0) : Infinity
    const asShown = outcomes.map(({ mean, variance }) =>
      Math.abs(mean) > end ? { mean: Infinity, variance } : { mean, variance },
    )
    let bits = 0
    remaining.forEach(({ probability }, i) => {
      let alike = 0
      remaining.forEach((other, j) => {
        alike += other.probability * Math.exp(-distance(asShown[i], asShown[j]))
      })
      bits -= probability * Math.log2(alike)
    })
    if (bits / effort[probe.kind] <= worth) continue
    worth = bits / effort[probe.kind]
    best = { measurement, bits, reads: outcomes.map(({ mean }) => mean) }
  }
  return best
}

/** What the last digit would stand for without a meter: four figures. */
function plainDigit({ ports, volts }: View, { laid }: Pick<Planned, 'laid'>): number {
  const { value } = predict(ports, laid, volts, noLoading)
  return value === 0 || !Number.isFinite(value) ? 1e-3 : 10 ** (Math.floor(Math.log10(Math.abs(value))) - 3)
}

/** What would be read under a fault, given what has been read. */
function outcomeOf({ bench, used, joint, L, whitened }: Fitted, read: MeterRead, sourceSpread: number): Outcome {
  const spread = bench.fault.fault === 'source' ? 0 : sourceSpread
  const alone = jointOf(bench, [read], spread)
  if (!Number.isFinite(alone.mean[0])) return { mean: Infinity, variance: 0 }
  const n = used.length
  const [row] = alone.factors
  const cross = solveLower(
    L,
    n,
    joint.factors.map((other) => product(row, other)),
  )
  let mean = alone.mean[0]
  let [variance] = covarianceOf(alone)
  for (let i = 0; i < n; i++) {
    mean += cross[i] * whitened[i]
    variance -= cross[i] ** 2
  }
  return { mean, variance: Math.max(variance, 1e-9 * alone.mean[0] ** 2 + 1e-24) }
}

/** The Bhattacharyya distance of two normal distributions. */
function distance(a: Outcome, b: Outcome): number {
  if (a.mean === Infinity || b.mean === Infinity) return a.mean === b.mean ? 0 : 50
  const both = a.variance + b.variance
  return (a.mean - b.mean) ** 2 / (4 * both) + 0.5 * Math.log(both / (2 * Math.sqrt(a.variance * b.variance)))
}
