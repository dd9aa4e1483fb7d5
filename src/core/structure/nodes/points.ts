import { Sets } from './sets'

/** What decides which points are one: the parts' kinds and ends. */
export interface Ends {
  readonly kind: string
  readonly from: string
  readonly to: string
}

/** Whether a part is an ideal conductor that joins its points: wire, or an ammeter. */
export function joins({ kind }: { readonly kind: string }): boolean {
  return kind === 'wire' || kind === 'ammeter'
}

/** Points merged into raw nodes, both numbered in the order in which the parts list them. */
export interface JoinedPoints {
  /** The index of each point, by its name. */
  readonly points: ReadonlyMap<string, number>
  /** The raw node of each point, by point index. */
  readonly nodeOf: readonly number[]
  readonly nodes: number
}

/** Merges the points that wires and ammeters join. Linear in the parts. */
export function joinPoints(parts: readonly Ends[]): JoinedPoints {
  const points = new Map<string, number>()
  for (const { from, to } of parts) for (const name of [from, to]) if (!points.has(name)) points.set(name, points.size)
  const sets = new Sets(points.size)
  const index = (name: string) => points.get(name) as number
  for (const part of parts) if (joins(part)) sets.join(index(part.from), index(part.to))
  const nodeOf: number[] = []
  const nodeOfRoot = new Map<number, number>()
  for (let point = 0; point < points.size; point++) {
    const root = sets.find(point)
    if (!nodeOfRoot.has(root)) nodeOfRoot.set(root, nodeOfRoot.size)
    nodeOf.push(nodeOfRoot.get(root) as number)
  }
  return { points, nodeOf, nodes: nodeOfRoot.size }
}
