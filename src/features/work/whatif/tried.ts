import { isChanged, workChanged, type Changes, type Worksheet } from '@/core/worksheet'
import { toast } from '@/ui/toast'
import type { WhatIf } from './state'

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
