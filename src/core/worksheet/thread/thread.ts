import { closure, type Line } from '../derivation'
import { nameOf, type Worksheet } from '../worked'

/** Which way a thread runs: to all that a value was found from, or to all that was found from it. */
export type Direction = 'from' | 'to'

/** A value, and every value that it hangs together with. */
export interface Thread {
  /** The line of the value. */
  readonly end: number
  readonly direction: Direction
  /** Lines of all its values, the end included, in the order in which they were worked out. */
  readonly lines: readonly number[]
}

type Worked = Pick<Worksheet, 'derivation' | 'shown'>

/**
 * The thread of a value: what its line uses, what that uses, and so on; or what uses it, and what uses that. What a
 * worksheet leaves out is on no thread.
 */
export function threadOf({ derivation: { lines }, shown }: Worked, end: number, direction: Direction): Thread {
  if (direction === 'from') return { end, direction, lines: [...closure(lines, [end])].sort((a, b) => a - b) }
  const reached = new Set([end])
  // What a line uses stands before it.
  for (const id of shown) if (lines[id].uses.some((use) => reached.has(use))) reached.add(id)
  return { end, direction, lines: [...reached].sort((a, b) => a - b) }
}

/** What a value was found from directly, or what was found from it directly. */
export function besideOnThread({ derivation: { lines }, shown }: Worked, id: number, direction: Direction): number[] {
  if (direction === 'from') return [...new Set(lines[id].uses)]
  return shown.filter((user) => lines[user].uses.includes(id))
}

/** The thread as it is walked from its end. */
export function walkOf({ lines, direction }: Thread): readonly number[] {
  return direction === 'from' ? [...lines].reverse() : lines
}

/** The line of the same value in another worksheet of a network; undefined where it has none. */
export function sameValue(before: Worksheet, id: number, after: Worksheet): number | undefined {
  const { quantity, of } = before.derivation.lines[id]
  const name = nameOf(before, { quantity, of })
  const isSame = (it: number | undefined): it is number => {
    const line: Line | undefined = it === undefined ? undefined : after.derivation.lines[it]
    return line !== undefined && nameOf(after, line) === name && after.shown.includes(line.id)
  }
  const here = after.derivation.found[quantity][of]
  return isSame(here) ? here : after.derivation.found[quantity].find(isSame)
}
