/**
 * What a task can be set to, each dial with its values, the usual one first. The order of dials and of values is part of
 * every code: values are added at the end of a new generator's table, never changed.
 */
export const dialTable = {
  kind: ['solve', 'spot', 'estimate', 'redraw', 'mistake', 'gaps', 'untangle', 'mend'],
  resistors: [6, 3, 4, 5, 7, 8, 9, 10, 11, 12, 13, 14],
  /** How many groups lie one inside another at most. */
  depth: ['any', 1, 2, 3, 4, 5, 6],
  /** The most members of a group. */
  widest: ['any', 2, 3, 4, 5, 6],
  /** How much of the combining is parallel: up to a third, a third to two thirds, more. */
  parallel: ['any', 'little', 'half', 'much'],
  units: ['Ω', 'kΩ', 'mixed'],
  numbers: ['tidy', 'real'],
  picture: ['bent', 'straight', 'disguised'],
  given: ['voltage', 'current', 'inside', 'terminals'],
  asked: ['one', 'all', 'source'],
  special: ['none', 'placeholder', 'shorted', 'dead-end', 'bridge'],
  /** How much of a worked solution is blank. */
  blank: ['last', 'half', 'all'],
} as const

export type Dial = keyof typeof dialTable
export type Dials = { readonly [D in Dial]: (typeof dialTable)[D][number] }
export type TaskKind = Dials['kind']

export const dialNames = Object.keys(dialTable) as Dial[]

/** The usual value of every dial. */
export const usualDials = Object.fromEntries(dialNames.map((dial) => [dial, dialTable[dial][0]])) as Dials

/** Why a dial cannot stand as it does. */
export interface DialProblem {
  readonly dial: Dial
  readonly message: string
}

/** The most members of a group where nothing is said. */
export const mostMembers = 6

/** How many resistors lie in series and in parallel: those of a special part do not count. */
export function combined(dials: Dials): number {
  const { resistors, special } = dials
  if (special === 'bridge') return resistors - bridgeResistors + 1
  return liveResistors(dials)
}

/** How many resistors carry current: those of a special part do not. */
export function liveResistors({ resistors, special }: Dials): number {
  return special === 'shorted' || special === 'dead-end' ? resistors - 1 : resistors
}

/** A bridge has so many resistors, and stands where one would. */
export const bridgeResistors = 5

/** How many of the combinations of two are parallel, at least and at most. */
export function parallelRange({ parallel }: Dials, resistors: number): readonly [number, number] {
  const most = resistors - 1
  if (parallel === 'little') return [0, Math.floor(most / 3)]
  if (parallel === 'half') return [Math.ceil(most / 3), Math.floor((2 * most) / 3)]
  if (parallel === 'much') return [Math.ceil((2 * most) / 3), most]
  return [0, most]
}
