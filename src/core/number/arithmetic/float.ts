import type { Arithmetic } from './arithmetic'

/** Double-precision arithmetic, for large networks: about fifteen figures. */
export const float: Arithmetic<number> = {
  name: 'float',
  zero: 0,
  from: ({ value }) => value,
  add: (a, b) => a + b,
  subtract: (a, b) => a - b,
  multiply: (a, b) => a * b,
  divide: (a, b) => a / b,
  invert: (a) => 1 / a,
  squareRoot: Math.sqrt,
  compare: (a, b) => a - b,
  isZero: (a) => a === 0,
  write: (a) => a,
  writeOnTheWay: (a) => a,
  ratio: () => null,
  toAmount: (a) => ({ value: a }),
}
