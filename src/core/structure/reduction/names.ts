import type { Reduction } from './reduction'

const longest = 14

/** How equivalents are named. */
export type NamesOf = 'members' | 'letters' | 'numbers'

/**
 * Names every element: resistors by their part name, equivalents by their members, `R2+3`, `(R2+3)‖4`, with `‖`
 * binding tighter than `+` as in the formula line; the last one is `Req`, and one whose name would be longer
 * than 14 characters is `Req1`, `Req2`… by its step. With `letters` they are `Ra`, `Rb`… in the order of the steps,
 * with `numbers` `Req1`, `Req2`…; the last one is `Req` always. Every name is used once.
 *
 * @param taken names that stand elsewhere in the same worksheet
 */
export function nameElements(
  reduction: Reduction,
  partNames: readonly string[],
  naming: NamesOf = 'members',
  taken: ReadonlySet<string> = new Set(),
): string[] {
  const names = reduction.leaves.map((part) => partNames[part])
  const used = new Set([...taken, ...partNames])
  const kinds: ('series' | 'parallel' | null)[] = names.map(() => null)
  const complete = reduction.left.length === 1
  let letter = 0
  reduction.steps.forEach((step, k) => {
    const last = complete && k === reduction.steps.length - 1
    const wanted = last ? 'Req' : wantedName(k)
    const name = wanted !== null && !used.has(wanted) ? wanted : unused(used, last ? 'Req' : `Req${k + 1}`)
    used.add(name)
    names.push(name)
    kinds.push(wanted === null ? null : step.kind)
  })
  return names

  function wantedName(k: number): string | null {
    const { kind, members } = reduction.steps[k]
    if (naming === 'letters') {
      while (used.has(`R${letters(letter)}`)) letter++
      return `R${letters(letter)}`
    }
    return naming === 'numbers' ? `Req${k + 1}` : byMembers(kind, members, names, kinds)
  }
}

/** `a`, `b`, … `z`, `aa`, `ab`… */
function letters(k: number): string {
  let text = ''
  for (let rest = k + 1; rest > 0; rest = Math.floor((rest - 1) / 26))
    text = String.fromCharCode(97 + ((rest - 1) % 26)) + text
  return text
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
