import clsx from 'clsx'
import { useStore } from 'zustand'
import { applySupplyText, supplyText } from '@/core/entry'
import type { WorkStore } from './store'
import { useMounted } from '../useMounted'
import { useTypedField } from './useTypedField'

/** What is known of the supply; the unit decides what it is. */
export function SourceField({ store }: { readonly store: WorkStore }) {
  const document = useStore(store, (state) => state.document)
  const mounted = useMounted()
  const field = useTypedField(store, 'source', applySupplyText)
  const supply = document.parts.find(({ kind }) => kind === 'source' || kind === 'terminals')
  const text = field.text ?? supplyText(document)
  const problem = field.refused?.message ?? null
  return (
    <div className="max-w-36 sm:max-w-64">
      <label className={clsx('flex h-9 items-center gap-1.5 field font-mono', problem && '!border-trouble')}>
        <span className="shrink-0 whitespace-nowrap text-soft">
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
          readOnly={!mounted}
          autoComplete="off"
          onFocus={() => field.begin(text)}
          onChange={(event) => field.type(event.target.value)}
          onBlur={field.leave}
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
