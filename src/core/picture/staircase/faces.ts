/** A step between two nodes: it stands on the lower one and hangs from the upper one. */
export interface Span {
  readonly from: number
  readonly to: number
  /** How wide it is, at least. */
  readonly width: number
}

/** From where to where a step lies across. */
export interface Across {
  readonly left: number
  readonly right: number
}

/** So many orders of what leaves a node are tried at most. */
const mostTries = 4000

/**
 * Lays steps between nodes side by side so that what meets at a node lies together: from the upper end down, what comes
 * into a node is replaced by what leaves it (Brooks, Smith, Stone and Tutte, “The dissection of rectangles into squares”,
 * 1940: with currents as widths the steps of a planar network tile a rectangle). Where no order does, each has a place of
 * its own.
 *
 * @param nodes all nodes, each after those from which something leads to it
 * @returns for each step, in units of the widths; the first begins at 0
 */
export function layAcross(spans: readonly Span[], nodes: readonly number[]): Across[] {
  const faces = facesOf(spans, nodes)
  if (!faces) {
    let at = 0
    return spans.map(({ width }) => ({ left: at, right: (at += width) }))
  }
  // A face has one place: far enough from the one before it for every step between them.
  const place = new Array<number>(faces.count).fill(0)
  for (let isMoved = true; isMoved;) {
    isMoved = false
    spans.forEach(({ width }, i) => {
      const least = place[faces.left[i]] + width
      if (place[faces.right[i]] >= least - 1e-12 * Math.abs(least)) return
      place[faces.right[i]] = least
      isMoved = true
    })
  }
  return spans.map((_, i) => ({ left: place[faces.left[i]], right: place[faces.right[i]] }))
}

interface Faces {
  /** The face at the left and at the right of each step. */
  readonly left: number[]
  readonly right: number[]
  readonly count: number
}

function facesOf(spans: readonly Span[], nodes: readonly number[]): Faces | null {
  const leaving = new Map(nodes.map((node) => [node, spans.flatMap(({ from }, i) => (from === node ? [i] : []))]))
  const left: number[] = []
  const right: number[] = []
  let tries = 0
  const go = (at: number, front: readonly number[], faces: readonly number[], count: number): number | null => {
    if (at === nodes.length) return count
    const out = leaving.get(nodes[at]) ?? []
    const places = front.flatMap((span, i) => (spans[span].to === nodes[at] ? [i] : []))
    const first = at === 0 ? 0 : places[0]
    if (first === undefined || places.some((it, i) => it !== first + i)) return null
    if (out.length === 0) return go(at + 1, front, faces, count)
    for (const order of orders(out)) {
      if (tries++ > mostTries) return null
      const between = order.slice(1).map((_, i) => count + i)
      const edges = [faces[first], ...between, faces[first + places.length]]
      if (at === 0) edges[edges.length - 1] = faces[1]
      order.forEach((span, i) => {
        left[span] = edges[i]
        right[span] = edges[i + 1]
      })
      const done = go(
        at + 1,
        [...front.slice(0, first), ...order, ...front.slice(first + places.length)],
        at === 0 ? edges : [...faces.slice(0, first), ...edges, ...faces.slice(first + places.length + 1)],
        count + between.length,
      )
      if (done !== null) return done
    }
    return null
  }
  const count = go(0, [], [0, 1], 2)
  return count === null ? null : { left, right, count }
}

/** Every order of some things, the one that they have first. */
function* orders(list: readonly number[]): Generator<readonly number[]> {
  if (list.length <= 1) {
    yield list
    return
  }
  for (let i = 0; i < list.length; i++)
    for (const rest of orders([...list.slice(0, i), ...list.slice(i + 1)])) yield [list[i], ...rest]
}
