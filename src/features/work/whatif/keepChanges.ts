import { bridgesOver, type Changes } from '@/core/worksheet'
import type { WorkStore } from '@/ui/network/store'

/** Makes changes part of the network, as one change that can be undone. */
export function keepChanges(store: WorkStore, changes: Changes): void {
  const { values, out } = changes
  const { document } = store.getState()
  const { known } = document
  const isKnown = known !== undefined && Object.hasOwn(values, known.part)
  const kept = document.parts
    .filter(({ name }) => !out.includes(name))
    .map((part) => {
      const value = Object.hasOwn(values, part.name) ? values[part.name].typed : undefined
      if (value === undefined) return part
      if (part.kind === 'resistor') return { ...part, resistance: value }
      return part.kind === 'source' && !isKnown ? { ...part, voltage: value } : part
    })
  store.change(
    {
      ...document,
      parts: [...kept, ...bridgesOver(document.parts, changes)],
      ...(isKnown && { known: { ...known, value: values[known.part].typed } }),
    },
    null,
  )
}
