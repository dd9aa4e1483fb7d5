/** A resistor or equivalent on a sheet: its element id and the node indices of its ends, in the current's direction. */
export interface SheetElement {
  readonly id: number
  readonly from: number
  readonly to: number
}

/** The network as drawn after some number of steps. */
export interface Sheet {
  readonly elements: readonly SheetElement[]
  /** Node indices of the supply's + and − end. */
  readonly start: number
  readonly finish: number
}

/** Elements that can be combined in one step. Series members stand in path order. */
export interface Group {
  readonly kind: 'series' | 'parallel'
  readonly members: readonly number[]
}

/** The elements at each node of a sheet. */
export function elementsAt(sheet: Sheet): Map<number, SheetElement[]> {
  const at = new Map<number, SheetElement[]>()
  for (const element of sheet.elements) {
    for (const node of [element.from, element.to]) {
      const list = at.get(node)
      if (list) list.push(element)
      else at.set(node, [element])
    }
  }
  return at
}

/** Whether two elements that meet at a node are in series there: nothing else meets there, the supply neither. */
export function isSeriesNode(sheet: Sheet, at: ReadonlyMap<number, readonly SheetElement[]>, node: number): boolean {
  return node !== sheet.start && node !== sheet.finish && at.get(node)?.length === 2
}

/** Every group that can be combined on this sheet, each as large as it can be, in the order of its first element. */
export function findGroups(sheet: Sheet): Group[] {
  const at = elementsAt(sheet)
  const groups: Group[] = []
  const parallel = new Map<string, SheetElement[]>()
  for (const element of sheet.elements) {
    const key = [element.from, element.to].sort((a, b) => a - b).join()
    const beside = parallel.get(key)
    if (beside) beside.push(element)
    else parallel.set(key, [element])
  }
  for (const beside of parallel.values()) {
    if (beside.length > 1) groups.push({ kind: 'parallel', members: beside.map(({ id }) => id) })
  }
  const seen = new Set<number>()
  for (const element of sheet.elements) {
    if (seen.has(element.id)) continue
    const path = seriesPath(sheet, at, element)
    for (const { id } of path) seen.add(id)
    if (path.length > 1) groups.push({ kind: 'series', members: path.map(({ id }) => id) })
  }
  const first = (group: Group) => group.members.reduce((least, member) => Math.min(least, member))
  return groups.sort((a, b) => first(a) - first(b))
}

/** The whole series path that an element lies on, from one junction (or end of the supply) to the next. */
export function seriesPath(
  sheet: Sheet,
  at: ReadonlyMap<number, readonly SheetElement[]>,
  element: SheetElement,
): SheetElement[] {
  const walk = (start: number): SheetElement[] => {
    const found: SheetElement[] = []
    let here = element
    let node = start
    while (isSeriesNode(sheet, at, node)) {
      const next = at.get(node)?.find(({ id }) => id !== here.id)
      if (next === undefined || next.id === element.id) break
      found.push(next)
      node = next.from === node ? next.to : next.from
      here = next
    }
    return found
  }
  return [...walk(element.from).reverse(), element, ...walk(element.to)]
}

/** Whether what is left of a sheet without some of its elements is still one piece, its supply between its ends. */
function isOnePiece({ elements, start, finish }: Sheet, without: readonly number[]): boolean {
  const nodes = new Set([start, finish, ...elements.flatMap(({ from, to }) => [from, to])])
  const pieces = piecesOf(
    elements.filter(({ id }) => !without.includes(id)),
    [start, finish],
  )
  return [...nodes].every((node) => pieces(node) === pieces(start))
}

/** For each node a node that stands for the piece in which it lies, joined by these elements and by this pair of nodes. */
function piecesOf(elements: readonly SheetElement[], tie: readonly number[] = []): (node: number) => number {
  const above = new Map<number, number>()
  const top = (node: number): number => {
    let here = node
    for (let next = above.get(here); next !== undefined; next = above.get(here)) here = next
    return here
  }
  const join = (a: number, b: number) => {
    const [one, other] = [top(a), top(b)]
    if (one !== other) above.set(other, one)
  }
  for (const { from, to } of elements) join(from, to)
  if (tie.length === 2) join(tie[0], tie[1])
  return top
}

/**
 * Elements of a sheet that lie in series with each other though blocks with two ends may lie between: what goes through one
 * must go through the others. Two are such a pair if without both the rest, the supply with it, falls apart (a cut of two
 * edges).
 *
 * @returns the elements in the order in which the current meets them; null where they are none
 */
export function inSeriesApart(sheet: Sheet, ids: readonly number[]): SheetElement[] | null {
  const chosen = ids.flatMap((id) => sheet.elements.find((element) => element.id === id) ?? [])
  if (chosen.length < 2 || chosen.slice(1).some(({ id }) => isOnePiece(sheet, [chosen[0].id, id]))) return null
  const pieces = piecesOf(sheet.elements.filter(({ id }) => !ids.includes(id)))
  const found: SheetElement[] = []
  for (let piece = pieces(sheet.start); found.length < chosen.length;) {
    const next = chosen.find((element) => !found.includes(element) && pieces(element.from) === piece)
    if (!next) return null
    found.push(next)
    piece = pieces(next.to)
  }
  return found
}

/** A node that becomes one with another, which stays. */
export type Closing = readonly [stays: number, goes: number]

/**
 * The places that close up where members of a series group lie apart: the equivalent stands in the place of the first, at
 * each other place two nodes become one. None where the members lie on one path, or in parallel.
 */
export function closingsOf(sheet: Sheet, { kind, members }: Group): Closing[] {
  if (kind === 'parallel') return []
  const at = elementsAt(sheet)
  const elements = members.map((id) => sheet.elements.find((element) => element.id === id) as SheetElement)
  const isNext = (a: SheetElement, b: SheetElement) =>
    [a.from, a.to].some((node) => (node === b.from || node === b.to) && isSeriesNode(sheet, at, node))
  if (elements.slice(1).every((it, i) => isNext(elements[i], it))) return []
  const closings: Closing[] = []
  for (const { from, to } of elements.slice(1)) {
    const [a, b] = [closed(from, closings), closed(to, closings)]
    // The supply's ends stay.
    closings.push(b === sheet.finish || b === sheet.start ? [b, a] : [a, b])
  }
  return closings
}

/** The node that a node has become. */
export function closed(node: number, closings: readonly Closing[]): number {
  return closings.reduce((here, [stays, goes]) => (here === goes ? stays : here), node)
}

/**
 * The sheet with a group replaced by one equivalent.
 * @param id the element id of the equivalent; must not be on the sheet
 */
export function combine(sheet: Sheet, group: Group, id: number): Sheet {
  const members = group.members.map((member) => sheet.elements.find((element) => element.id === member))
  const [first, second] = members
  if (!first || !second || members.includes(undefined))
    throw new RangeError('a group needs two or more elements of the sheet')
  const kept = sheet.elements.filter((element) => !group.members.includes(element.id))
  const closings = closingsOf(sheet, group)
  if (closings.length > 0) {
    const at = (node: number) => closed(node, closings)
    const elements = [...kept, { id, from: first.from, to: first.to }]
    return { ...sheet, elements: elements.map((it) => ({ ...it, from: at(it.from), to: at(it.to) })) }
  }
  const last = members[members.length - 1] as SheetElement
  const joint = [first.from, first.to].find((node) => node === second.from || node === second.to) as number
  const before = members[members.length - 2] as SheetElement
  const lastJoint = [last.from, last.to].find((node) => node === before.from || node === before.to) as number
  const ends =
    group.kind === 'parallel'
      ? { from: first.from, to: first.to }
      : { from: first.from === joint ? first.to : first.from, to: last.from === lastJoint ? last.to : last.from }
  return { ...sheet, elements: [...kept, { id, ...ends }] }
}
