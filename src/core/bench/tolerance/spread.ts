import { about, closed, head, list, number, oneOf, optional, text, type Declared } from '../../format'
import { unreadDeclaration } from '../../structure'
import type { Built, Model } from './model'
import type { NamedQuantity } from './quantity'
import { addBlocks, blockSize, percentile, sampleBlock, statisticsOf, type Distribution, type Sampled } from './sample'
import { sharesOf, worstCases } from './worst'

/** Between which limits a quantity lies, how it spreads there and what moves it: the open format `nodrel-spread`. */
export const spreadDeclaration = closed({
  ...head('nodrel-spread'),
  quantity: oneOf(['equivalent', 'voltage', 'current', 'power', 'potential']),
  of: optional(about('A part; of a potential a point. Absent for the equivalent.', text())),
  nominal: number(),
  worst: closed({
    min: number(),
    max: number(),
    atLeast: optional(about('The limits were searched for: it may reach further.', oneOf([true]))),
  }),
  sampled: closed({
    samples: number({ least: 1, isWhole: true }),
    mean: number(),
    deviation: number(),
    p1: number(),
    p50: number(),
    p99: number(),
  }),
  shares: list(closed({ part: text({ least: 1, most: 32 }), share: number({ least: 0, most: 1.0000001 }) })),
  findings: optional(list(unreadDeclaration)),
})
export type Spread = Declared<typeof spreadDeclaration>

export interface SpreadOptions {
  readonly samples: number
  readonly seed: number
  readonly distribution: Distribution
}

/**
 * Between which limits quantities of one network lie, and how they spread, all from the same samples.
 *
 * @param samples how many runs with resistances at random within their tolerances
 * @param seed the same numbers for the same seed
 * @returns one for each quantity, in its order, in SI base units; `atLeast` where the limits were searched for and may reach further
 */
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
