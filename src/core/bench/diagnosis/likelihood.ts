import type { LaidReading } from '../readings'
import { predict, type Predicted, type MeterRead } from '../plan'
import type { Fault, Faulty } from './fault'

/** The half of a meter's error that all readings of one function share; the other half is each reading's own. */
const shared = 0.5
/** A limit each way is spread evenly: its variance is a third of its square. */
const ofLimit = 1 / 3
/** What is added to the logarithm where a reading is impossible. */
const impossible = -60

/** Less than this says no more: numbers beyond all sense are as far from everything. */
const unthinkable = -1e15

/** A number that was read, and where. */
interface Datum {
  readonly read: MeterRead
  readonly value: number
}

/** The readings that numbers can be compared with, and those that were beyond their range. */
export interface Data {
  readonly numbers: readonly (Datum & { readonly index: number })[]
  readonly overs: readonly { readonly read: MeterRead; readonly end: number; readonly index: number }[]
}

/** What stands for the end of a range that nobody noted, as a multiple of the nominal value of the whole. */
const farOut = 1000

export function dataOf(laid: readonly LaidReading[], equivalent: number): Data {
  const numbers: (Datum & { index: number })[] = []
  const overs: { read: MeterRead; end: number; index: number }[] = []
  laid.forEach(({ reading, read }, index) => {
    if (read === null) return
    const { value } = reading
    if (value.isOver) overs.push({ read, end: reading.range ?? read.range?.to ?? farOut * equivalent, index })
    else numbers.push({ read, value: value.value, index })
  })
  return { numbers, overs }
}

/** What a meter shows at a reading's place under a fault. */
export function shown(bench: Faulty, { probe, laid, loading }: MeterRead): Predicted {
  const ports =
    probe.kind === 'alone'
      ? bench.alone
      : probe.kind === 'whole' || probe.kind === 'resistance'
        ? bench.out
        : bench.ports
  return predict(ports, laid, bench.volts, loading)
}

/** A normal distribution of several readings at once: means, the factors of their covariance, and those that are infinite. */
interface Joint {
  readonly mean: readonly number[]
  /** Row i holds what moves reading i: each resistance, the source, the meter's gain for each function. */
  readonly factors: readonly (readonly number[])[]
  /** The variance of each reading's own. */
  readonly own: readonly number[]
}

/** The standard deviation of what a shorted source gives, in amperes. */
const anyCurrent = 10

const functions = { resistance: 0, whole: 0, alone: 0, voltage: 1, current: 2, total: 2 } as const

/** How the readings lie together under a fault; tolerances and the meter's gain are shared, counts are each one's own. */
export function jointOf(bench: Faulty, reads: readonly MeterRead[], sourceSpread: number): Joint {
  const { resistors: count } = bench.ports
  const mean: number[] = []
  const own: number[] = []
  const factors = reads.map((read, i) => {
    const { value, slopes, bySource } = shown(bench, read)
    const row = new Array<number>(count + 4).fill(0)
    own[i] = 0
    mean[i] = value
    if (!Number.isFinite(value)) return row
    for (let k = 0; k < count; k++) row[k] = slopes[k] * bench.spread[k]
    row[count] = bench.isLimited ? 0 : bySource * sourceSpread
    const { part, amount } = read.accuracy
    // A supply's display shares no gain with the meter.
    const common = read.isDisplay ? 0 : shared
    row[count + 1 + functions[read.probe.kind]] = part * value * Math.sqrt(ofLimit * common)
    if (bench.isLimited && read.probe.kind === 'total') own[i] = anyCurrent ** 2
    else own[i] = ofLimit * ((1 - common) * (part * value) ** 2 + amount ** 2) + 1e-24
    return row
  })
  return { mean, factors, own }
}

/** What two readings share, from what moves each of them. */
export function product(a: readonly number[], b: readonly number[]): number {
  let sum = 0
  for (let k = 0; k < a.length; k++) sum += a[k] * b[k]
  return sum
}

/** The covariance of a joint distribution, by rows. */
export function covarianceOf({ factors, own }: Joint): number[] {
  const n = factors.length
  const found = new Array<number>(n * n).fill(0)
  for (let i = 0; i < n; i++) {
    const a = factors[i]
    for (let j = 0; j <= i; j++) {
      const b = factors[j]
      const sum = product(a, b) + (i === j ? own[i] : 0)
      found[i * n + j] = sum
      found[j * n + i] = sum
    }
  }
  return found
}

/** The part of a variance that is lost in rounding. */
const noise = 1e-13

/** The lower triangle L of a covariance L·Lᵀ (Cholesky), in place of it. */
function choleskyOf(covariance: number[], n: number): number[] {
  const L = covariance
  for (let i = 0; i < n; i++) {
    // What is left of a variance that others explain wholly is rounding.
    const least = noise * L[i * n + i] + 1e-300
    for (let j = 0; j <= i; j++) {
      let sum = L[i * n + j]
      for (let k = 0; k < j; k++) sum -= L[i * n + k] * L[j * n + k]
      L[i * n + j] = i === j ? Math.sqrt(Math.max(sum, least)) : sum / L[j * n + j]
    }
  }
  return L
}

/** L⁻¹·x, in place of x. */
export function solveLower(L: readonly number[], n: number, x: number[]): number[] {
  for (let i = 0; i < n; i++) {
    let sum = x[i]
    for (let k = 0; k < i; k++) sum -= L[i * n + k] * x[k]
    x[i] = sum / L[i * n + i]
  }
  return x
}

/** The readings under a fault, ready to be asked how probable they are and what else they make probable. */
export interface Fitted {
  readonly bench: Faulty
  /** The logarithm of the density of all readings. */
  readonly logLikelihood: number
  /** The positions of {@link Data.numbers} that have a finite mean. */
  readonly used: readonly number[]
  readonly joint: Joint
  readonly L: readonly number[]
  /** L⁻¹·(read − mean). */
  readonly whitened: readonly number[]
}

/** What was really there where a reading was a slip: without its power of ten, or turned round. */
export function meantBy(fault: Fault, { index, value }: Data['numbers'][number]): number {
  if (fault.fault === 'reversed' && fault.reading === index) return -value
  return fault.fault === 'scale' && fault.reading === index ? value / 10 ** fault.power : value
}

/**
 * How probable the readings are under a fault: a normal distribution of all numbers at once (Bishop, “Pattern Recognition and
 * Machine Learning”, 2006, 2.3), times the probability of those beyond their range.
 *
 * @param sourceSpread the standard deviation of the source's voltage, in volts
 */
export function fit(bench: Faulty, { numbers, overs }: Data, sourceSpread: number): Fitted {
  const { fault } = bench
  let log = 0
  const values = numbers.map((datum) => meantBy(fault, datum))
  // The density of a reading that is scaled.
  if (fault.fault === 'scale') log -= fault.power * Math.LN10
  const whole = jointOf(
    bench,
    numbers.map(({ read }) => read),
    sourceSpread,
  )
  const used: number[] = []
  for (let i = 0; i < numbers.length; i++) if (Number.isFinite(whole.mean[i])) used.push(i)
  log += impossible * (numbers.length - used.length)
  const isAll = used.length === numbers.length
  const joint: Joint = isAll
    ? whole
    : {
        mean: used.map((i) => whole.mean[i]),
        factors: used.map((i) => whole.factors[i]),
        own: used.map((i) => whole.own[i]),
      }
  const n = used.length
  const L = choleskyOf(covarianceOf(joint), n)
  const whitened = solveLower(
    L,
    n,
    used.map((i, k) => values[i] - joint.mean[k]),
  )
  for (let i = 0; i < n; i++) log -= 0.5 * whitened[i] ** 2 + Math.log(L[i * n + i]) + 0.5 * Math.log(2 * Math.PI)
  for (const { read, end } of overs) {
    const { value } = shown(bench, read)
    if (value === Infinity) continue
    const off = (Math.abs(value) - end) / (0.05 * Math.abs(value) + 0.01 * end)
    log += Math.max(impossible, logOfNormal(off))
  }
  return { bench, logLikelihood: Math.max(log, unthinkable), used, joint, L, whitened }
}

/** The logarithm of the probability that a standard normal value is below x (Abramowitz and Stegun, 26.2.17, and its tail). */
function logOfNormal(x: number): number {
  if (x < -6) return -0.5 * x * x - Math.log(-x) - 0.5 * Math.log(2 * Math.PI)
  const t = 1 / (1 + 0.2316419 * Math.abs(x))
  const poly = t * (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))))
  const tail = (Math.exp(-0.5 * x * x) / Math.sqrt(2 * Math.PI)) * poly
  return Math.log(x >= 0 ? 1 - tail : tail)
}
