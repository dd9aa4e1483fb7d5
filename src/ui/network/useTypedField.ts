import { useState } from 'react'
import { useStore } from 'zustand'
import type { NetworkDocument } from '@/core/network'
import type { Typing, WorkStore } from './store'

type Applied = { readonly ok: true; readonly document: NetworkDocument } | { readonly ok: false }

interface TypedField<R extends Applied> {
  /** What stands in the field while it is edited, or makes no sense yet; undefined when the document says it. */
  readonly text: string | undefined
  /** Why what was typed makes no sense yet. */
  readonly refused: Extract<R, { ok: false }> | null
  /** What the editing that goes on has come to; null if none does, or it makes no sense yet. */
  readonly applied: () => Extract<R, { ok: true }> | null
  readonly begin: (text: string) => void
  readonly type: (text: string) => void
  readonly leave: () => void
}

/**
 * A field whose text means a change of the document. It is taken over as soon as it makes sense, and always from the
 * document as it was when the editing began, so that half a text loses nothing. What makes no sense yet is kept.
 */
export function useTypedField<R extends Applied>(
  store: WorkStore,
  field: keyof Typing,
  apply: (document: NetworkDocument, text: string) => R,
): TypedField<R> {
  const document = useStore(store, (state) => state.document)
  const half = useStore(store, (state) => state.typing[field])
  const [edit, setEdit] = useState<{ readonly text: string; readonly base: NetworkDocument } | null>(null)
  const onDocument = half === undefined ? null : apply(document, half)
  return {
    text: half ?? edit?.text,
    refused: onDocument && !onDocument.ok ? (onDocument as Extract<R, { ok: false }>) : null,
    applied: () => {
      if (edit === null || half !== undefined) return null
      const result = apply(edit.base, edit.text)
      return result.ok ? (result as Extract<R, { ok: true }>) : null
    },
    begin: (text) => setEdit({ text, base: document }),
    type: (text) => {
      // What was changed elsewhere since this field was entered stays.
      const { document: now, lastChange } = store.getState()
      const base = edit !== null && lastChange === field ? edit.base : now
      setEdit({ text, base })
      const result = apply(base, text)
      store.type({ [field]: result.ok ? undefined : text })
      if (result.ok) store.change(result.document, field)
    },
    leave: () => {
      store.pause()
      setEdit(null)
    },
  }
}
