import type { Arithmetic } from '../../number'

/** All numbers from one to another. */
export interface Interval {
  readonly low: number
  readonly high: number
}

/** Doubles are off by so much of themselves: a bound holds in spite of them. */
const noise = 2 ** -50

function around(values: readonly number[]): Interval {
  const [low, high] = [Math.min(...values), Math.max(...values)]
  return Number.isNaN(low)
    ? { low: -Infinity, high: Infinity }
    : { low: low - noise * Math.abs(low), high: high + noise * Math.abs(high) }
}

/**
 * Interval arithmetic: each result encloses what the operation can give for any numbers inside (Moore, “Interval
 * Analysis”, 1966). A value that is written down is widened by half a unit of its last figure.
 */
export function intervals(figures: number): Arithmetic<Interval> {
  const divide = (a: Interval, b: Interval): Interval =>
    b.low <= 0 && b.high >= 0
      ? { low: -Infinity, high: Infinity }
      : around([a.low / b.low, a.low / b.high, a.high / b.low, a.high / b.high])
  const widen = ({ low, high }: Interval): Interval => {
    const largest = Math.max(Math.abs(low), Math.abs(high))
    if (largest === 0 || !Number.isFinite(largest)) return { low, high }
    const half = 0.5 * 10 ** (Math.floor(Math.log10(largest) + 1e-12) + 1 - figures)
    return around([low - half, high + half])
  }
  return {
    name: 'interval',
    zero: { low: 0, high: 0 },
    from: ({ value }) => ({ low: value, high: value }),
    add: (a, b) => around([a.low + b.low, a.high + b.high]),
    subtract: (a, b) => around([a.low - b.high, a.high - b.low]),
    multiply: (a, b) => around([a.low * b.low, a.low * b.high, a.high * b.low, a.high * b.high]),
    divide,
    invert: (a) => divide({ low: 1, high: 1 }, a),
    squareRoot: ({ low, high }) => around([Math.sqrt(Math.max(0, low)), Math.sqrt(Math.max(0, high))]),
    compare: (a, b) => a.low + a.high - b.low - b.high,
    isZero: ({ low, high }) => low === 0 && high === 0,
    write: widen,
    writeOnTheWay: widen,
    ratio: () => null,
    toAmount: ({ low, high }) => ({ value: (low + high) / 2 }),
  }
}
