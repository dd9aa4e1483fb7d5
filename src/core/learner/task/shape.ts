import type { Chance } from './chance'
import { combined, parallelRange, mostMembers, type DialProblem, type Dials, bridgeResistors } from './code'

type GroupKind = 'series' | 'parallel'

/** How resistors lie: one, or members in series or in parallel, which are none of the same kind. */
type NestedShape = 'resistor' | { readonly kind: GroupKind; readonly members: readonly NestedShape[] }

/** The deepest nesting that is made. */
const deepest = 6

const other = { series: 'parallel', parallel: 'series' } as const

/** A set of counts as bits: bit p for p combinations in parallel. */
type Counts = number

function sums(a: Counts, b: Counts): Counts {
  let all = 0
  for (let p = 0; a >> p; p++) if ((a >> p) & 1) all |= b << p
  return all
}

/**
 * What shapes there are: how many combinations in parallel they may have inside. `wants` a resistor that lies on a path of
 * its own somewhere in them: in a group in series.
 */
interface Reach {
  /** Groups of a kind with so many resistors, and exactly so deep. */
  readonly group: (kind: GroupKind, resistors: number, depth: number, wants: boolean) => Counts
  /**
   * So many members of a group of a kind, together with so many resistors, none deeper than a group of that depth may
   * have; `isOpen` while none is yet as deep as it must.
   */
  readonly members: (
    kind: GroupKind,
    count: number,
    resistors: number,
    depth: number,
    isOpen: boolean,
    wants: boolean,
  ) => Counts
  /** One member of a group of a kind. */
  readonly member: (kind: GroupKind, resistors: number, depth: number, wants: boolean) => Counts
}

/** The most members of a group. */
const widestOf = ({ widest }: Dials) => (widest === 'any' ? mostMembers : widest)

const reaches = new Map<number, Reach>()

function reachOf(widest: number): Reach {
  const known = reaches.get(widest)
  if (known) return known
  const groups = new Map<string, Counts>()
  const lists = new Map<string, Counts>()
  const member: Reach['member'] = (kind, resistors, depth, wants) => {
    if (depth > 0) return group(other[kind], resistors, depth, wants)
    return resistors === 1 && (!wants || kind === 'series') ? 1 : 0
  }
  const group: Reach['group'] = (kind, resistors, depth, wants) => {
    if (depth < 1 || resistors < depth + 1) return 0
    const key = `${kind} ${resistors} ${depth} ${wants}`
    let found = groups.get(key)
    if (found === undefined) {
      found = 0
      for (let count = 2; count <= Math.min(widest, resistors); count++)
        found |= members(kind, count, resistors, depth, true, wants) << (kind === 'parallel' ? count - 1 : 0)
      groups.set(key, found)
    }
    return found
  }
  const members: Reach['members'] = (kind, count, resistors, depth, isOpen, wants) => {
    if (count === 0) return resistors === 0 && !isOpen && !wants ? 1 : 0
    if (resistors < count) return 0
    const key = `${kind} ${count} ${resistors} ${depth} ${isOpen} ${wants}`
    let found = lists.get(key)
    if (found === undefined) {
      found = 0
      for (let inside = 1; inside <= resistors - count + 1; inside++)
        for (let deep = 0; deep < depth; deep++)
          for (const here of wants ? [true, false] : [false]) {
            const first = member(kind, inside, deep, here)
            if (first === 0) continue
            const open = isOpen && deep < depth - 1
            found |= sums(first, members(kind, count - 1, resistors - inside, depth, open, wants && !here))
          }
      lists.set(key, found)
    }
    return found
  }
  const made = { group, members, member }
  reaches.set(widest, made)
  return made
}

/** Depths that are possible, each with its kinds and counts of combinations in parallel. */
function possible(dials: Dials) {
  const resistors = combined(dials)
  const reach = reachOf(widestOf(dials))
  const [least, most] = parallelRange(dials, resistors)
  const wanted = ((1 << (most + 1)) - 1) & ~((1 << least) - 1)
  return Array.from({ length: deepest }, (_, i) => i + 1)
    .filter((depth) => dials.depth === 'any' || dials.depth === depth)
    .flatMap((depth) =>
      (['series', 'parallel'] as const).flatMap((kind) => {
        const counts = reach.group(kind, resistors, depth, wantsPath(dials)) & wanted
        return counts === 0 ? [] : [{ depth, kind, counts }]
      }),
    )
}

/** Whether all shapes that there are with these dials are one group, in parallel. */
export function isFlat(dials: Dials): boolean {
  return possible(dials).every(({ depth, kind }) => depth === 1 && kind === 'parallel')
}

/** A placeholder lies on a path. */
const wantsPath = ({ special }: Dials) => special === 'placeholder'

/** Why there is no such shape; none where there is one. */
export function shapeProblems(dials: Dials): DialProblem[] {
  const resistors = combined(dials)
  const say = (dial: DialProblem['dial'], message: string): DialProblem[] => [{ dial, message }]
  if (dials.special === 'bridge' && resistors < 1)
    return say('special', `a bridge has 5 resistors, not ${dials.resistors}`)
  if (resistors < 2) {
    if (dials.special !== 'bridge') return say('resistors', 'too few to combine any')
    return dials.depth === 'any' ? [] : say('depth', 'a bridge alone has no groups to nest')
  }
  if (possible(dials).length > 0) return []
  const { depth, widest, parallel } = dials
  const without = (some: Partial<Dials>) => possible({ ...dials, ...some }).length > 0
  if (depth !== 'any' && resistors < depth + 1)
    return say(
      'depth',
      `groups nested ${depth} deep need ${depth + 1} resistors or more; here ${resistors} are combined`,
    )
  if (depth !== 'any' && resistors > widestOf(dials) ** depth)
    return say('depth', `${resistors} resistors do not fit into groups of ${widestOf(dials)}, nested ${depth} deep`)
  if (depth !== 'any' && without({ depth: 'any' }))
    return say('depth', `nested ${depth} deep there is no such network: choose another depth, or another mix`)
  if (widest !== 'any' && without({ widest: 'any' }))
    return say('widest', `in groups of ${widest} at most there is no such network`)
  if (parallel !== 'any' && without({ parallel: 'any' }))
    return say('parallel', 'with this mix of series and parallel there is no such network')
  if (dials.special === 'placeholder') return say('special', 'a placeholder needs a place in series, and there is none')
  return say('resistors', 'there is no such network')
}

/**
 * A shape by chance.
 * @throws RangeError where {@link shapeProblems} has any
 */
export function growShape(dials: Dials, chance: Chance): NestedShape {
  const resistors = combined(dials)
  if (resistors === 1) return 'resistor'
  const reach = reachOf(widestOf(dials))
  const all = possible(dials)
  if (all.length === 0) throw new RangeError('there is no network with these settings')
  // Two or three deep is most usual; deeper where there is much to nest.
  const usual = all.filter(({ depth }) => depth >= 2 && depth <= 2 + Math.floor(resistors / 4))
  const { depth, kind, counts } = chance.any(usual.length > 0 && dials.depth === 'any' ? usual : all)
  return group(kind, resistors, depth, chance.any(bitsOf(counts)), wantsPath(dials))

  function group(of: GroupKind, inside: number, deep: number, parallel: number, wants: boolean): NestedShape {
    const own = (count: number) => (of === 'parallel' ? count - 1 : 0)
    const has = (counts: Counts, p: number) => p >= 0 && ((counts >> p) & 1) === 1
    const sizes = Array.from({ length: Math.min(widestOf(dials), inside) - 1 }, (_, i) => i + 2).filter((count) =>
      has(reach.members(of, count, inside, deep, true, wants), parallel - own(count)),
    )
    const count = chance.any(sizes)
    let [left, open, spare, isWanting] = [inside, true, parallel - own(count), wants]
    const members: NestedShape[] = []
    for (let more = count - 1; more >= 0; more--) {
      const options: { resistors: number; depth: number; parallel: number; wants: boolean }[] = []
      for (let some = 1; some <= left - more; some++)
        for (let level = 0; level < deep; level++)
          for (const here of isWanting ? [true, false] : [false])
            for (const p of bitsOf(reach.member(of, some, level, here)))
              if (
                has(reach.members(of, more, left - some, deep, open && level < deep - 1, isWanting && !here), spare - p)
              )
                options.push({ resistors: some, depth: level, parallel: p, wants: here })
      const chosen = chance.any(options)
      members.push(
        chosen.depth === 0
          ? 'resistor'
          : group(other[of], chosen.resistors, chosen.depth, chosen.parallel, chosen.wants),
      )
      left -= chosen.resistors
      spare -= chosen.parallel
      open &&= chosen.depth < deep - 1
      isWanting &&= !chosen.wants
    }
    return { kind: of, members: chance.shuffled(members) }
  }
}

function bitsOf(counts: Counts): number[] {
  return Array.from({ length: 32 }, (_, p) => p).filter((p) => (counts >> p) & 1)
}

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
