import type { NetworkDocument, PartDocument, Unplaced } from '../../network'
import { freePoint, pointAt, pointOn, strokeOf, type Board } from './board'
import { land } from './land'
import { pegKey, samePeg, type Peg, type Stroke } from './layOut'

/** Chosen parts, by name. */
export type Chosen = ReadonlySet<string>

/** The board with one more part, drawn from peg to peg; its ends join the points that stand there. */
export function addPart(board: Board, part: Unplaced, [start, end]: Stroke): Board {
  const [first, from] = pointOn(board, start)
  const [second, to] = pointOn(first, end)
  return { ...second, document: { ...board.document, parts: [...board.document.parts, { ...part, from, to }] } }
}

/** The document without some parts, and without what was known of them. */
export function removeParts(document: NetworkDocument, chosen: Chosen): NetworkDocument {
  const parts = document.parts.filter(({ name }) => !chosen.has(name))
  const { known, ...rest } = document
  return withReference(known && !chosen.has(known.part) ? { ...document, parts } : { ...rest, parts })
}

/** The document with its 0 V point, if that is still the end of a part. */
function withReference(document: NetworkDocument): NetworkDocument {
  const { reference, ...rest } = document
  const there = document.parts.some(({ from, to }) => from === reference || to === reference)
  return reference === undefined || there ? document : rest
}

/** The board with the points of its parts renamed: a new name that is taken joins the two. */
function renamePoints(board: Board, rename: (part: PartDocument, point: string) => string): Board {
  const parts = board.document.parts.map((part) => {
    const [from, to] = [rename(part, part.from), rename(part, part.to)]
    return from === part.from && to === part.to ? part : { ...part, from, to }
  })
  return { ...board, document: { ...board.document, parts } }
}

/** Takes the ends of chosen parts off the points that they share with others. Both stand on the same peg until moved. */
function detach(board: Board, chosen: Chosen): Board {
  const shared = new Set(
    board.document.parts.filter(({ name }) => !chosen.has(name)).flatMap(({ from, to }) => [from, to]),
  )
  const points = new Map(board.points)
  const own = new Map<string, string>()
  const ownPoint = (point: string) => {
    if (!shared.has(point)) return point
    const before = own.get(point)
    if (before !== undefined) return before
    const name = freePoint(points)
    points.set(name, board.points.get(point) as Peg)
    own.set(point, name)
    return name
  }
  const detached = renamePoints(board, (part, point) => (chosen.has(part.name) ? ownPoint(point) : point))
  return { ...detached, points }
}

/**
 * Moves the points of chosen parts, and their strokes. Points that then stand on one peg are joined.
 *
 * @param lands ends that then stand on a line join it too
 */
function relocate(board: Board, chosen: Chosen, to: (peg: Peg) => Peg, lands = false): Board {
  const moved = new Set(
    board.document.parts.filter(({ name }) => chosen.has(name)).flatMap((part) => [part.from, part.to]),
  )
  // Who stands still keeps its name where a moved point comes to stand.
  const standing = [...board.points].filter(([name]) => !moved.has(name))
  const moving = [...board.points].filter(([name]) => moved.has(name)).map(([name, peg]) => [name, to(peg)] as const)
  const nameAt = new Map<string, string>()
  const points = new Map<string, Peg>()
  const became = new Map<string, string>()
  for (const [name, peg] of [...standing, ...moving]) {
    const there = nameAt.get(pegKey(peg))
    if (there === undefined) {
      nameAt.set(pegKey(peg), name)
      points.set(name, peg)
    }
    became.set(name, there ?? name)
  }
  const strokes = new Map(board.strokes)
  for (const [name, [start, end]] of board.strokes) if (chosen.has(name)) strokes.set(name, [to(start), to(end)])
  const joined = renamePoints({ ...board, points, strokes }, (_part, point) => became.get(point) ?? point)
  const { reference } = joined.document
  const document =
    reference === undefined ? joined.document : { ...joined.document, reference: became.get(reference) ?? reference }
  const relocated = { ...joined, document: withReference(document) }
  if (!lands) return relocated
  return moving.reduce(
    (now, [name, peg]) => (points.get(name) === peg ? land(now, peg, (part) => chosen.has(part.name)) : now),
    relocated,
  )
}

/** How parts are moved, beside how far. */
interface Moving {
  /** What is joined to them is left behind, instead of following; and ends pass over lines. */
  readonly alone?: boolean
  /** Ends that come to stand on the middle of a line join it. Those that meet on a peg always do. */
  readonly lands?: boolean
}

/** Moves chosen parts; what is joined to them follows. */
export function moveParts(board: Board, chosen: Chosen, by: Peg, { alone = false, lands = false }: Moving = {}): Board {
  const to = ({ x, y }: Peg): Peg => ({ x: x + by.x, y: y + by.y })
  return relocate(alone ? detach(board, chosen) : board, chosen, to, lands && !alone)
}

/** The ends of chosen parts, as they were drawn. */
function endsOf(board: Board, chosen: Chosen): Peg[] {
  return board.document.parts.filter(({ name }) => chosen.has(name)).flatMap((part) => strokeOf(board, part))
}

/**
 * Turns chosen parts by a quarter, clockwise, about their middle. Where that is half a peg off, it is half a peg beside it,
 * always on the same side of the first part, so that four turns lead back.
 */
export function turnParts(board: Board, chosen: Chosen): Board {
  const ends = endsOf(board, chosen)
  if (ends.length === 0) return board
  const { left, right, top, bottom } = bounds(ends)
  const half = Math.abs(left + right + top + bottom) % 2 === 0 ? 0 : 0.5
  const [dx, dy] = [Math.sign(ends[1].x - ends[0].x), Math.sign(ends[1].y - ends[0].y)]
  const [aside, down] = dy === 0 || dx * dy > 0 ? [0, dx] : [-dy, 0]
  const middle = { x: (left + right) / 2 + half * aside, y: (top + bottom) / 2 + half * down }
  return relocate(detach(board, chosen), chosen, ({ x, y }) => ({
    x: middle.x - (y - middle.y),
    y: middle.y + (x - middle.x),
  }))
}

/** Flips chosen parts about the middle, along their longer side; a single part changes its ends. */
export function flipParts(board: Board, chosen: Chosen): Board {
  const ends = endsOf(board, chosen)
  if (ends.length === 0) return board
  if (chosen.size === 1) return swapEnds(board, chosen)
  const { left, right, top, bottom } = bounds(ends)
  const across = right - left >= bottom - top
  return relocate(detach(board, chosen), chosen, ({ x, y }) =>
    across ? { x: left + right - x, y } : { x, y: top + bottom - y },
  )
}

function swapEnds(board: Board, chosen: Chosen): Board {
  const parts = board.document.parts.map((part) =>
    chosen.has(part.name) ? { ...part, from: part.to, to: part.from } : part,
  )
  const strokes = new Map(board.strokes)
  for (const [name, [start, end]] of board.strokes) if (chosen.has(name)) strokes.set(name, [end, start])
  return { ...board, document: { ...board.document, parts }, strokes }
}

function bounds(pegs: readonly Peg[]) {
  const [xs, ys] = [pegs.map(({ x }) => x), pegs.map(({ y }) => y)]
  return { left: Math.min(...xs), right: Math.max(...xs), top: Math.min(...ys), bottom: Math.max(...ys) }
}

/**
 * Puts one end of a part on another peg, off whatever it was joined to; the board itself if its other end is there.
 *
 * @param lands on the middle of a line it joins that
 */
export function moveEnd(board: Board, name: string, end: 'from' | 'to', peg: Peg, lands = false): Board {
  const part = board.document.parts.find((one) => one.name === name)
  if (!part) return board
  const other = board.points.get(end === 'from' ? part.to : part.from)
  if (other && samePeg(other, peg)) return board
  const stood = pointAt(board, peg)
  const [{ points }, point] = pointOn(board, peg)
  const strokes = new Map(board.strokes)
  strokes.delete(name)
  const parts = board.document.parts.map((one) => (one === part ? { ...part, [end]: point } : one))
  const moved = forgetPoints({ document: withReference({ ...board.document, parts }), points, strokes })
  return lands && stood === undefined ? land(moved, peg, (other) => other.name === name) : moved
}

/** The board without the places of points that no part has. */
export function forgetPoints(board: Board): Board {
  const used = new Set(board.document.parts.flatMap(({ from, to }) => [from, to]))
  return { ...board, points: new Map([...board.points].filter(([name]) => used.has(name))) }
}

/** Renames a part, with its stroke and what is known of it. */
export function renamePart(document: NetworkDocument, before: string, name: string): NetworkDocument {
  const { known, sketch } = document
  const { [before]: stroke, ...strokes } = sketch?.strokes ?? {}
  return {
    ...document,
    parts: document.parts.map((part) => (part.name === before ? { ...part, name } : part)),
    ...(known?.part === before && { known: { ...known, part: name } }),
    ...(stroke && { sketch: { ...sketch, strokes: { ...strokes, [name]: stroke } } }),
  }
}

/** Calls the node at these points by a label of its own; an empty one gives it back its number or letter. */
export function renameNode(document: NetworkDocument, points: readonly string[], label: string): NetworkDocument {
  const kept = Object.entries(document.sketch?.labels ?? {}).filter(([point]) => !points.includes(point))
  const labels = Object.fromEntries(label === '' ? kept : [...kept, [points[0], label]])
  return { ...document, sketch: { ...document.sketch, labels } }
}
