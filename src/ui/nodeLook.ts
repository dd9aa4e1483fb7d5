/** How a node looks: no two nodes of a picture alike, also not to somebody who cannot tell colours apart. */
export interface NodeLook {
  /** One of the eight node colours. */
  readonly colour: string
  /** From the ninth node on the colours come again: with another shape, and then with a ring around it. */
  readonly shape: 'round' | 'square' | 'cut'
  /** 0: no ring; 1: a whole one; n: one of n arcs. */
  readonly ring: number
  /** The dashes of a light core in its lines; null for a line of one colour all through. */
  readonly core: string | null
}

const colours = 8
const shapes = ['round', 'square', 'cut'] as const

/** @param node the node's index */
export function nodeLook(node: number): NodeLook {
  const turn = Math.floor(node / colours)
  return {
    colour: nodeColour(node),
    shape: shapes[turn % shapes.length],
    ring: Math.floor(turn / shapes.length),
    core: turn === 0 ? null : turn === 1 ? 'none' : turn === 2 ? '6 5' : `${turn - 1.5} 4`,
  }
}

/** One of the eight node colours, by the node's index. */
export function nodeColour(node: number): string {
  return `var(--color-node-${node % colours})`
}
