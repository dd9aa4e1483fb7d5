import { isMeter, type Network } from '../network'
import { insideOf, reduceUnordered, Sets, wire, type Element, type Sheet, type Stage, type Wiring } from '../structure'

/** A sheet to be drawn with its meters. A node that ammeters part is several nodes. */
interface MeteredSheet {
  readonly sheet: Sheet
  /** The rank of each of its nodes on the way from + to −. */
  readonly rank: readonly number[]
  /** Which node of the stage each of its nodes is. */
  readonly nodeOf: readonly number[]
  /** Which of its elements are meters, by id: the part, and whether the part begins where the element does. */
  readonly meters: ReadonlyMap<number, { readonly part: number; readonly along: boolean }>
  /** Meters that have no place in it, but whose ends are on it: between which nodes of the stage. */
  readonly aside: readonly { readonly part: number; readonly from: number; readonly to: number }[]
}

/** What is known of the network whose sheet is drawn. */
interface Metered {
  readonly network: Network
  readonly wiring: Wiring
  readonly elements: readonly Pick<Element, 'made' | 'part'>[]
}

/**
 * Puts the meters of a network into one of its sheets. An ammeter stands where it parts what meets at its node, until
 * something is combined over both its sides: then it is inside the equivalent. A voltmeter stands beside what lies
 * between its points where a picture of series and parallel groups is left, else aside.
 *
 * @param sheet its elements, by the nodes of the stage
 * @param idOf the id that stands for a meter, by part index
 * @returns null where the network has none
 */
export function withMeters(
  { network: { parts }, wiring, elements }: Metered,
  stage: Stage,
  sheet: Sheet,
  idOf: (part: number) => number,
): MeteredSheet | null {
  const drawn = parts.flatMap((part, i) => (isMeter(part) ? [i] : []))
  if (drawn.length === 0) return null
  const isFirst = sheet.elements.length === stage.starts.length
  const stageNode = new Map(stage.nodes.map((node, i) => [node, i]))
  const pieces = piecesOf(parts)
  const nodeAt = new Map<string, number>()
  parts.forEach(({ from, to }, i) => nodeAt.set(from, wiring.from[i]).set(to, wiring.to[i]))

  /** The points at which an element ends at a node of the stage; none where that is not told by its resistors. */
  const pointsOf = (id: number, node: number): string[] =>
    insideOf({ elements }, id).flatMap((leaf) => {
      const part = elements[leaf].part
      if (part === null) return []
      return [parts[part].from, parts[part].to].filter((point) => nodeAt.get(point) === stage.nodes[node])
    })
  const endOf = (id: number, node: number): string => {
    const points = pointsOf(id, node)
    // What an exchange put into place, or something combined over both sides of an ammeter, joins them.
    const all =
      points.length > 0 ? points : [...nodeAt].flatMap(([point, at]) => (at === stage.nodes[node] ? [point] : []))
    // The centre that an exchange brings in has no point of its own.
    if (all.length === 0) {
      const centre = `centre ${stage.nodes[node]}`
      nodeAt.set(centre, stage.nodes[node])
      return centre
    }
    for (const point of all.slice(1)) pieces.join(all[0], point)
    return all[0]
  }
  const ends = sheet.elements.map(({ id, from, to }) => ({ id, from: endOf(id, from), to: endOf(id, to) }))
  const { supply } = wiring
  const at = (point: string) => String(pieces.of(point))
  const resistors = [
    ...ends.map(({ id, from, to }) => ({ id, from: at(from), to: at(to) })),
    ...drawn.flatMap((part) => {
      const [from, to] = [at(parts[part].from), at(parts[part].to)]
      return parts[part].kind === 'ammeter' && from !== to ? [{ id: idOf(part), from, to }] : []
    }),
  ]
  const wired = (list: typeof resistors) =>
    wire({
      parts: [
        { name: 'supply', kind: 'source', from: at(parts[supply].from), to: at(parts[supply].to) },
        ...list.map((it) => ({ ...it, name: String(it.id), kind: 'resistor' as const })),
      ],
    })
  const isWhole = (made: Wiring) => reduceUnordered(made).left.length === 1
  let placed = resistors
  let made = wired(placed)
  const without: number[] = []
  for (const part of drawn) {
    const { kind, from, to } = parts[part]
    if (kind !== 'voltmeter') continue
    const isOn = (point: string) =>
      made.nodes.some(({ points, tiedTo }, node) => tiedTo === node && points.includes(point))
    const more = [...placed, { id: idOf(part), from: at(from), to: at(to) }]
    const next = isOn(at(from)) && isOn(at(to)) && at(from) !== at(to) && isWhole(made) ? wired(more) : null
    if (next && isWhole(next)) [placed, made] = [more, next]
    else without.push(part)
  }
  const live = made.live.map((i) => placed[i - 1])
  const nodeOfPiece = new Map([...nodeAt].map(([point, node]) => [at(point), node]))
  const nodeOf = made.nodes.map(({ points: [piece] }) => stageNode.get(nodeOfPiece.get(piece) as number) ?? 0)
  const nodeIndex = new Map(made.nodes.flatMap(({ points }, node) => points.map((point) => [point, node] as const)))
  const placedElements = live.map(({ id, from, to }) => {
    const [a, b] = [nodeIndex.get(from) as number, nodeIndex.get(to) as number]
    return made.rank[a] <= made.rank[b] ? { id, from: a, to: b } : { id, from: b, to: a }
  })
  const partOf = new Map(drawn.map((part) => [idOf(part), part]))
  const meters = new Map<number, { part: number; along: boolean }>()
  for (const { id, from } of placedElements) {
    const part = partOf.get(id)
    if (part !== undefined) meters.set(id, { part, along: nodeIndex.get(at(parts[part].from)) === from })
  }
  const standing = new Set(sheet.elements.flatMap(({ from, to }) => [from, to]))
  const aside = drawn.flatMap((part) => {
    const isIdle = parts[part].kind === 'ammeter' && isFirst && !meters.has(idOf(part))
    const [from, to] = [stageNode.get(wiring.from[part]), stageNode.get(wiring.to[part])]
    if (from === undefined || to === undefined || !(isIdle || without.includes(part))) return []
    return isFirst || (standing.has(from) && standing.has(to)) ? [{ part, from, to }] : []
  })
  return {
    sheet: { elements: placedElements, start: made.start, finish: made.finish },
    rank: made.rank,
    nodeOf,
    meters,
    aside,
  }
}

/** Points in pieces that wire joins; ammeters lie between them. Joining two pieces joins what lies on the way. */
function piecesOf(parts: Network['parts']) {
  const index = new Map<string, number>()
  for (const { from, to } of parts) for (const point of [from, to]) if (!index.has(point)) index.set(point, index.size)
  const sets = new Sets(index.size)
  /** The piece of a point; a point that no part has is one of its own. */
  const of = (point: string): number | string => {
    const known = index.get(point)
    return known === undefined ? point : sets.find(known)
  }
  for (const { kind, from, to } of parts)
    if (kind === 'wire') sets.join(index.get(from) as number, index.get(to) as number)
  const ammeters = parts.filter(({ kind }) => kind === 'ammeter')
  const join = (a: string, b: string) => {
    if (of(a) === of(b)) return
    const before = new Map([[of(a), null as number | string | null]])
    for (const piece of before.keys())
      for (const { from, to } of ammeters) {
        const other = of(from) === piece ? of(to) : of(to) === piece ? of(from) : null
        if (other !== null && !before.has(other)) before.set(other, piece)
      }
    const way: number[] = []
    for (let piece: number | string | null = of(b); piece !== null; piece = before.get(piece) ?? null)
      if (typeof piece === 'number') way.push(piece)
    for (const piece of way) sets.join(piece, index.get(a) as number)
  }
  return { of, join }
}
