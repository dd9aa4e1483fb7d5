import { useCallback, useEffect, useRef, useState } from 'react'
import type { DraftKind } from './draft'
import type { StorageTrouble } from './draftStorage'
import { keep, type Keeper, type Keeping } from './keep'
import { saveGoesOn } from './underWay'
import type { Saving } from './versionedSave'

/** Where a kept document stands, and actions with it. */
export interface Kept<C> extends Pick<Keeper<C>, 'put' | 'choose' | 'goOn'> {
  /** Whether it is kept; null while it is fetched, and where there is none. */
  readonly saving: Saving<C> | null
  readonly notKept: StorageTrouble | null
}

/**
 * Keeps the document that a screen has, and tells the screen of what comes from elsewhere; see {@link keep}. The screen has the
 * content. What is not said of another id holds for as long as the id is the same.
 */
export function useKept<K extends DraftKind, C>(
  keeping: Omit<Keeping<K, C>, 'id' | 'show'> & {
    readonly id: string | null
    /** What is on the screen already, if it is not what is known. */
    readonly changed?: C
  },
): Kept<C> {
  const { kind, id, known } = keeping
  const latest = useRef(keeping)
  useEffect(() => {
    latest.current = keeping
  })
  const fresh = { id, saving: known ? ({ state: 'saved' } as const) : null, notKept: null }
  const [state, setState] = useState<Pick<Kept<C>, 'saving' | 'notKept'> & { readonly id: string | null }>(fresh)
  const keeper = useRef<Keeper<C> | null>(null)
  useEffect(() => {
    if (id === null) return
    const made = keep<K, C>({
      ...latest.current,
      id,
      pack: (content) => latest.current.pack(content),
      become: (content, from, beside) => latest.current.become(content, from, beside),
      show: (saving, notKept) => setState({ id, saving, notKept }),
    })
    keeper.current = made
    if (latest.current.changed !== undefined) made.put(latest.current.changed)
    return () => {
      keeper.current = null
      saveGoesOn(made.stop())
    }
  }, [kind, id])
  useFlush(useCallback(async (leaving) => keeper.current?.flush(leaving), []))
  const { saving, notKept } = state.id === id ? state : fresh
  return {
    saving,
    notKept,
    put: useCallback((content, beside) => keeper.current?.put(content, beside), []),
    choose: useCallback((which) => keeper.current?.choose(which) ?? null, []),
    goOn: useCallback((version) => keeper.current?.goOn(version), []),
  }
}

/** Sends what waits as soon as the person leaves: by a link, to another window, or by closing this one. */
export function useFlush(flush: (leaving: boolean) => Promise<void>): void {
  useEffect(() => {
    const onLink = (event: MouseEvent) => {
      if (event.target instanceof Element && event.target.closest('a[href]')) void flush(false)
    }
    const onHidden = () => {
      if (document.visibilityState === 'hidden') void flush(true)
    }
    const onLeave = () => void flush(true)
    document.addEventListener('click', onLink, { capture: true })
    document.addEventListener('visibilitychange', onHidden)
    window.addEventListener('pagehide', onLeave)
    return () => {
      document.removeEventListener('click', onLink, { capture: true })
      document.removeEventListener('visibilitychange', onHidden)
      window.removeEventListener('pagehide', onLeave)
    }
  }, [flush])
}
