import type { Peg } from '../../entry'

/** A picture of a task: where each part lies, and wires from peg to peg. */
export interface Laid {
  /** By part; a resistor's + side first where it lies between pieces, a source's + end first. */
  readonly parts: ReadonlyMap<number, readonly [Peg, Peg]>
  readonly source: readonly [Peg, Peg]
  /** Wires of each node by itself: those of two nodes may cross, and are not joined there. */
  readonly wires: readonly (readonly (readonly [Peg, Peg])[])[]
}

export const keyOf = ({ x, y }: Peg) => `${x},${y}`

/**
 * Straight wires between the places where a node's wire bends, branches, ends, or meets a part: what lies double is once,
 * what meets inside is parted there.
 *
 * @param wires of one node, level or upright
 * @param pins where parts end
 */
export function straighten(wires: Laid['wires'][number], pins: readonly Peg[]): (readonly [Peg, Peg])[] {
  const steps = new Map<string, { readonly peg: Peg; readonly next: Set<string> }>()
  const at = (peg: Peg) => {
    const known = steps.get(keyOf(peg)) ?? { peg, next: new Set<string>() }
    steps.set(keyOf(peg), known)
    return known
  }
  for (const [a, b] of wires) {
    const [dx, dy] = [Math.sign(b.x - a.x), Math.sign(b.y - a.y)]
    for (let here = a; here.x !== b.x || here.y !== b.y;) {
      const next = { x: here.x + dx, y: here.y + dy }
      at(here).next.add(keyOf(next))
      at(next).next.add(keyOf(here))
      here = next
    }
  }
  const ends = new Set(pins.map(keyOf))
  const isStraight = ({ peg, next }: { readonly peg: Peg; readonly next: ReadonlySet<string> }) => {
    const [a, b] = [...next].map((key) => steps.get(key)?.peg)
    return next.size === 2 && a && b && !ends.has(keyOf(peg)) && (a.x === b.x || a.y === b.y)
  }
  const found: (readonly [Peg, Peg])[] = []
  for (const from of steps.values()) {
    if (isStraight(from)) continue
    for (const key of from.next) {
      let [before, here] = [keyOf(from.peg), steps.get(key)]
      while (here && isStraight(here)) {
        const on: string | undefined = [...here.next].find((other) => other !== before)
        before = keyOf(here.peg)
        here = on === undefined ? undefined : steps.get(on)
      }
      if (here && (from.peg.x < here.peg.x || (from.peg.x === here.peg.x && from.peg.y < here.peg.y)))
        found.push([from.peg, here.peg])
    }
  }
  return found
}
