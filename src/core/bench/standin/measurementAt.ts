import type { Measurement } from '../plan'
import type { Bench } from '../tolerance'
import type { Hands } from './hands'

/** What the meter measures as it lies: the plan's own measurement where it is one; null where no row could take it. */
export function measurementAt({ built, turned }: Bench, hands: Hands): Measurement | null {
  const { network, wiring } = built
  const { red, black, function: quantity, lifted } = hands
  if (!red || !black) return null
  const point = (node: number) => wiring.nodes[node].points[0]
  if (quantity === 'current') {
    // In the path: one lead on the free end, the other on the node that it was lifted from.
    const [free, other] = 'part' in red ? [red, black] : 'part' in black ? [black, red] : [null, null]
    if (!free || !other || !('node' in other) || wiring[free.end][free.part] !== other.node) return null
    const of = network.parts[free.part].name
    return free.part === wiring.supply ? { quantity, of } : { quantity, of, end: free.end }
  }
  if (quantity === 'resistance') {
    // Across a part of which one lead is up.
    const alone = lifted.find(({ part, end }) => {
      const far = wiring[end === 'from' ? 'to' : 'from'][part]
      const spots = [red, black]
      const onFree = spots.some((spot) => 'part' in spot && spot.part === part && spot.end === end)
      return onFree && spots.some((spot) => 'node' in spot && spot.node === far) && part !== wiring.supply
    })
    if (alone) return { quantity, of: network.parts[alone.part].name, lifted: true }
  }
  if (!('node' in red) || !('node' in black) || red.node === black.node) return null
  const ends = [red.node, black.node]
  if (quantity === 'resistance' && ends.includes(wiring.start) && ends.includes(wiring.finish))
    return { quantity, of: network.parts[wiring.supply].name, lifted: false }
  // The ends of a part, the red lead where the plan has it.
  const parts = [wiring.supply, ...wiring.live]
  const part = parts.find((it) => {
    const [a, b] = turned[it] ? [wiring.to[it], wiring.from[it]] : [wiring.from[it], wiring.to[it]]
    return (a === red.node && b === black.node) || (a === black.node && b === red.node)
  })
  if (part !== undefined && quantity === 'voltage') return { quantity, of: network.parts[part].name }
  return { quantity, between: [point(red.node), point(black.node)] }
}
