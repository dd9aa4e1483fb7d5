import type { Chance } from './chance'
import { combined, parallelRange, mostMembers, type DialProblem, type Dials } from './dials'

export type GroupKind = 'series' | 'parallel'

/** How resistors lie: one, or members in series or in parallel, which are none of the same kind. */
export type Shape = 'resistor' | { readonly kind: GroupKind; readonly members: readonly Shape[] }

/** The deepest nesting that is made. */
export const deepest = 6

const other = { series: 'parallel', parallel: 'series' } as const

/** A set of counts as bits: bit p for p combinations in parallel. */
type Counts = number

function sums(a: Counts, b: Counts): Counts {
  let all = 0
  for (let p = 0; a >> p; p++) if ((a >> p) & 1) all |= b << p
  return all
}

/** What shapes there are: how many combinations in parallel a group may have inside. */
interface Reach {
  /** Groups of a kind with so many resistors, and exactly so deep. */
  readonly group: (kind: GroupKind, resistors: number, depth: number) => Counts
  /**
   * So many members of a group of a kind, together with so many resistors, none deeper than a group of that depth may
   * have; `isOpen` while none is yet as deep as it must.
   */
  readonly members: (kind: GroupKind, count: number, resistors: number, depth: number, isOpen: boolean) => Counts
  readonly member: (kind: GroupKind, resistors: number, depth: number) => Counts
}

/** The most members of a group. */
const widestOf = ({ widest }: Dials) => (widest === 'any' ? mostMembers : widest)

const reaches = new Map<number, Reach>()

function reachOf(widest: number): Reach {
  const known = reaches.get(widest)
  if (known) return known
  const groups = new Map<string, Counts>()
  const lists = new Map<string, Counts>()
  const member: Reach['member'] = (kind, resistors, depth) =>
    depth === 0 ? (resistors === 1 ? 1 : 0) : group(other[kind], resistors, depth)
  const group: Reach['group'] = (kind, resistors, depth) => {
    if (depth < 1 || resistors < depth + 1) return 0
    const key = `${kind} ${resistors} ${depth}`
    let found = groups.get(key)
    if (found === undefined) {
      found = 0
      for (let count = 2; count <= Math.min(widest, resistors); count++)
        found |= members(kind, count, resistors, depth, true) << (kind === 'parallel' ? count - 1 : 0)
      groups.set(key, found)
    }
    return found
  }
  const members: Reach['members'] = (kind, count, resistors, depth, isOpen) => {
    if (count === 0) return resistors === 0 && !isOpen ? 1 : 0
    if (resistors < count) return 0
    const key = `${kind} ${count} ${resistors} ${depth} ${isOpen}`
    let found = lists.get(key)
    if (found === undefined) {
      found = 0
      for (let inside = 1; inside <= resistors - count + 1; inside++)
        for (let deep = 0; deep < depth; deep++) {
          const first = member(kind, inside, deep)
          if (first === 0) continue
          found |= sums(first, members(kind, count - 1, resistors - inside, depth, isOpen && deep < depth - 1))
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
function possible(dials: Dials, isSeriesNeeded: boolean) {
  const resistors = combined(dials)
  const reach = reachOf(widestOf(dials))
  const [least, most] = parallelRange(dials, resistors)
  const wanted = ((1 << (most + 1)) - 1) & ~((1 << least) - 1)
  // All in parallel leaves no place in series.
  const allowed = isSeriesNeeded ? wanted & ~(1 << (resistors - 1)) : wanted
  return Array.from({ length: deepest }, (_, i) => i + 1)
    .filter((depth) => dials.depth === 'any' || dials.depth === depth)
    .flatMap((depth) =>
      (['series', 'parallel'] as const).flatMap((kind) => {
        const counts = reach.group(kind, resistors, depth) & allowed
        return counts === 0 ? [] : [{ depth, kind, counts }]
      }),
    )
}

/** Whether the shape must have a group in series. */
const needsSeries = ({ special }: Dials) => special === 'placeholder'

/** Why there is no such shape; none where there is one. */
export function shapeProblems(dials: Dials): DialProblem[] {
  const resistors = combined(dials)
  const say = (dial: DialProblem['dial'], message: string): DialProblem[] => [{ dial, message }]
  if (dials.special === 'bridge' && resistors < 1)
    return say('special', `a bridge has 5 resistors, and this has ${dials.resistors}`)
  if (resistors < 2) return dials.special === 'bridge' ? [] : say('resistors', 'too few to combine any')
  if (possible(dials, needsSeries(dials)).length > 0) return []
  const { depth, widest, parallel } = dials
  const without = (some: Partial<Dials>) => possible({ ...dials, ...some }, needsSeries(dials)).length > 0
  if (depth !== 'any' && resistors < depth + 1)
    return say(
      'depth',
      `groups nested ${depth} deep need ${depth + 1} resistors or more; here ${resistors} are combined`,
    )
  if (depth !== 'any' && resistors > widestOf(dials) ** depth)
    return say('depth', `${resistors} resistors do not fit into groups of ${widestOf(dials)}, nested ${depth} deep`)
  if (depth !== 'any' && without({ depth: 'any' }))
    return say('depth', `nested ${depth} deep there is no such network: another depth, or another share of parallel`)
  if (widest !== 'any' && without({ widest: 'any' }))
    return say('widest', `in groups of ${widest} at most there is no such network`)
  if (parallel !== 'any' && without({ parallel: 'any' }))
    return say('parallel', 'with this share of parallel there is no such network')
  return say('resistors', 'there is no such network')
}

/**
 * A shape by chance.
 * @throws RangeError where {@link shapeProblems} has any
 */
export function growShape(dials: Dials, chance: Chance): Shape {
  const resistors = combined(dials)
  if (resistors === 1) return 'resistor'
  const reach = reachOf(widestOf(dials))
  const all = possible(dials, needsSeries(dials))
  if (all.length === 0) throw new RangeError('there is no shape with these dials')
  // Two or three deep is most usual; deeper where there is much to nest.
  const usual = all.filter(({ depth }) => depth >= 2 && depth <= 2 + Math.floor(resistors / 4))
  const { depth, kind, counts } = chance.any(usual.length > 0 && dials.depth === 'any' ? usual : all)
  return group(kind, resistors, depth, chance.any(bitsOf(counts)))

  function group(of: GroupKind, inside: number, deep: number, parallel: number): Shape {
    const most = Math.min(widestOf(dials), inside)
    const sizes = Array.from({ length: most - 1 }, (_, i) => i + 2).filter((count) => {
      const own = of === 'parallel' ? count - 1 : 0
      return own <= parallel && (reach.members(of, count, inside, deep, true) >> (parallel - own)) & 1
    })
    const count = chance.any(sizes)
    let [left, open, spare] = [inside, true, parallel - (of === 'parallel' ? count - 1 : 0)]
    const members: Shape[] = []
    for (let more = count - 1; more >= 0; more--) {
      const options: { resistors: number; depth: number; parallel: number }[] = []
      for (let some = 1; some <= left - more; some++)
        for (let level = 0; level < deep; level++)
          for (const p of bitsOf(reach.member(of, some, level)))
            if (p <= spare && (reach.members(of, more, left - some, deep, open && level < deep - 1) >> (spare - p)) & 1)
              options.push({ resistors: some, depth: level, parallel: p })
      const chosen = chance.any(options)
      members.push(chosen.depth === 0 ? 'resistor' : group(other[of], chosen.resistors, chosen.depth, chosen.parallel))
      left -= chosen.resistors
      spare -= chosen.parallel
      open &&= chosen.depth < deep - 1
    }
    return { kind: of, members: chance.shuffled(members) }
  }
}

function bitsOf(counts: Counts): number[] {
  return Array.from({ length: 32 }, (_, p) => p).filter((p) => (counts >> p) & 1)
}
