import { growForest } from './forest'
import { elementsAt, isSeriesNode, seriesPath, type Group, type Sheet, type SheetElement } from './sheet'

/** What stands in the way of combining two elements, as data. Numbers are element ids and node indices. */
export type Obstacle =
  /** They share a node, but other elements meet there too. */
  | {
      readonly code: 'part-leaves'
      readonly node: number
      readonly others: readonly number[]
      readonly between: readonly number[]
    }
  /** They share a node, but the supply is connected there. */
  | { readonly code: 'supply-between'; readonly node: number; readonly others: readonly number[] }
  /** They share no node. */
  | { readonly code: 'apart' }

/** Whether elements of a sheet are one group, and why or why not. */
export type Verdict =
  | {
      readonly verdict: 'series'
      /** The whole path in order, with the elements that lie between the chosen ones. */
      readonly members: readonly number[]
      /** Elements on the path that were not chosen. */
      readonly through: readonly number[]
      /** The nodes along the path, where nothing else leaves. */
      readonly nodes: readonly number[]
    }
  | { readonly verdict: 'parallel'; readonly members: readonly number[]; readonly nodes: readonly [number, number] }
  | {
      readonly verdict: 'neither'
      /** The two elements that do not fit together. */
      readonly pair: readonly [number, number]
      readonly obstacle: Obstacle
      /** What to combine first, and how the two (or the equivalents that take them in) will then lie. */
      readonly later?: { readonly first: Group; readonly then: 'series' | 'parallel' }
    }

/**
 * Judges two or more elements of a sheet.
 * @throws RangeError if fewer than two different elements, or one that is not on the sheet, are given
 */
export function judge(sheet: Sheet, chosen: readonly number[]): Verdict {
  const elements = [...new Set(chosen)].map((id) => sheet.elements.find((element) => element.id === id))
  if (elements.length < 2 || !elements.every((element) => element !== undefined)) {
    throw new RangeError('choose two or more elements of this sheet')
  }
  const at = elementsAt(sheet)
  const [first, ...rest] = elements
  if (rest.every((other) => sharedNodes(first, other).length === 2)) {
    return { verdict: 'parallel', members: elements.map(({ id }) => id), nodes: [first.from, first.to] }
  }

  const path = seriesPath(sheet, at, first)
  const places = elements.map((element) => path.indexOf(element))
  if (places.every((place) => place >= 0)) {
    const members = path.slice(Math.min(...places), Math.max(...places) + 1)
    return {
      verdict: 'series',
      members: members.map(({ id }) => id),
      through: members.filter((member) => !elements.includes(member)).map(({ id }) => id),
      nodes: members.slice(1).map((member, i) => sharedNodes(members[i], member)[0]),
    }
  }

  const pair = offendingPair(elements, path)
  return {
    verdict: 'neither',
    pair: [pair[0].id, pair[1].id],
    obstacle: obstacleBetween(sheet, at, ...pair),
    later: laterGroup(sheet, pair[0].id, pair[1].id),
  }
}

type Pair = readonly [SheetElement, SheetElement]

function sharedNodes(a: SheetElement, b: SheetElement): number[] {
  return [a.from, a.to].filter((node) => node === b.from || node === b.to)
}

/** The first element together with the first one that is neither parallel to it nor on its path. */
function offendingPair(elements: readonly SheetElement[], path: readonly SheetElement[]): Pair {
  const [first, ...rest] = elements
  const stranger = rest.find((other) => sharedNodes(first, other).length < 2 && !path.includes(other))
  if (stranger) return [first, stranger]
  // The rest fits the first one each in its own way, so two of the rest do not fit each other.
  const beside = rest.find((other) => sharedNodes(first, other).length === 2) as SheetElement
  return [beside, rest.find((other) => path.includes(other)) as SheetElement]
}

function obstacleBetween(
  sheet: Sheet,
  at: ReadonlyMap<number, readonly SheetElement[]>,
  a: SheetElement,
  b: SheetElement,
): Obstacle {
  const [node] = sharedNodes(a, b)
  if (node === undefined) return { code: 'apart' }
  const others = (at.get(node) ?? []).filter((element) => element !== a && element !== b)
  const ids = (list: readonly SheetElement[]) => list.map(({ id }) => id)
  if (others.length === 0 && !isSeriesNode(sheet, at, node)) return { code: 'supply-between', node, others: [] }
  if (node === sheet.start || node === sheet.finish) return { code: 'supply-between', node, others: ids(others) }
  const farEnds = [a, b].map((element) => (element.from === node ? element.to : element.from))
  const between = sheet.elements.filter((element) => farEnds.includes(element.from) && farEnds.includes(element.to))
  return { code: 'part-leaves', node, others: ids(others), between: ids(between) }
}

/** The group in which two elements will meet if reduction gets there, and a group to combine on the way to it. */
function laterGroup(sheet: Sheet, a: number, b: number): { first: Group; then: 'series' | 'parallel' } | undefined {
  const { elements } = sheet
  const nodes = [...new Set([sheet.start, ...elements.flatMap(({ from, to }) => [from, to]), sheet.finish])]
  const index = new Map(nodes.map((node, i) => [node, i]))
  const forest = growForest({
    nodes: nodes.length,
    from: elements.map(({ from }) => index.get(from) as number),
    to: elements.map(({ to }) => index.get(to) as number),
    start: index.get(sheet.start) as number,
    finish: index.get(sheet.finish) as number,
    rank: nodes.map((_, i) => i),
  })
  const parent: number[] = []
  forest.members.forEach((members, group) => members.forEach((member) => (parent[member] = group)))
  const ancestors = (leaf: number): number[] => {
    const found: number[] = []
    for (let group = parent[leaf]; group !== undefined; group = parent[forest.leaves + group]) found.push(group)
    return found
  }
  const leafOf = (id: number) => elements.findIndex((element) => element.id === id)
  const above = ancestors(leafOf(a))
  const meeting = ancestors(leafOf(b)).find((group) => above.includes(group))
  if (meeting === undefined) return undefined

  // Combine first what is inside the meeting group: the deepest group whose members are all on the sheet.
  for (let group = forest.members.length - 1; group > meeting; group--) {
    const members = forest.members[group]
    const inside = members.every((member) => member < forest.leaves) && ancestors(members[0]).includes(meeting)
    const helps = !forest.series[meeting] || partOfWay(group)
    if (inside && helps) {
      return {
        first: {
          kind: forest.series[group] ? 'series' : 'parallel',
          members: members.map((member) => elements[member].id),
        },
        then: forest.series[meeting] ? 'series' : 'parallel',
      }
    }
  }
  return undefined

  /** Whether a group lies in a member of the meeting group that holds one of the two, or between them. */
  function partOfWay(group: number): boolean {
    const members = forest.members[meeting as number]
    const memberOf = (leaf: number) =>
      members.findIndex(
        (member) => member === leaf || (member >= forest.leaves && ancestors(leaf).includes(member - forest.leaves)),
      )
    const [low, high] = [memberOf(leafOf(a)), memberOf(leafOf(b))].sort((x, y) => x - y)
    const own = memberOf(forest.members[group][0])
    return own >= low && own <= high
  }
}
