import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus'

/** Choices by chance, the same for the same seed on every machine: whole numbers alone. */
export interface Chance {
  /** A whole number from 0 up to, not including, `count`. */
  readonly below: (count: number) => number
  readonly any: <T>(list: readonly T[]) => T
  /** One in so many times. */
  readonly once: (inTimes: number) => boolean
  readonly shuffled: <T>(list: readonly T[]) => T[]
}

/** @param seeds whole numbers, together the seed */
export function chanceOf(...seeds: readonly number[]): Chance {
  const generator = xoroshiro128plus(seeds.reduce((sum, seed) => Math.imul(sum, 31_415_821) + seed, 17) | 0)
  for (let i = 0; i < 16; i++) generator.next()
  const below = (count: number) => (generator.next() >>> 0) % count
  return {
    below,
    any: (list) => list[below(list.length)],
    once: (inTimes) => below(inTimes) === 0,
    shuffled: (list) => {
      const left = [...list]
      return list.map(() => left.splice(below(left.length), 1)[0])
    },
  }
}
