import { knobsOf, withChanges, type Changes, type Worksheet } from '@/core/worksheet'
import type { WorkStore } from '@/ui/network/store'

/** Makes changes part of the network as it was drawn, as one change that can be undone. */
export function keepChanges(store: WorkStore, base: Worksheet, changes: Changes): void {
  const { document } = store.getState()
  store.change(
    withChanges(document, knobsOf(base), changes, ({ typed }) => typed),
    null,
  )
}
