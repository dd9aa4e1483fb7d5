import { fold } from '@/core/network'

/** What stands in the empty field of the palette. */
export const finderHint = 'a network, or what to do'

interface Named {
  readonly id: string
  readonly title: string
}

/** Whether a name has each word that was typed, without regard to case and accents. */
export function namedLike(name: string, typed: string): boolean {
  const folded = fold(name)
  return fold(typed)
    .split(/\s+/)
    .every((word) => folded.includes(word))
}

/** What tells a network from all others, in the palette. */
export function valueOf({ id, title }: Named): string {
  return `${title} ${id}`.trim()
}

/** What Enter takes unless the person went elsewhere: the network or else the command that is shown first; null if none is. */
export function firstShown(networks: readonly Named[], commands: readonly { readonly name: string }[]): string | null {
  return networks.length > 0 ? valueOf(networks[0]) : (commands[0]?.name ?? null)
}
