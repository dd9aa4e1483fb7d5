import type { Reduction } from './reduction'

const longest = 14

/**
 * Names every element: resistors by their part name, equivalents by their members, `R2+3`, `(R2+3)‖4`, with `‖`
 * binding tighter than `+` as in the formula line; the last one is `Req`, and one whose name would be longer
 * than 14 characters is `Req1`, `Req2`… by its step. Every name is used once.
 */
export function nameElements(reduction: Reduction, partNames: readonly string[]): string[] {
  const names = reduction.leaves.map((part) => partNames[part])
  const used = new Set(partNames)
  const kinds: ('series' | 'parallel' | null)[] = names.map(() => null)
  const complete = reduction.left.length === 1
  reduction.steps.forEach((step, k) => {
    const last = complete && k === reduction.steps.length - 1
    const wanted = last ? 'Req' : byMembers(step.kind, step.members, names, kinds)
    const name = wanted !== null && !used.has(wanted) ? wanted : unused(used, last ? 'Req' : `Req${k + 1}`)
    used.add(name)
    names.push(name)
    kinds.push(wanted === null ? null : step.kind)
  })
  return names
}

type Kind = 'series' | 'parallel' | null

function byMembers(
  kind: 'series' | 'parallel',
  members: readonly number[],
  names: readonly string[],
  kinds: readonly Kind[],
): string | null {
  let total = 0
  for (const member of members) if ((total += names[member].length) > 3 * longest) return null
  const shown = members.map((member, i) => {
    const name = i === 0 ? names[member] : withoutLetter(names[member])
    return kind === 'parallel' && kinds[member] === 'series' ? `(${name})` : name
  })
  const joined = shown.join(kind === 'series' ? '+' : '‖')
  return joined.length <= longest ? joined : null
}

/** `R3` → `3`, `R2+3` → `2+3`; other names stay whole. */
function withoutLetter(name: string): string {
  return /^R\d/.test(name) ? name.slice(1) : /^\(R\d/.test(name) ? `(${name.slice(2)}` : name
}

function unused(used: ReadonlySet<string>, name: string): string {
  while (used.has(name)) name += '′'
  return name
}
