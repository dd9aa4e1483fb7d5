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

/**
 * The sheet with a group replaced by one equivalent.
 * @param id the element id of the equivalent; must not be on the sheet
 */
export function combine(sheet: Sheet, group: Group, id: number): Sheet {
  const members = group.members.map((member) => sheet.elements.find((element) => element.id === member))
  const [first, second] = members
  if (!first || !second || members.includes(undefined))
    throw new RangeError('a group needs two or more elements of the sheet')
  const last = members[members.length - 1] as SheetElement
  const joint = [first.from, first.to].find((node) => node === second.from || node === second.to) as number
  const before = members[members.length - 2] as SheetElement
  const lastJoint = [last.from, last.to].find((node) => node === before.from || node === before.to) as number
  const ends =
    group.kind === 'parallel'
      ? { from: first.from, to: first.to }
      : { from: first.from === joint ? first.to : first.from, to: last.from === lastJoint ? last.to : last.from }
  const kept = sheet.elements.filter((element) => !group.members.includes(element.id))
  return { ...sheet, elements: [...kept, { id, ...ends }] }
}
