import type { Miss } from '@/core/entry'

/** What tells a miss from the others. */
export function keyOf({ part, end }: Miss): string {
  return `${part} ${end}`
}

/** The question a bare end raises. */
export function missText({ part, short, over }: Miss, node: string | undefined): string {
  return short
    ? `An end of ${part} stops one peg short of node ${node ?? '?'}: did you mean to join these?`
    : `An end of ${part} lies on ${over ?? '?'} without joining it: did you mean to join these?`
}
