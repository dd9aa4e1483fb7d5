'use client'

import { createContext, useContext, useEffect, useMemo, useState, type ReactNode } from 'react'
import { useStore } from 'zustand'
import { api, type SavedNetwork } from '../api'
import { useSettings } from '../settings'
import { autosave } from './autosave'
import { claimDraftSlot } from './draftSlot'
import { createWorkStore, type WorkStore } from './store'
import { useWorksheet, type Worked } from './useWorksheet'

interface Opened {
  readonly store: WorkStore
  readonly worked: Worked
}

const Context = createContext<Opened | null>(null)

/** Holds the open network for all its screens: one store with undo and redo, worked out once per change, kept by itself. */
export function OpenNetwork({ record, children }: { readonly record: SavedNetwork; readonly children: ReactNode }) {
  const [store] = useState(() => createWorkStore(record))
  const document = useStore(store, (state) => state.document)
  const { settings } = useSettings()
  const worked = useWorksheet(document, settings.nodes)
  useEffect(() => keep(store), [store])
  const opened = useMemo(() => ({ store, worked }), [store, worked])
  return <Context.Provider value={opened}>{children}</Context.Provider>
}

export function useOpenNetwork(): Opened {
  const opened = useContext(Context)
  if (!opened) throw new Error('a network is open inside OpenNetwork')
  return opened
}

/** Saves by itself while the network is open. What the browser remembered of the page may be older than what is saved. */
function keep(store: WorkStore): () => void {
  let closed = false
  let stop = () => {
    closed = true
  }
  const { id, document, version } = store.getState()
  const newest = api.find(id).then((answer) => {
    const untouched = store.getState().document === document
    if (answer.ok && untouched && answer.body.version > version)
      store.setState({ document: answer.body.document, version: answer.body.version })
  })
  const claimed = claimDraftSlot(id, localStorage, navigator.locks as LockManager | undefined)
  void Promise.all([claimed, newest]).then(([{ key, release }]) => {
    if (closed) return release()
    const stopSaving = autosave(store, api, localStorage, key)
    stop = () => {
      stopSaving()
      release()
    }
  })
  return () => stop()
}
