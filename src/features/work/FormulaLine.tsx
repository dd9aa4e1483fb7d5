import clsx from 'clsx'
import { useMemo, useState } from 'react'
import { toast } from 'sonner'
import { useStore } from 'zustand'
import { applyFormula, writeFormula } from '@/core/formula'
import { readNetwork, type NetworkDocument } from '@/core/network'
import { wire } from '@/core/nodes'
import type { WorkStore } from './store'

/** The network as one line; what is typed is taken over as soon as it makes sense. */
export function FormulaLine({ store }: { readonly store: WorkStore }) {
  const document = useStore(store, (state) => state.document)
  const half = useStore(store, (state) => state.typing.formula)
  const [edit, setEdit] = useState<{ readonly text: string; readonly base: NetworkDocument } | null>(null)
  const written = useMemo(() => {
    const read = readNetwork(document)
    return read.ok
      ? {
          formula: writeFormula(read.network, wire(read.network)),
          resistors: read.network.parts.some(({ kind }) => kind === 'resistor'),
        }
      : null
  }, [document])
  const text = half ?? edit?.text ?? written?.formula?.text ?? ''
  const applied = half === undefined ? null : applyFormula(document, half)
  const problem = applied && !applied.ok ? applied.problem : null
  const left = written?.formula?.left ?? []
  const noFormula = edit === null && half === undefined && written?.formula === null && written.resistors

  const type = (typed: string) => {
    // Always from the document as it was when the editing began, so that half a formula loses nothing.
    const base = edit?.base ?? document
    setEdit({ text: typed, base })
    const result = applyFormula(base, typed)
    store.type({ formula: result.ok ? undefined : typed })
    if (result.ok) store.change(result.document, 'formula')
  }
  const leave = () => {
    store.pause()
    if (edit && half === undefined) {
      const result = applyFormula(edit.base, edit.text)
      if (result.ok && result.gone.length > 0) {
        toast(`Not in the new formula, and so taken out: ${result.gone.join(', ')}`, {
          duration: 10_000,
          action: { label: 'Undo', onClick: store.undo },
        })
      }
    }
    setEdit(null)
  }
  return (
    <div className="min-w-64 flex-1">
      <input
        id="formula"
        aria-label="The network as a formula"
        aria-invalid={problem !== null}
        aria-describedby={problem || left.length > 0 || noFormula ? 'formula-note' : undefined}
        value={text}
        placeholder={noFormula ? 'a bridge has no formula; edit it in the parts list' : '1.5 + (10 + 20) // 15 + 1'}
        spellCheck={false}
        autoComplete="off"
        onFocus={() => setEdit({ text, base: document })}
        onChange={(event) => type(event.target.value)}
        onBlur={leave}
        onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
        className={clsx('h-9 w-full field font-mono placeholder:text-soft', problem && '!border-trouble')}
      />
      {problem && half !== undefined && (
        <p id="formula-note" role="alert" className="mt-1 text-xs text-trouble">
          <code className="mr-2 font-mono whitespace-pre">
            {problem.at > 20 && '…'}
            {half.slice(Math.max(0, problem.at - 20), problem.at)}
            <mark className="bg-trouble-wash text-trouble underline decoration-wavy">
              {half.slice(problem.at, problem.end) || ' '}
            </mark>
            {half.slice(problem.end, problem.end + 10)}
          </code>
          {problem.message}
        </p>
      )}
      {!problem && left.length > 0 && (
        <p id="formula-note" className="mt-1 text-xs text-soft">
          not shown in the formula: {left.slice(0, 12).join(', ')}
          {left.length > 12 && ` and ${left.length - 12} more`}
        </p>
      )}
      {noFormula && (
        <p id="formula-note" className="mt-1 text-xs text-soft">
          this network has no formula; a new one replaces it
        </p>
      )}
    </div>
  )
}
