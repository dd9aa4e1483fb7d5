import { isChanged, type Changes, type Worksheet, workChanged, knobsOf, withChanges } from '@/core/worksheet'
import { toast } from '@/ui/toast'
import type { WorkStore } from '@/ui/network/store'

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

/** The network with some changes; null where that cannot be, and the reason is said. */
export function workOrSay(base: Worksheet, changes: Changes): Worksheet | null {
  const worksheet = isChanged(changes) ? workChanged(base, changes) : base
  if (!('status' in worksheet)) return worksheet
  toast.error(worksheet.problems.map(({ message }) => message).join('; '))
  return null
}

/** The network with other changes, this state kept to be compared; null where that cannot be, and the reason is said. */
export function tryChanges(base: Worksheet, changes: Changes, label: string, whatIf: WhatIf | null): WhatIf | null {
  const worksheet = workOrSay(base, changes)
  if (!worksheet) return null
  const held = whatIf?.held ?? []
  const isHeld = label === '' || held.some((it) => it.label === label)
  return { base, changes, worksheet, held: isHeld ? held : [...held, { label, worksheet }] }
}

/** Makes changes part of the network as it was drawn, as one change that can be undone. */
export function keepChanges(store: WorkStore, base: Worksheet, changes: Changes): void {
  const { document } = store.getState()
  store.change(
    withChanges(document, knobsOf(base), changes, ({ typed }) => typed),
    null,
  )
}
