import { fractionOf, numberOf } from '../quantity'
import type { Arithmetic } from './arithmetic'

/** Double-precision arithmetic, for large networks: about fifteen figures. */
export const float: Arithmetic<number> = {
  name: 'float',
  zero: 0,
  from: (ratio) => (ratio.length <= 15 ? quotient(ratio) : numberOf(fractionOf(ratio))),
  add: (a, b) => a + b,
  subtract: (a, b) => a - b,
  multiply: (a, b) => a * b,
  divide: (a, b) => a / b,
  invert: (a) => 1 / a,
  squareRoot: Math.sqrt,
  compare: (a, b) => a - b,
  isZero: (a) => a === 0,
  write: (a) => a,
  toAmount: (a) => ({ value: a }),
  fromAmount: ({ value }) => value,
}

/** Up to 15 characters both sides of the stroke are exact doubles, so one division rounds once. */
function quotient(ratio: string): number {
  const slash = ratio.indexOf('/')
  return slash < 0 ? Number(ratio) : Number(ratio.slice(0, slash)) / Number(ratio.slice(slash + 1))
}
