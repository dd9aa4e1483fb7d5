import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus'
import { expandLanes, lanesOf, reduceLanes, type Lanes, type Program } from '../../solution'
import type { Built, Model, Run } from './model'
import { valueOf, type NetworkQuantity } from './quantity'

/** How a value lies within its tolerance: anywhere alike, or normally, the tolerance three standard deviations, cut there. */
export type Distribution = 'uniform' | 'normal'

/** A quantity that is sampled, and between which limits its values are counted. */
export interface Sampled {
  readonly quantity: NetworkQuantity
  /** What the sums are kept against. */
  readonly nominal: number
  readonly min: number
  readonly max: number
}

/** What came of one block of samples, by quantity; {@link addBlocks} adds them up. */
export interface SampleBlock {
  readonly index: number
  readonly samples: number
  /** Of the differences from the nominal value, and of their squares. */
  readonly sum: Float64Array
  readonly squares: Float64Array
  /** How many values fell into each of {@link bins} equal steps between the limits; of the counted quantities alone, by `counted`. */
  readonly counts: readonly Uint32Array[]
}

/** How many samples a block has, so that the same seed gives the same numbers however many workers share the work. */
export const blockSize = 8192
/** How many steps values are counted in. */
const bins = 4096
/** Samples that are worked out at once. */
const lanes = 64

/** Fills places with a value anywhere in its tolerance: its middle and how far it reaches either way. */
type Draw = (into: Float64Array, at: number, count: number, middle: number, reach: number) => void

function draws(seed: number, block: number, distribution: Distribution): Draw {
  const generator = xoroshiro128plus(mixed(seed ^ mixed(block + 1)))
  for (let i = 0; i < 16; i++) generator.next()
  if (distribution === 'uniform')
    return (into, at, count, middle, reach) => {
      const step = reach / 2 ** 31
      const first = middle + 0.5 * step
      for (let i = 0; i < count; i++) into[at + i] = first + step * generator.next()
    }
  const uniform = () => (generator.next() + 0.5) / 2 ** 31
  // The normal distribution in pairs by the polar method (Marsaglia and Bray, 1964).
  let spare: number | null = null
  const normal = (): number => {
    if (spare !== null) {
      const kept = spare
      spare = null
      return kept
    }
    for (;;) {
      const [x, y] = [uniform(), uniform()]
      const s = x * x + y * y
      if (s >= 1 || s === 0) continue
      const factor = Math.sqrt((-2 * Math.log(s)) / s)
      spare = y * factor
      return x * factor
    }
  }
  return (into, at, count, middle, reach) => {
    for (let i = 0; i < count;) {
      const z = normal()
      if (Math.abs(z) <= 3) into[at + i++] = middle + (reach * z) / 3
    }
  }
}

/** Spreads the bits of a seed (the last steps of MurmurHash3). */
function mixed(seed: number): number {
  let h = seed | 0
  h = Math.imul(h ^ (h >>> 16), 0x85ebca6b)
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35)
  return h ^ (h >>> 16)
}

export interface Sampling {
  readonly built: Built
  readonly model: Model
  readonly all: readonly Sampled[]
  /** Which of them are counted in steps, by index. */
  readonly counted: readonly number[]
  readonly seed: number
  readonly distribution: Distribution
}

/**
 * One block of samples: every resistance and the source drawn within its tolerance.
 *
 * @param index of the block
 * @param samples at most {@link blockSize}
 */
export function sampleBlock(sampling: Sampling, index: number, samples: number): SampleBlock {
  const { built, all, counted, seed, distribution, model } = sampling
  const draw = draws(seed, index, distribution)
  const block = {
    index,
    samples,
    sum: new Float64Array(all.length),
    squares: new Float64Array(all.length),
    counts: counted.map(() => new Uint32Array(bins)),
  }
  const { program } = model.compiled ?? {}
  const { drive } = built
  if (program && drive.at === 'source' && drive.quantity !== 'power') sampleLanes(sampling, program, drive, draw, block)
  else sampleOnes(sampling, draw, block)
  return block
}

function sampleOnes({ built, model, all, counted }: Sampling, draw: Draw, block: SampleBlock): void {
  const { resistance, tolerance, drive } = built
  const R = Float64Array.from(resistance)
  const sourceTolerance = drive.at === 'source' ? drive.tolerance : 0
  const factor = new Float64Array([1])
  for (let sample = 0; sample < block.samples; sample++) {
    for (let leaf = 0; leaf < R.length; leaf++) draw(R, leaf, 1, resistance[leaf], resistance[leaf] * tolerance[leaf])
    if (sourceTolerance > 0) draw(factor, 0, 1, 1, sourceTolerance)
    const [source] = factor
    const run = model.run(R)
    const scaled: Run = source === 1 ? run : { ...run, supply: run.supply * source }
    if (source !== 1)
      for (let leaf = 0; leaf < R.length; leaf++) {
        run.current[leaf] *= source
        run.voltage[leaf] *= source
      }
    all.forEach(({ quantity, nominal }, i) => {
      const off = valueOf(quantity, scaled) - nominal
      block.sum[i] += off
      block.squares[i] += off * off
    })
    counted.forEach((i, k) => count(all[i], valueOf(all[i].quantity, scaled), block.counts[k]))
  }
}

function count({ min, max }: Sampled, value: number, counts: Uint32Array): void {
  const bin = Math.floor(((value - min) / (max - min)) * bins)
  counts[bin >= bins ? bins - 1 : bin >= 0 ? bin : 0]++
}

/** Sums of what one element carries, against its nominal values: of R, V, I and P, and of their squares. */
interface Sums {
  readonly middle: { readonly R: number; readonly V: number; readonly I: number; readonly P: number }
  R: number
  V: number
  I: number
  P: number
  RR: number
  VV: number
  II: number
  PP: number
}

/** The same with many samples at once through the compiled program. */
function sampleLanes(
  { built, model, all, counted }: Sampling,
  program: Program,
  drive: { readonly quantity: 'voltage' | 'current' | 'power'; readonly value: number; readonly tolerance: number },
  draw: Draw,
  block: SampleBlock,
): void {
  const { resistance, tolerance } = built
  const values = lanesOf(program, lanes)
  const { resistance: R, current } = values
  const leaves = model.leaves
  const whole = leaves + program.joins - 1
  const held = new Float64Array(lanes)
  const row = new Float64Array(lanes)
  const run = model.run(resistance)
  const sumsOf = (middle: Sums['middle']): Sums => ({ middle, R: 0, V: 0, I: 0, P: 0, RR: 0, VV: 0, II: 0, PP: 0 })
  const ofLeaf = resistance.map((ohms, leaf) => {
    const [V, I] = [run.voltage[leaf], run.current[leaf]]
    return sumsOf({ R: ohms, V, I, P: V === 0 ? 0 : V * I })
  })
  const ofWhole = sumsOf({
    R: run.equivalent,
    V: run.supply * run.equivalent,
    I: run.supply,
    P: run.supply * run.supply * run.equivalent,
  })
  const isSum = ({ quantity }: Sampled) => quantity.kind === 'sum' && quantity.terms.length > 1
  const sums = all.flatMap((it, i) => (isSum(it) ? [i] : []))
  for (let done = 0; done < block.samples; done += lanes) {
    const here = Math.min(lanes, block.samples - done)
    for (let leaf = 0; leaf < leaves; leaf++)
      draw(R, leaf * lanes, lanes, resistance[leaf], resistance[leaf] * tolerance[leaf])
    reduceLanes(program, values)
    draw(held, 0, lanes, drive.value, drive.value * drive.tolerance)
    for (let l = 0; l < lanes; l++)
      current[whole * lanes + l] = drive.quantity === 'voltage' ? held[l] / R[whole * lanes + l] : held[l]
    expandLanes(program, values)
    for (let leaf = 0; leaf < leaves; leaf++) add(ofLeaf[leaf], values, leaf, here)
    if (whole >= leaves) add(ofWhole, values, whole, here)
    for (const i of sums) {
      fill(row, all[i].quantity, values, whole)
      for (let l = 0; l < here; l++) {
        const off = row[l] - all[i].nominal
        block.sum[i] += off
        block.squares[i] += off * off
      }
    }
    counted.forEach((i, k) => {
      fill(row, all[i].quantity, values, whole)
      for (let l = 0; l < here; l++) count(all[i], row[l], block.counts[k])
    })
  }
  // A network of one resistor is that resistor.
  const total = whole < leaves ? ofLeaf[whole] : ofWhole
  all.forEach(({ quantity }, i) => {
    if (quantity.kind === 'equivalent') set(block, i, 1, total.R, total.RR)
    else if (quantity.kind === 'power') {
      const { P, PP } = quantity.leaf === null ? total : ofLeaf[quantity.leaf]
      set(block, i, 1, P, PP)
    } else if (quantity.terms.length === 1) {
      const [{ of, leaf, times }] = quantity.terms
      const { V, I, VV, II } = leaf === null ? total : ofLeaf[leaf]
      set(block, i, times, of === 'current' ? I : V, of === 'current' ? II : VV)
    }
  })
}

function set(block: SampleBlock, i: number, times: number, sum: number, squares: number): void {
  block.sum[i] = times * sum
  block.squares[i] = times * times * squares
}

/** Adds what one element carries in so many lanes. */
function add(sums: Sums, { resistance, current }: Lanes, element: number, here: number): void {
  const { middle } = sums
  const at = element * lanes
  let [R, V, I, P, RR, VV, II, PP] = [0, 0, 0, 0, 0, 0, 0, 0]
  for (let l = at; l < at + here; l++) {
    const ohms = resistance[l]
    const amperes = current[l]
    const volts = ohms === 0 ? 0 : ohms * amperes
    const r = ohms - middle.R
    const v = volts - middle.V
    const i = amperes - middle.I
    const p = (ohms === 0 ? 0 : volts * amperes) - middle.P
    R += r
    V += v
    I += i
    P += p
    RR += r * r
    VV += v * v
    II += i * i
    PP += p * p
  }
  sums.R += R
  sums.V += V
  sums.I += I
  sums.P += P
  sums.RR += RR
  sums.VV += VV
  sums.II += II
  sums.PP += PP
}

/** The values of a quantity in every lane. */
function fill(row: Float64Array, quantity: NetworkQuantity, { resistance: R, current: I }: Lanes, whole: number): void {
  if (quantity.kind === 'equivalent') {
    for (let l = 0; l < lanes; l++) row[l] = R[whole * lanes + l]
    return
  }
  if (quantity.kind === 'power') {
    const at = (quantity.leaf ?? whole) * lanes
    for (let l = 0; l < lanes; l++) row[l] = R[at + l] === 0 ? 0 : I[at + l] * I[at + l] * R[at + l]
    return
  }
  row.fill(0)
  for (const { of, leaf, times } of quantity.terms) {
    const at = (leaf ?? whole) * lanes
    if (of === 'current') for (let l = 0; l < lanes; l++) row[l] += times * I[at + l]
    else for (let l = 0; l < lanes; l++) row[l] += R[at + l] === 0 ? 0 : times * I[at + l] * R[at + l]
  }
}

/** Blocks added in the order of their indices, so that it does not matter which worker did which. */
export function addBlocks(blocks: readonly SampleBlock[]): Omit<SampleBlock, 'index'> {
  const [first, ...rest] = [...blocks].sort((a, b) => a.index - b.index)
  const total = {
    samples: first.samples,
    sum: first.sum.slice(),
    squares: first.squares.slice(),
    counts: first.counts.map((counts) => counts.slice()),
  }
  for (const { samples, sum, squares, counts } of rest) {
    total.samples += samples
    sum.forEach((value, i) => (total.sum[i] += value))
    squares.forEach((value, i) => (total.squares[i] += value))
    counts.forEach((steps, k) => steps.forEach((value, bin) => (total.counts[k][bin] += value)))
  }
  return total
}

/** What samples say of one quantity, in SI units. */
export interface Statistics {
  readonly samples: number
  readonly mean: number
  /** The standard deviation. */
  readonly deviation: number
}

/** Mean and standard deviation of a quantity, by its index. */
export function statisticsOf(all: readonly Sampled[], total: Omit<SampleBlock, 'index'>, i: number): Statistics {
  const { samples } = total
  const off = total.sum[i] / samples
  const variance = samples > 1 ? Math.max(0, (total.squares[i] - samples * off * off) / (samples - 1)) : 0
  return { samples, mean: all[i].nominal + off, deviation: Math.sqrt(variance) }
}

/**
 * The value below which such a part of the samples lies, from the counted steps, within a step in proportion.
 *
 * @param part from 0 to 1
 */
export function percentile({ min, max }: Sampled, counts: Uint32Array, part: number): number {
  const samples = counts.reduce((all, count) => all + count, 0)
  const wanted = part * samples
  let below = 0
  for (let bin = 0; bin < bins; bin++) {
    if (counts[bin] > 0 && below + counts[bin] >= wanted)
      return min + ((max - min) * (bin + (wanted - below) / counts[bin])) / bins
    below += counts[bin]
  }
  return max
}
