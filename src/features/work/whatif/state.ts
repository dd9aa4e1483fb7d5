import type { Changes, Worksheet } from '@/core/worksheet'

/** A state of the network that is held against others. */
export interface Held {
  readonly label: string
  readonly worksheet: Worksheet
}

/** What the network would be with some changes, and what was kept to be compared. */
export interface WhatIf {
  /** The worksheet as it is drawn. */
  readonly base: Worksheet
  readonly changes: Changes
  /** The worksheet with the changes. */
  readonly worksheet: Worksheet
  readonly held: readonly Held[]
}

export type ChangeWhatIf = (next: WhatIf | null) => void
