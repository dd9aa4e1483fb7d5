import { Sets } from '../../structure'
import type { Bench } from '../tolerance'

/** Which parts carry one current: the source and every resistor that carries any, by their places in `carriers`. */
export interface Branches {
  /** Part indices: the source or terminals, then the resistors by leaf. */
  readonly carriers: readonly number[]
  /** The carriers that meet at each node. */
  readonly at: ReadonlyMap<number, readonly number[]>
  /** The branch of a carrier: the same number for all that lie in series. */
  readonly branchOf: (carrier: number) => number
}

/** The branches of a network: what meets at a node where nothing else does lies in series. */
export function branchesOf({ wiring }: Bench['built']): Branches {
  const carriers = [wiring.supply, ...wiring.live]
  const at = new Map<number, number[]>()
  carriers.forEach((part, i) => {
    for (const node of [wiring.from[part], wiring.to[part]]) at.set(node, [...(at.get(node) ?? []), i])
  })
  const branches = new Sets(carriers.length)
  for (const meeting of at.values()) if (meeting.length === 2) branches.join(meeting[0], meeting[1])
  return { carriers, at, branchOf: (carrier) => branches.find(carrier) }
}
