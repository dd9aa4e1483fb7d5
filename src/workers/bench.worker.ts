import {
  benchOf,
  diagnose,
  quantitiesOf,
  sampleBlock,
  valueOf,
  worstCases,
  type SampleBlock,
  type Diagnosed,
  type Distribution,
  type Meter,
  type Reading,
  type Sampled,
} from '@/core/bench'
import type { Network } from '@/core/network'

export type BenchTask =
  | {
      readonly task: 'diagnose'
      readonly network: Network
      readonly readings: readonly Reading[]
      readonly meter: Meter | null
    }
  | {
      readonly task: 'sample'
      readonly network: Network
      /** The place of the quantity whose values are counted, among all of the network. */
      readonly counted: number
      readonly distribution: Distribution
      readonly seed: number
      readonly samples: number
      /** This worker does every so-manieth block, from this one on. */
      readonly first: number
      readonly step: number
      readonly blockSize: number
    }

export type BenchAnswer =
  | { readonly answer: 'diagnosed'; readonly found: Diagnosed | null }
  | { readonly answer: 'block'; readonly block: SampleBlock }
  /** All blocks of a task have been sent. */
  | { readonly answer: 'sampled' }

/** The core, for what takes longer than a frame: readings to a diagnosis, values to their spread. */
self.onmessage = ({ data }: MessageEvent<BenchTask>) => {
  const bench = benchOf(data.network)
  const say = (answer: BenchAnswer) => self.postMessage(answer)
  if (!bench.ok) return say(data.task === 'sample' ? { answer: 'sampled' } : { answer: 'diagnosed', found: null })
  if (data.task === 'diagnose') {
    const found = diagnose(bench, data.readings, data.meter)
    return say({
      answer: 'diagnosed',
      found: found.ok ? found : null,
    })
  }
  const { built, model } = bench
  const { counted, distribution, seed, samples, first, step, blockSize } = data
  const moving = quantitiesOf(built, model).map(({ is }) => is)
  const quantities = moving.flatMap((is) => (is ? [is] : []))
  const place = quantities.indexOf(moving[counted] ?? quantities[0])
  // The limits are needed of what is counted alone.
  const { min, max } = worstCases(built, model, [quantities[place]])[0]
  const run = model.run(built.resistance)
  const all = quantities.map((quantity): Sampled => ({ quantity, nominal: valueOf(quantity, run), min, max }))
  for (let index = first; index * blockSize < samples; index += step)
    say({
      answer: 'block',
      block: sampleBlock(
        { built, model, all, counted: [place], seed, distribution },
        index,
        Math.min(blockSize, samples - index * blockSize),
      ),
    })
  say({ answer: 'sampled' })
}
