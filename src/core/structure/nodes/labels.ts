import { joinPoints, type Ends } from './points'

/** How nodes are labelled unless the person renamed them: 1, 2, 3 … or A, B, C …. */
export type Naming = 'numbers' | 'letters'

/** Labels that the person gave, by a point of the node. */
export type GivenLabels = Readonly<Record<string, string>>

/** A node as far as the points alone tell: its label and the points it joins. */
export interface LabelledPoints {
  readonly label: string
  readonly points: readonly string[]
}

/**
 * The label of each node, in order. A label that was given to one of a node's points stands there, unless a node before
 * has it; the others are numbered or lettered, passing over labels that were given.
 */
export function labelNodes(
  points: readonly (readonly string[])[],
  naming: Naming,
  labels?: GivenLabels | null,
): readonly string[] {
  const given = labels ?? {}
  const taken = new Set<string>()
  const own = points.map((names) => {
    const point = names.find((name) => Object.hasOwn(given, name) && !taken.has(given[name]))
    if (point === undefined) return null
    taken.add(given[point])
    return given[point]
  })
  let number = 0
  return own.map((label) => {
    if (label !== null) return label
    let next: string
    do next = naming === 'letters' ? letters(number++) : String(++number)
    while (taken.has(next))
    return next
  })
}

/** A … Z, AA, AB …. */
function letters(number: number): string {
  const last = String.fromCharCode(65 + (number % 26))
  return number < 26 ? last : letters(Math.floor(number / 26) - 1) + last
}

/** The nodes of parts that make no network yet, in the order in which the parts list them. */
export function roughNodes(parts: readonly Ends[], naming: Naming, given?: GivenLabels): LabelledPoints[] {
  const { points, nodeOf, nodes } = joinPoints(parts)
  const names: string[][] = Array.from({ length: nodes }, () => [])
  for (const [name, point] of points) names[nodeOf[point]].push(name)
  const labels = labelNodes(names, naming, given)
  return names.map((joined, i) => ({ label: labels[i], points: joined }))
}
