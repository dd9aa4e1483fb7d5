import { elementKey, type Stages } from '../../structure'

/**
 * Names the current of every element, without its I: one for all that lie in series, 0 for the whole, then 1, 2 … as the
 * currents part. A name belongs to its branch, so that it stays from sheet to sheet.
 *
 * @param source stands for the whole in the names that were given
 * @param given names that the person gave, by {@link currentKeys}
 */
export function nameCurrents(
  stages: Stages,
  whole: number,
  source: string,
  given: Readonly<Record<string, string>>,
): string[] {
  const branches = branchesOf(stages, whole)
  const keys = branches.map((branch) => keyOf(stages, branch, whole, source))
  const taken = new Set<string>()
  const own = keys.map((key) => {
    const name = Object.hasOwn(given, key) && !taken.has(given[key]) ? given[key] : null
    if (name !== null) taken.add(name)
    return name
  })
  const names: string[] = []
  let number = 0
  branches.forEach((branch, i) => {
    let name = own[i]
    while (name === null) {
      if (!taken.has(String(number))) name = String(number)
      number += 1
    }
    for (const id of branch) names[id] = name
  })
  return names
}

/** The branches with what a document names each by: a resistor in it, else all that are inside; the source for the whole. */
export function currentKeys(stages: Stages, whole: number, source: string): { key: string; element: number }[] {
  return branchesOf(stages, whole).map((branch) => ({
    key: keyOf(stages, branch, whole, source),
    element: branch[0],
  }))
}

function keyOf(stages: Stages, branch: readonly number[], whole: number, source: string): string {
  if (branch.includes(whole)) return source
  const { elements } = stages
  const resistors = branch.filter((id) => elements[id].part !== null)
  if (resistors.length > 0) return elements[Math.min(...resistors)].name
  return elements[branch[0]].made ? elementKey(stages, branch[0]) : elements[branch[0]].name
}

/** The elements that carry one current, the outermost first: the whole, then the branches in the order in which currents part. */
function branchesOf(stages: Pick<Stages, 'elements' | 'stages'>, whole: number): number[][] {
  const { elements } = stages
  // What takes an element in has a higher id than it.
  const tops: number[] = []
  for (let id = elements.length - 1; id >= 0; id--) {
    const { into } = elements[id]
    tops[id] = into !== null && elements[into].made?.kind === 'series' ? tops[into] : id
  }
  const firsts: number[] = []
  elements.forEach(({ made }, id) => (firsts[id] = made ? Math.min(...made.members.map((it) => firsts[it])) : id))
  const branches = new Map<number, number[]>()
  const begin = (id: number) => {
    if (!branches.has(tops[id])) branches.set(tops[id], [])
  }
  begin(whole)
  const later: number[] = []
  const open = [...new Set(stages.stages.flatMap(({ left }) => [...left].sort((a, b) => a - b)))].reverse()
  for (let id = open.pop(); id !== undefined; id = open.pop()) {
    begin(id)
    const made = elements[id].made
    if (!made) continue
    const members = made.kind === 'series' ? made.members : side(made.members)
    if (made.kind === 'parallel') members.forEach(begin)
    open.push(...[...members].reverse())
  }
  for (const id of later) begin(id)
  elements.forEach((_, id) => {
    begin(id)
    branches.get(tops[id])?.push(id)
  })
  for (const branch of branches.values()) branch.sort((a, b) => b - a)
  return [...branches.values()]

  /** The members of a parallel group in the order of their resistors; what two of them make together is named last. */
  function side(members: readonly number[]): number[] {
    const found: number[] = []
    const within = [...members]
    for (let id = within.pop(); id !== undefined; id = within.pop()) {
      const { made } = elements[id]
      if (made?.kind !== 'parallel') found.push(id)
      else {
        later.push(id)
        within.push(...made.members)
      }
    }
    return found.sort((a, b) => firsts[a] - firsts[b])
  }
}
