import type { Built, Model, Run } from './model'
import { degree, gradientOf } from './gradient'
import { valueOf, type NetworkQuantity } from './quantity'

/** Between which limits a quantity lies, in SI units. */
export interface WorstCase {
  readonly nominal: number
  readonly min: number
  readonly max: number
  /** The limits were searched for, not proven: it may reach further. */
  readonly atLeast: boolean
}

/** Up to so many resistors that may vary, every corner is looked at. */
const mostInProgram = 16
const mostAtBridge = 12

interface Limits {
  min: number
  max: number
}

/**
 * The limits of quantities while every resistance, and the source, lies within its tolerance.
 *
 * Every voltage and current is a quotient of two functions that are linear in each single resistance (Bode, “Network
 * Analysis and Feedback Amplifier Design”, 1945, chapter 1), so it is monotonic in each while the others are held, and its
 * limits lie where every resistance is at one of its own. In a series-parallel network the sign of each derivative tells at
 * which, for the equivalent and for the voltage and current of every part. For sums of these, and at a bridge, every such
 * corner is looked at; where they are too many, a search climbs from corner to corner, and the limits are said to be at
 * least that far apart. The power of a part is monotonic in the other resistances; in its own it peaks where that equals
 * what is seen from it (the maximum power theorem).
 */
export function worstCases(built: Built, model: Model, quantities: readonly NetworkQuantity[]): WorstCase[] {
  const { resistance, drive } = built
  const nominalRun = model.run(resistance)
  const nominal = quantities.map((quantity) => valueOf(quantity, nominalRun))
  const isSettled = (quantity: NetworkQuantity) =>
    model.compiled !== null && (quantity.kind !== 'sum' || quantity.terms.length === 1)
  // Of a given power the root is taken, which need not rise or fall all along its own resistance.
  const isSure = drive.at === 'nothing' || drive.quantity !== 'power'
  const unsettled = quantities.filter((quantity) => !isSettled(quantity))
  const varying = built.tolerance.flatMap((tolerance, leaf) => (tolerance > 0 && resistance[leaf] > 0 ? [leaf] : []))
  const every = varying.length <= (model.compiled ? mostInProgram : mostAtBridge)
  const swept = every && unsettled.length > 0 ? sweep(built, model, unsettled, varying) : null
  return quantities.map((quantity, i) => {
    const at = swept ? unsettled.indexOf(quantity) : -1
    const limits = swept && at >= 0 ? swept[at] : climbed(built, model, quantity, isSettled(quantity))
    return {
      nominal: nominal[i],
      ...withSource(built, quantity, limits),
      atLeast: !isSure || (!isSettled(quantity) && !every),
    }
  })
}

/** {@link worstCases} of one quantity. */
export function worstCase(built: Built, model: Model, quantity: NetworkQuantity): WorstCase {
  return worstCases(built, model, [quantity])[0]
}

/** The limits with the source's own tolerance. */
function withSource({ drive }: Built, quantity: NetworkQuantity, { min, max }: Limits): Limits {
  if (drive.at !== 'source' || drive.tolerance === 0) return { min, max }
  const factor = (sign: number) => (1 + sign * drive.tolerance) ** degree[quantity.kind]
  return { min: min * factor(min < 0 ? 1 : -1), max: max * factor(max < 0 ? -1 : 1) }
}

/** Every corner: each resistance at one end of its tolerance. */
function sweep(
  built: Built,
  model: Model,
  quantities: readonly NetworkQuantity[],
  varying: readonly number[],
): Limits[] {
  const { resistance, tolerance } = built
  const limits = quantities.map((): Limits => ({ min: Infinity, max: -Infinity }))
  const R = Float64Array.from(resistance)
  const corners = 2 ** varying.length
  const powers = quantities.flatMap(({ kind }, i) => (kind === 'power' ? [i] : []))
  // The currents at every corner, where powers may peak between two of them.
  const currents = powers.length > 0 ? new Float64Array(corners * model.leaves) : null
  for (let corner = 0; corner < corners; corner++) {
    varying.forEach((leaf, bit) => {
      R[leaf] = resistance[leaf] * (1 + (corner & (1 << bit) ? tolerance[leaf] : -tolerance[leaf]))
    })
    const run = model.run(R)
    currents?.set(run.current, corner * model.leaves)
    for (let i = 0; i < quantities.length; i++) widen(limits[i], valueOf(quantities[i], run))
  }
  for (const i of powers) {
    const quantity = quantities[i]
    if (quantity.kind !== 'power' || quantity.leaf === null || !currents) continue
    const { leaf } = quantity
    const bit = varying.indexOf(leaf)
    const [lo, hi] = ends(built, leaf)
    let [above, below] = [false, false]
    for (let corner = 0; corner < corners; corner++) {
      const I = currents[corner * model.leaves + leaf]
      above ||= I > 0
      below ||= I < 0
      if (bit < 0 || corner & (1 << bit)) continue
      const atHi = currents[(corner | (1 << bit)) * model.leaves + leaf]
      const peak = peakOf(I, atHi, lo, hi)
      if (peak !== null) widen(limits[i], (I * (peak + lo)) ** 2 / (4 * peak))
    }
    if (above && below) widen(limits[i], 0)
  }
  return limits
}

function widen(limits: Limits, value: number): void {
  if (value < limits.min) limits.min = value
  if (value > limits.max) limits.max = value
}

function ends({ resistance, tolerance }: Built, leaf: number): [number, number] {
  return [resistance[leaf] * (1 - tolerance[leaf]), resistance[leaf] * (1 + tolerance[leaf])]
}

/**
 * The resistance at which the power peaks between two, from the currents there: I = V/(R + r) with R what is seen from the
 * part; null where it is not between.
 */
function peakOf(atLo: number, atHi: number, lo: number, hi: number): number | null {
  const seen = (atHi * hi - atLo * lo) / (atLo - atHi)
  return seen > lo && seen < hi ? seen : null
}

/** How many times a search goes on from a better corner. */
const mostClimbs = 12

/** The limits where the derivatives lead to; at once where their signs are the same everywhere. */
function climbed(built: Built, model: Model, quantity: NetworkQuantity, isSettled: boolean): Limits {
  const { resistance, tolerance } = built
  const own = quantity.kind === 'power' ? quantity.leaf : null
  const limits: Limits = { min: Infinity, max: -Infinity }
  for (const sign of [1, -1]) {
    let at = Float64Array.from(resistance)
    let best = -Infinity
    for (let climb = 0; climb < (isSettled ? 1 : mostClimbs); climb++) {
      const gradient = gradientOf(built, model, quantity, at)
      const next = Float64Array.from(resistance, (R, leaf) => {
        const slope = Math.sign(gradient[leaf]) * sign
        return slope === 0 ? at[leaf] : R * (1 + slope * tolerance[leaf])
      })
      const value = sign * valueOf(quantity, model.run(next))
      widen(limits, sign * value)
      if (value <= best) break
      best = value
      at = next
    }
    if (own !== null && tolerance[own] > 0) alongOwn(built, model, own, at, limits)
    alongKnown(built, model, quantity, at, limits)
  }
  if (own !== null && !isSettled) {
    // Where its current may turn round, the power may be 0.
    const current = climbed(built, model, { kind: 'sum', terms: [{ of: 'current', leaf: own, times: 1 }] }, false)
    if (current.min < 0 && current.max > 0) widen(limits, 0)
  }
  return limits
}

/** How many steps the resistance of a part of given power is followed in. */
const knownSteps = 64

/** Widens the limits by those along the resistance of the part whose power is given, with the others at a corner. */
function alongKnown(built: Built, model: Model, quantity: NetworkQuantity, corner: Float64Array, limits: Limits): void {
  const { drive } = built
  if (drive.at !== 'resistor' || drive.quantity !== 'power') return
  const [lo, hi] = ends(built, drive.leaf)
  const at = Float64Array.from(corner)
  for (let step = 0; step <= knownSteps; step++) {
    at[drive.leaf] = lo + ((hi - lo) * step) / knownSteps
    widen(limits, valueOf(quantity, model.run(at)))
  }
}

/** Widens the limits of a part's power by those along its own resistance, with the others at a corner. */
function alongOwn(built: Built, model: Model, leaf: number, corner: Float64Array, limits: Limits): void {
  const power = ({ voltage, current }: Run) => voltage[leaf] * current[leaf]
  const [lo, hi] = ends(built, leaf)
  const at = (R: number) => {
    corner[leaf] = R
    return model.run(corner)
  }
  const low = at(lo)
  const Ilo = low.current[leaf]
  widen(limits, power(low))
  const high = at(hi)
  const Ihi = high.current[leaf]
  widen(limits, power(high))
  const peak = peakOf(Ilo, Ihi, lo, hi)
  if (peak !== null) widen(limits, power(at(peak)))
}

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
