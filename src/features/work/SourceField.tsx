import clsx from 'clsx'
import { useState } from 'react'
import { useStore } from 'zustand'
import { applySupplyText, supplyText } from '@/core/formula'
import type { NetworkDocument } from '@/core/network'
import type { WorkStore } from './store'

/** What is known of the supply; the unit decides what it is. */
export function SourceField({ store }: { readonly store: WorkStore }) {
  const document = useStore(store, (state) => state.document)
  const half = useStore(store, (state) => state.typing.source)
  const [edit, setEdit] = useState<{ readonly text: string; readonly base: NetworkDocument } | null>(null)
  const supply = document.parts.find(({ kind }) => kind === 'source' || kind === 'terminals')
  const text = half ?? edit?.text ?? supplyText(document)
  const applied = half === undefined ? null : applySupplyText(document, half)
  const problem = applied && !applied.ok ? applied.message : null

  const type = (typed: string) => {
    const base = edit?.base ?? document
    setEdit({ text: typed, base })
    const result = applySupplyText(base, typed)
    store.type({ source: result.ok ? undefined : typed })
    if (result.ok) store.change(result.document, 'source')
  }
  return (
    <div className="max-w-64">
      <label className={clsx('flex h-9 items-center gap-1.5 field font-mono', problem && '!border-trouble')}>
        <span className="text-soft">
          {!supply ? 'source' : document.known && document.known.part !== supply.name ? 'known:' : `${supply.name} =`}
        </span>
        <input
          id="source"
          aria-label="What is known of the source"
          aria-invalid={problem !== null}
          aria-describedby={problem === null ? undefined : 'source-problem'}
          value={text}
          size={Math.max(7, text.length)}
          spellCheck={false}
          autoComplete="off"
          onFocus={() => setEdit({ text, base: document })}
          onChange={(event) => type(event.target.value)}
          onBlur={() => {
            setEdit(null)
            store.pause()
          }}
          className="min-w-0 bg-transparent outline-none"
        />
      </label>
      {problem && (
        <p id="source-problem" role="alert" className="mt-1 text-xs text-trouble">
          {problem}
        </p>
      )}
    </div>
  )
}
