import { growForest } from './forest'
import { elementsAt, inSeriesApart, isSeriesNode, seriesPath, type Sheet, type SheetElement } from './sheet'

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
      /** Those chosen, as the current meets them; of one path with the elements that lie between. */
      readonly members: readonly number[]
      /** Elements on the path that were not chosen. */
      readonly through: readonly number[]
      /** The nodes along the path, where nothing else leaves; none where the members lie apart. */
      readonly nodes: readonly number[]
      /** Blocks with two ends lie between: not all of them share a node with the next. */
      readonly isApart: boolean
    }
  | { readonly verdict: 'parallel'; readonly members: readonly number[]; readonly nodes: readonly [number, number] }
  | {
      readonly verdict: 'neither'
      /** The two elements that do not fit together. */
      readonly pair: readonly [number, number]
      readonly obstacle: Obstacle
      /** All that is to be combined first, and how the two (or the equivalents that take them in) will then lie. */
      readonly later?: { readonly first: readonly LaterStep[]; readonly then: 'series' | 'parallel' }
    }

/** A group that can be combined once the groups before it are. */
interface LaterStep {
  readonly kind: 'series' | 'parallel'
  /** Its members in order: elements of the sheet, or what an earlier step of the list makes. */
  readonly members: readonly ({ readonly element: number } | { readonly step: number })[]
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
      isApart: false,
    }
  }

  const apart = inSeriesApart(sheet, chosen)
  if (apart) return { verdict: 'series', members: apart.map(({ id }) => id), through: [], nodes: [], isApart: true }

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

/** The group in which two elements will meet if reduction gets there, and every group to combine on the way to it. */
function laterGroup(
  sheet: Sheet,
  a: number,
  b: number,
): { first: readonly LaterStep[]; then: 'series' | 'parallel' } | undefined {
  const { elements } = sheet
  const nodes = [...new Set([sheet.start, ...elements.flatMap(({ from, to }) => [from, to]), sheet.finish])]
  const index = new Map(nodes.map((node, i) => [node, i]))
  const { leaves, members, series } = growForest({
    nodes: nodes.length,
    from: elements.map(({ from }) => index.get(from) as number),
    to: elements.map(({ to }) => index.get(to) as number),
    start: index.get(sheet.start) as number,
    finish: index.get(sheet.finish) as number,
    rank: nodes.map((_, i) => i),
  })
  const parent: number[] = []
  members.forEach((inside, group) => inside.forEach((member) => (parent[member] = leaves + group)))
  /** An element and all groups that take it in, by their ids in the forest. */
  const outward = (leaf: number): number[] => {
    const found: number[] = []
    for (let id: number | undefined = leaf; id !== undefined; id = parent[id]) found.push(id)
    return found
  }
  const waysOut = [a, b].map((id) => outward(elements.findIndex((element) => element.id === id)))
  const meeting = waysOut[1].find((id) => waysOut[0].includes(id))
  if (meeting === undefined) return undefined
  const isSeries = series[meeting - leaves]
  const beside = members[meeting - leaves]
  const places = waysOut.map((way) => beside.findIndex((member) => way.includes(member)))
  // In series all that lies between them is on the path, in parallel only the two count.
  const whole = isSeries
    ? beside.slice(Math.min(...places), Math.max(...places) + 1)
    : places.map((place) => beside[place])

  const inside: number[] = []
  const open = whole.filter((id) => id >= leaves)
  for (let id = open.pop(); id !== undefined; id = open.pop()) {
    inside.push(id)
    open.push(...members[id - leaves].filter((member) => member >= leaves))
  }
  // Groups stand before the groups inside them.
  inside.sort((x, y) => y - x)
  return {
    first: inside.map((id) => ({
      kind: series[id - leaves] ? 'series' : 'parallel',
      members: members[id - leaves].map((member) =>
        member < leaves ? { element: elements[member].id } : { step: inside.indexOf(member) },
      ),
    })),
    then: isSeries ? 'series' : 'parallel',
  }
}
