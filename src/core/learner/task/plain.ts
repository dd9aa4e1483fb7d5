import type { Peg } from '../../entry'
import type { Chance } from './chance'
import type { Laid } from './solution'
import type { Piece } from './shape'

/** The length of a part, in pegs; and from one branch to the next: more where they stand, since words are beside them. */
const partLength = 3
const levelGap = 2
const uprightGap = 3

/** A piece from its one end to the other, along x from (0, 0), with all else on the side of positive y. */
interface Block {
  readonly length: number
  readonly depth: number
  readonly parts: readonly (readonly [part: number, from: Peg, to: Peg])[]
  readonly wires: readonly (readonly [Peg, Peg])[]
}

const peg = (x: number, y: number): Peg => ({ x, y })

function moved(block: Block, dx: number, dy: number): Block {
  const by = ({ x, y }: Peg) => peg(x + dx, y + dy)
  return {
    ...block,
    parts: block.parts.map(([part, from, to]) => [part, by(from), by(to)]),
    wires: block.wires.map(([a, b]) => [by(a), by(b)]),
  }
}

/** A piece along a line, branches beside each other. */
function blockOf(piece: Piece, gap: number): Block {
  if (piece.kind === 'part')
    return { length: partLength, depth: 0, parts: [[piece.part, peg(0, 0), peg(partLength, 0)]], wires: [] }
  if (piece.kind === 'shorted')
    return {
      length: partLength,
      depth: gap,
      parts: [[piece.part, peg(0, 0), peg(partLength, 0)]],
      wires: [
        [peg(0, 0), peg(0, gap)],
        [peg(0, gap), peg(partLength, gap)],
        [peg(partLength, gap), peg(partLength, 0)],
      ],
    }
  if (piece.kind === 'stub')
    return {
      length: gap,
      depth: partLength,
      parts: [[piece.part, peg(1, 0), peg(1, partLength)]],
      wires: [[peg(0, 0), peg(gap, 0)]],
    }
  if (piece.kind === 'bridge') {
    const [l, h] = [partLength, Math.max(partLength, gap)]
    const [a, b, c, d, e] = piece.parts
    return {
      length: 2 * l,
      depth: h,
      parts: [
        [a, peg(0, 0), peg(l, 0)],
        [b, peg(l, 0), peg(2 * l, 0)],
        [c, peg(0, h), peg(l, h)],
        [d, peg(l, h), peg(2 * l, h)],
        [e, peg(l, 0), peg(l, h)],
      ],
      wires: [
        [peg(0, 0), peg(0, h)],
        [peg(2 * l, 0), peg(2 * l, h)],
      ],
    }
  }
  const blocks = piece.members.map((member) => blockOf(member, gap))
  return piece.kind === 'series' ? inSeries(blocks) : inParallel(blocks, gap)
}

function inSeries(blocks: readonly Block[]): Block {
  const parts: Block['parts'][number][] = []
  const wires: Block['wires'][number][] = []
  let x = 0
  blocks.forEach((block, i) => {
    if (i > 0 && block.depth > 0 && blocks[i - 1].depth > 0) {
      // So that what closes one group is not what opens the next.
      wires.push([peg(x, 0), peg(x + 1, 0)])
      x++
    }
    const placed = moved(block, x, 0)
    parts.push(...placed.parts)
    wires.push(...placed.wires)
    x += block.length
  })
  return { length: x, depth: Math.max(...blocks.map(({ depth }) => depth)), parts, wires }
}

function inParallel(blocks: readonly Block[], gap: number): Block {
  const length = Math.max(...blocks.map((block) => block.length))
  const parts: Block['parts'][number][] = []
  const wires: Block['wires'][number][] = []
  let y = 0
  blocks.forEach((block, i) => {
    const before = Math.floor((length - block.length) / 2)
    const placed = moved(block, before, y)
    parts.push(...placed.parts)
    wires.push(...placed.wires)
    if (before > 0) wires.push([peg(0, y), peg(before, y)])
    if (before + block.length < length) wires.push([peg(before + block.length, y), peg(length, y)])
    if (i + 1 === blocks.length) return
    const next = y + block.depth + gap
    wires.push([peg(0, y), peg(0, next)], [peg(length, y), peg(length, next)])
    y = next
  })
  return { length, depth: y + blocks[blocks.length - 1].depth, parts, wires }
}

/** The other way up: along y, branches to the right. */
function upright(block: Block): Block {
  const turn = ({ x, y }: Peg) => peg(y, x)
  return {
    ...block,
    parts: block.parts.map(([part, from, to]) => [part, turn(from), turn(to)]),
    wires: block.wires.map(([a, b]) => [turn(a), turn(b)]),
  }
}

/** Everything level, from left to right, the source standing at the left. */
export function layStraight(piece: Piece): Laid {
  const block = moved(blockOf(piece, levelGap), 2, 0)
  const depth = Math.max(partLength, block.depth + levelGap)
  const right = 2 + block.length + (block.depth > 0 ? 1 : 0)
  return laidOf(
    block,
    [peg(0, 0), peg(0, depth)],
    [
      [peg(0, 0), peg(2, 0)],
      [peg(2 + block.length, 0), peg(right, 0)],
      [peg(right, 0), peg(right, depth)],
      [peg(right, depth), peg(0, depth)],
    ],
  )
}

function laidOf(block: Pick<Block, 'parts' | 'wires'>, source: readonly [Peg, Peg], wires: Block['wires']): Laid {
  return {
    parts: new Map(block.parts.map(([part, from, to]) => [part, [from, to] as const])),
    source,
    wires: [[...block.wires, ...wires]],
  }
}

/**
 * As textbooks bend it: the source at one side, what lies in series along the rails above and below, what lies in parallel
 * standing between them.
 */
export function layBent(piece: Piece, chance: Chance): Laid {
  const isFlipped = chance.once(3)
  const needed = railed(piece, partLength).needed
  const { parts, wires } = railed(piece, needed)
  const width = Math.max(...[...wires.flat(), ...parts.flatMap(([, a, b]) => [a, b])].map(({ x }) => x))
  const across = ({ x, y }: Peg) => (isFlipped ? peg(width - x, y) : peg(x, y))
  return laidOf(
    {
      parts: parts.map(([part, a, b]) => [part, across(a), across(b)]),
      wires: wires.map(([a, b]) => [across(a), across(b)]),
    },
    [across(peg(0, 0)), across(peg(0, needed))],
    [],
  )
}

/** Between two rails so far apart; and how far apart they must be. */
function railed(piece: Piece, height: number): Pick<Block, 'parts' | 'wires'> & { readonly needed: number } {
  const parts: Block['parts'][number][] = []
  const wires: Block['wires'][number][] = []
  let needed = height
  const rail = (y: number, from: number, to: number) => {
    if (from !== to) wires.push([peg(from, y), peg(to, y)])
  }
  rail(0, 0, uprightGap)
  rail(height, 0, uprightGap)
  between(piece, uprightGap)
  return { parts, wires, needed }

  function put(block: Block, x: number, y: number): void {
    const placed = moved(block, x, y)
    parts.push(...placed.parts)
    wires.push(...placed.wires)
  }

  /** A piece standing from rail to rail; how far right it reaches. */
  function column(of: Piece, x: number): number {
    const block = upright(blockOf(of, uprightGap))
    needed = Math.max(needed, block.length)
    const above = Math.floor((height - block.length) / 2)
    put(block, x, above)
    if (above > 0) wires.push([peg(x, 0), peg(x, above)])
    if (above + block.length < height) wires.push([peg(x, above + block.length), peg(x, height)])
    return x + block.depth
  }

  /** A piece that closes the loop at its right. */
  function between(of: Piece, x: number): void {
    if (of.kind === 'parallel') {
      let here = x
      of.members.forEach((member, i) => {
        const isLast = i === of.members.length - 1
        const reach = isLast && member.kind === 'series' ? (between(member, here), here) : column(member, here)
        if (isLast) return
        rail(0, here, reach + uprightGap)
        rail(height, here, reach + uprightGap)
        here = reach + uprightGap
      })
      return
    }
    if (of.kind !== 'series') {
      column(of, x)
      return
    }
    const path = of.members
    const stands = path.findLastIndex(({ kind }) => kind === 'parallel' || kind === 'bridge')
    // Where nothing branches, one above, one below, and what is between stands.
    const plain = path.flatMap(({ kind }, i) => (kind === 'part' ? [i] : []))
    const at = stands >= 0 ? stands : plain[Math.min(1, plain.length - 1)]
    const above = path.slice(0, at)
    const below = path.slice(at + 1)
    const isLevelBelow = below.every(({ kind }) => kind === 'part')
    const top = inLine(isLevelBelow ? above : [...above, ...below])
    const bottom = inLine(isLevelBelow ? below : [])
    const length = Math.max(top.length, bottom.length)
    needed = Math.max(needed, top.depth > 0 ? top.depth + levelGap : 0)
    put(top, x, 0)
    rail(0, x + top.length, x + length)
    put(bottom, x, height)
    rail(height, x + bottom.length, x + length)
    const on = length > 0 ? 1 : 0
    rail(0, x + length, x + length + on)
    rail(height, x + length, x + length + on)
    between(path[at], x + length + on)
  }

  function inLine(pieces: readonly Piece[]): Block {
    return pieces.length === 0
      ? { length: 0, depth: 0, parts: [], wires: [] }
      : inSeries(pieces.map((piece) => blockOf(piece, levelGap)))
  }
}
