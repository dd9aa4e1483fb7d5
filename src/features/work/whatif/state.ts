import { isChanged, type Changes, type Worksheet } from '@/core/worksheet'

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

/** The same with other changes; null once nothing is otherwise and nothing is kept. */
export function withOther(whatIf: WhatIf | null, next: Pick<WhatIf, 'base' | 'changes' | 'worksheet'>): WhatIf | null {
  const held = whatIf?.held ?? []
  return isChanged(next.changes) || held.length > 0 ? { ...next, held } : null
}

export type ChangeWhatIf = (next: WhatIf | null) => void
