/** Elements combined into one equivalent. */
export interface Combination {
  readonly kind: 'series' | 'parallel'
  readonly members: readonly number[]
  /** The id of the equivalent. */
  readonly result: number
}

/** One group combined: its members in series as the current meets them, in parallel as they were listed. */
export interface Step extends Combination {
  /** Which round it belongs to, from 0; with one group a sheet, the step's own number. */
  readonly round: number
}
