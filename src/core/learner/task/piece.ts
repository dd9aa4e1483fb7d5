import type { Chance } from './chance'
import type { GroupKind, NestedShape } from './shape'
import { bridgeResistors, type Dials } from './dials'

/** A shape with its parts, numbered from 0 in the order in which they are met; and what is special about it. */
export type Piece =
  | { readonly kind: 'part'; readonly part: number }
  | { readonly kind: GroupKind; readonly members: readonly Piece[] }
  /** Two legs of two parts each, and one between their middles: first leg, second leg, middle. */
  | { readonly kind: 'bridge'; readonly parts: readonly number[] }
  /** A part with a wire across it. */
  | { readonly kind: 'shorted'; readonly part: number }
  /** A part that hangs from the path by one end. */
  | { readonly kind: 'stub'; readonly part: number }

/** Where a part lies: its nodes, + side first. Node 0 is the + end, node 1 the − end. */
export type Ends = readonly [number, number]

/** The pieces of a shape. `isZero` tells which part is a placeholder of 0 Ω. */
export function pieceOf(shape: NestedShape, { special }: Dials, chance: Chance): Piece {
  let parts = 0
  const leaves = countOf(shape)
  let left = special === 'bridge' ? chance.below(leaves) : -1
  const made = cut(shape)
  return special === 'shorted' || special === 'dead-end' ? withLoose(made) : made

  function cut(of: NestedShape): Piece {
    if (of !== 'resistor') return { kind: of.kind, members: of.members.map(cut) }
    if (left-- !== 0) return { kind: 'part', part: parts++ }
    return { kind: 'bridge', parts: Array.from({ length: bridgeResistors }, () => parts++) }
  }

  /** With a part that carries nothing, somewhere on a path. */
  function withLoose(piece: Piece): Piece {
    const loose: Piece = { kind: special === 'shorted' ? 'shorted' : 'stub', part: parts }
    const paths = groupsOf(piece).filter(({ kind }) => kind === 'series')
    if (paths.length === 0) return { kind: 'series', members: [loose, piece] }
    const chosen = chance.any(paths)
    const put = (of: Piece): Piece => {
      if (!('members' in of)) return of
      if (of !== chosen) return { ...of, members: of.members.map(put) }
      // Not at the end: there it would hang from the source.
      const at = 1 + chance.below(of.members.length - 1)
      return { ...of, members: [...of.members.slice(0, at), loose, ...of.members.slice(at)] }
    }
    return put(piece)
  }
}

export function groupsOf(piece: Piece): Extract<Piece, { members: unknown }>[] {
  return 'members' in piece ? [piece, ...piece.members.flatMap(groupsOf)] : []
}

function countOf(shape: NestedShape): number {
  return shape === 'resistor' ? 1 : shape.members.reduce((sum, member) => sum + countOf(member), 0)
}

/** The parts in a piece, in the order in which they are met. */
export function partsIn(piece: Piece): number[] {
  if ('members' in piece) return piece.members.flatMap(partsIn)
  return piece.kind === 'bridge' ? [...piece.parts] : [piece.part]
}

/** Where every part lies, by part. */
export function endsOf(piece: Piece): { readonly ends: readonly Ends[]; readonly nodes: number } {
  const ends: Ends[] = []
  let nodes = 2
  place(piece, 0, 1)
  return { ends, nodes }

  function place(of: Piece, from: number, to: number): void {
    if (of.kind === 'part') ends[of.part] = [from, to]
    // Of a piece that takes no way of its own both ends are one node.
    else if (of.kind === 'shorted') ends[of.part] = [from, from]
    else if (of.kind === 'stub') ends[of.part] = [from, nodes++]
    else if (of.kind === 'bridge') {
      const [top, bottom] = [nodes++, nodes++]
      const between: readonly Ends[] = [
        [from, top],
        [top, to],
        [from, bottom],
        [bottom, to],
        [top, bottom],
      ]
      of.parts.forEach((part, i) => (ends[part] = between[i]))
    } else if (of.kind === 'parallel') for (const member of of.members) place(member, from, to)
    else {
      let here = from
      const path = of.members.filter(({ kind }) => kind !== 'shorted' && kind !== 'stub')
      for (const member of of.members) {
        if (!path.includes(member)) {
          place(member, here, here)
          continue
        }
        const next = member === path[path.length - 1] ? to : nodes++
        place(member, here, next)
        here = next
      }
    }
  }
}
