import type { Built } from './built'
import { degree, gradientOf } from './gradient'
import type { Model } from './model'
import { valueOf, type NetworkQuantity } from './quantity'

/** How much of the spread of a quantity one part makes. */
export interface Share {
  readonly part: string
  /** Its variance's part of the quantity's variance, to first order; all add to 1. */
  readonly share: number
}

/** What moves a quantity by less than this part of it is rounding. */
const least = 1e-11

/**
 * The share of each part in the variance of a quantity, the largest first: (∂y/∂R · R · tolerance)² over the sum of all
 * (propagation of uncertainty, JCGM 100:2008, 5.1.2). None where nothing moves it.
 */
export function sharesOf(built: Built, model: Model, quantity: NetworkQuantity): Share[] {
  const { network, wiring, resistance, tolerance, drive } = built
  const gradient = gradientOf(built, model, quantity, resistance)
  const moves = wiring.live.map((part, leaf) => ({
    part: network.parts[part].name,
    by: (gradient[leaf] * resistance[leaf] * tolerance[leaf]) ** 2,
  }))
  const value = valueOf(quantity, model.run(resistance))
  if (drive.at === 'source')
    moves.push({
      part: network.parts[wiring.supply].name,
      by: (degree[quantity.kind] * value * drive.tolerance) ** 2,
    })
  const felt = moves.filter(({ by }) => by > (least * value) ** 2)
  const sum = felt.reduce((all, { by }) => all + by, 0)
  return felt.map(({ part, by }) => ({ part, share: by / sum })).sort((a, b) => b.share - a.share)
}
