import type { Sheet } from '../reduction'
import type { Element, Stage, Stages } from './stage'

type Elements = Pick<Stages, 'elements'>

/** The resistors inside an element, by element id, in listed order: itself where it is one. */
export function insideOf({ elements }: { readonly elements: readonly Pick<Element, 'made'>[] }, id: number): number[] {
  const found: number[] = []
  const open = [id]
  for (let next = open.pop(); next !== undefined; next = open.pop()) {
    const { made } = elements[next]
    if (made) open.push(...made.members)
    else found.push(next)
  }
  return found.sort((a, b) => a - b)
}

/** How a document names an element: the names of the resistors inside it, joined by spaces. */
export function elementKey(stages: Elements, id: number): string {
  return insideOf(stages, id)
    .map((leaf) => stages.elements[leaf].name)
    .join(' ')
}

/** An element and every equivalent that takes it in, from the inside outward. */
export function outwardFrom({ elements }: Elements, id: number): number[] {
  const found: number[] = []
  for (let next: number | null = id; next !== null; next = elements[next].into) found.push(next)
  return found
}

/**
 * The sheet of a stage after its first `count` steps. Elements stand in the order of the first-listed resistor in them,
 * so that an equivalent takes the place of what it was made of. Nodes are those of the stage.
 */
export function sheetOf({ wiring, starts, steps, from, to }: Stage, count: number): Sheet {
  const first = new Map(starts.map((id, i) => [id, i]))
  const standing = [...starts] as (number | undefined)[]
  for (const { members, result } of steps.slice(0, count)) {
    const places = members.map((member) => first.get(member) as number)
    const least = places.reduce((a, b) => Math.min(a, b))
    for (const place of places) standing[place] = undefined
    standing[least] = result
    first.set(result, least)
  }
  const elements = standing.flatMap((id) => (id === undefined ? [] : [{ id, from: from[id], to: to[id] }]))
  return { elements, start: wiring.start, finish: wiring.finish }
}
