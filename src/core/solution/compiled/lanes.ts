import type { Program } from './program'

/** The values of many runs at once, by element and then by lane: element e of lane l stands at e·lanes + l. */
export interface Lanes {
  readonly lanes: number
  readonly resistance: Float64Array
  readonly current: Float64Array
  readonly share: Float64Array
}

/** Room for so many runs at once. */
export function lanesOf({ leaves, joins }: Program, lanes: number): Lanes {
  const elements = leaves.length + joins
  return {
    lanes,
    resistance: new Float64Array(elements * lanes),
    current: new Float64Array(elements * lanes),
    share: new Float64Array(joins * lanes),
  }
}

/** `reduceValues` in every lane. */
export function reduceLanes(program: Program, { lanes, resistance, share }: Lanes): void {
  const { leaves, joins, isSeries, left, right } = program
  for (let k = 0; k < joins; k++) {
    const a = left[k] * lanes
    const b = right[k] * lanes
    const to = (leaves.length + k) * lanes
    const at = k * lanes
    if (isSeries[k] === 1) for (let l = 0; l < lanes; l++) resistance[to + l] = resistance[a + l] + resistance[b + l]
    else
      for (let l = 0; l < lanes; l++) {
        const Ra = resistance[a + l]
        const Rb = resistance[b + l]
        const sum = Ra + Rb
        const over = sum === 0 ? 0 : 1 / sum
        share[at + l] = over
        resistance[to + l] = Ra * over * Rb
      }
  }
}

/** `expandValues` in every lane; the currents of the whole are filled in before, as the last element's. */
export function expandLanes(program: Program, { lanes, resistance, current, share }: Lanes): void {
  const { leaves, joins, isSeries, left, right } = program
  for (let k = joins - 1; k >= 0; k--) {
    const a = left[k] * lanes
    const b = right[k] * lanes
    const from = (leaves.length + k) * lanes
    const at = k * lanes
    if (isSeries[k] === 1)
      for (let l = 0; l < lanes; l++) {
        current[a + l] = current[from + l]
        current[b + l] = current[from + l]
      }
    else
      for (let l = 0; l < lanes; l++) {
        const over = share[at + l]
        const part = over === 0 ? NaN : current[from + l] * over
        current[a + l] = part * resistance[b + l]
        current[b + l] = part * resistance[a + l]
      }
  }
}
