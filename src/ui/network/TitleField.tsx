import { useStore } from 'zustand'
import { useMounted } from '../useMounted'
import type { WorkStore } from './store'

/** The network's title, edited in place. */
export function TitleField({ store }: { readonly store: WorkStore }) {
  const mounted = useMounted()
  const title = useStore(store, ({ document }) => document.title ?? '')
  return (
    <input
      aria-label="Title of the network"
      value={title}
      placeholder="Untitled network"
      maxLength={200}
      readOnly={!mounted}
      size={Math.max(12, Math.min(40, title.length + 1))}
      onChange={(event) => store.change({ ...store.getState().document, title: event.target.value }, 'title')}
      onBlur={store.pause}
      className="min-w-0 rounded border border-transparent bg-transparent px-1.5 py-1 font-medium placeholder:text-bar-soft hover:border-bar-line"
    />
  )
}
