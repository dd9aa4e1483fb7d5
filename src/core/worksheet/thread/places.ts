import type { Row } from '../derivation'
import type { Side } from '../worked'

/** Where a value stands: at which side of which row. */
export interface Stand {
  readonly row: string
  readonly side: Side
}

/**
 * Where each value is worked out, or given, by the id of its line; absent where that is in no row: given resistances,
 * and what stands below the valley.
 */
export function standsOf(rows: readonly Row[]): ReadonlyMap<number, Stand> {
  const stands = new Map<number, Stand>()
  for (const { key, down, up } of rows)
    for (const [side, blocks] of [
      ['reduce', down],
      ['expand', up],
    ] as const)
      for (const { carried, lines } of blocks)
        // What the floor reads again was found before.
        for (const id of [...carried, ...lines]) if (!stands.has(id)) stands.set(id, { row: key, side })
  return stands
}
