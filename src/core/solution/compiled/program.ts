import { reduceUnordered, type Wiring } from '../../structure'

/**
 * A reduction as a flat list of joins of two: elements 0 … leaves−1 are the live resistors in listed order, join k makes
 * element leaves + k of two earlier ones, and the last element is the whole.
 */
export interface Program {
  /** Part index of each live resistor. */
  readonly leaves: readonly number[]
  readonly joins: number
  /** 1 where a join is in series, 0 where it is in parallel. */
  readonly isSeries: Uint8Array
  readonly left: Int32Array
  readonly right: Int32Array
}

/** The values of one run, by element. The resistances of the leaves are filled in by whoever runs the program. */
export interface Tape {
  /** In ohms. */
  readonly resistance: Float64Array
  /** In amperes, in the direction from + to −. NaN where zero ohms leave the split undefined. */
  readonly current: Float64Array
  /** Of each join in parallel 1/(R1 + R2), by join. */
  readonly share: Float64Array
}

/** The program of a network; null where no current flows or a bridge stops the reduction. Linear in the resistors. */
export function compile(wiring: Wiring): Program | null {
  const { leaves, steps, left } = reduceUnordered(wiring)
  if (left.length !== 1) return null
  return {
    leaves,
    joins: steps.length,
    isSeries: Uint8Array.from(steps, ({ kind }) => (kind === 'series' ? 1 : 0)),
    left: Int32Array.from(steps, ({ members }) => members[0]),
    right: Int32Array.from(steps, ({ members }) => members[1]),
  }
}

/** Room for the values of a program. */
export function tapeOf({ leaves, joins }: Program): Tape {
  const elements = leaves.length + joins
  return {
    resistance: new Float64Array(elements),
    current: new Float64Array(elements),
    share: new Float64Array(joins),
  }
}
