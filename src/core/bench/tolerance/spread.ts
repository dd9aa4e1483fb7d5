import type { Built } from './built'
import type { Model } from './model'
import type { NamedQuantity } from './quantity'
import { addBlocks, blockSize, percentile, sampleBlock, statisticsOf, type Distribution, type Sampled } from './sample'
import { sharesOf, type Share } from './shares'
import { worstCases } from './worst'

/** Between which limits a quantity lies, how it spreads there and what moves it: the open format `nodrel-spread`. */
export interface Spread {
  readonly format: 'nodrel-spread'
  readonly version: 1
  readonly quantity: NamedQuantity['quantity']
  /** A part; of a potential a point of its node. Absent for the equivalent. */
  readonly of?: string
  readonly nominal: number
  /** `atLeast` where the limits were searched for: it may reach further. */
  readonly worst: { readonly min: number; readonly max: number; readonly atLeast?: true }
  readonly sampled: {
    readonly samples: number
    readonly mean: number
    readonly deviation: number
    readonly p1: number
    readonly p50: number
    readonly p99: number
  }
  readonly shares: readonly Share[]
}

export interface SpreadOptions {
  readonly samples: number
  readonly seed: number
  readonly distribution: Distribution
}

/** The spread of quantities of one network, all from the same samples. */
export function spreadOf(
  built: Built,
  model: Model,
  quantities: readonly NamedQuantity[],
  { samples, seed, distribution }: SpreadOptions,
): Spread[] {
  const moving = quantities.flatMap(({ is }) => (is ? [is] : []))
  const limits = worstCases(built, model, moving)
  const all = moving.map((quantity, i): Sampled => ({ quantity, ...limits[i] }))
  const counted = all.map((_, i) => i)
  const blocks = Array.from({ length: Math.ceil(samples / blockSize) }, (_, index) =>
    sampleBlock(
      { built, model, all, counted, seed, distribution },
      index,
      Math.min(blockSize, samples - index * blockSize),
    ),
  )
  const total = addBlocks(blocks)
  return quantities.map(({ quantity, of, is }): Spread => {
    const named = { format: 'nodrel-spread', version: 1, quantity, ...(of !== null && { of }) } as const
    if (!is) {
      const nothing = { samples, mean: 0, deviation: 0, p1: 0, p50: 0, p99: 0 }
      return { ...named, nominal: 0, worst: { min: 0, max: 0 }, sampled: nothing, shares: [] }
    }
    const i = moving.indexOf(is)
    const { nominal, min, max, atLeast } = limits[i]
    const at = (part: number) => percentile(all[i], total.counts[i], part)
    return {
      ...named,
      nominal,
      worst: { min, max, ...(atLeast && { atLeast }) },
      sampled: { ...statisticsOf(all, total, i), p1: at(0.01), p50: at(0.5), p99: at(0.99) },
      shares: sharesOf(built, model, is),
    }
  })
}
