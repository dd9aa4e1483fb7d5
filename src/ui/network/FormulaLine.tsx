import clsx from 'clsx'
import { useMemo, useRef, useState, type KeyboardEvent } from 'react'
import { toast } from '../toast'
import type { Worksheet } from '@/core/worksheet'
import { applyFormula, writeFormula, applySupplyText, supplyText, tellsSource } from '@/core/entry'
import type { Network, NetworkDocument } from '@/core/network'
import { wire } from '@/core/structure'
import { Button } from '../Button'
import { beginsNetwork, goHome, useHearing } from '../home'
import type { WorkStore, Typing } from './store'
import { useAwake } from '../awake'
import { flushSync } from 'react-dom'
import { useStore } from 'zustand'

interface Props {
  readonly store: WorkStore
  /** The network as it is now, null while something is wrong with it; and the last good worksheet. */
  readonly network: Network | null
  readonly worksheet: Worksheet | null
  /** Its notes lie over what stands below, which must not move. */
  readonly floating: boolean
}

/** A formula of another structure would replace what was drawn by hand: that is asked first. */
function applyUnlessDrawn(document: NetworkDocument, text: string) {
  const result = applyFormula(document, text)
  return result.ok && result.rebuilt && document.sketch?.points ? ({ ok: false, asks: true } as const) : result
}

/** What was typed without looking would replace any network: that is asked first. */
function applyUnlessThere(document: NetworkDocument, text: string) {
  const result = applyFormula(document, text)
  return result.ok && hasResistors(document) ? ({ ok: false, asks: true } as const) : result
}

function hasResistors({ parts }: NetworkDocument): boolean {
  return parts.some(({ kind }) => kind === 'resistor')
}

/** The network as one line; what is typed is taken over as soon as it makes sense. */
export function FormulaLine({ store, network, worksheet, floating }: Props) {
  const isAwake = useAwake()
  const [isHeard, setHeard] = useState(false)
  const field = useTypedField(store, 'formula', isHeard ? applyUnlessThere : applyUnlessDrawn)
  const input = useRef<HTMLInputElement>(null)
  const wasEmpty = useRef(false)
  useHearing((text) => {
    // Under a panel that has the screen to itself it takes nothing.
    if (!beginsNetwork(text) || !input.current || input.current.closest('[inert]')) return false
    input.current.focus()
    input.current.select()
    // Before the key is written.
    flushSync(() => setHeard(hasResistors(store.getState().document)))
    return true
  })
  const written = useMemo(() => {
    if (network === null) return null
    // A large network is still being worked out elsewhere.
    return worksheet?.network === network && worksheet.asked === null
      ? writeFormula(network, worksheet.wiring, worksheet.reduction)
      : writeFormula(network, wire(network))
  }, [network, worksheet])
  const half = field.text
  const text = half ?? written?.text ?? ''
  const problem = field.refused && 'problem' in field.refused ? field.refused.problem : null
  const asks = field.refused !== null && 'asks' in field.refused
  // Wires are in the nodes; what else is left out carries nothing.
  const left = (written?.left ?? []).filter((name) =>
    network?.parts.some((part) => part.name === name && part.kind === 'resistor'),
  )
  const bridge = worksheet?.outcome.status === 'not-series-parallel'
  const note = clsx(
    'mt-1 text-xs',
    floating &&
      'z-10 lg:absolute lg:top-full lg:rounded-b lg:border lg:border-t-0 lg:border-line lg:bg-panel lg:px-2 lg:py-1',
  )
  const noFormula =
    half === undefined && network !== null && written === null && network.parts.some(({ kind }) => kind === 'resistor')

  const tellGone = (gone: readonly string[]) => {
    if (gone.length > 0) {
      toast.undoable(`Removed, since they are not in the new formula: ${gone.join(', ')}`, store.undo)
    }
  }
  const leave = () => {
    tellGone(field.applied()?.gone ?? [])
    field.leave()
  }
  const replace = () => {
    const result = applyFormula(store.getState().document, text)
    store.type({ formula: undefined })
    setHeard(false)
    if (!result.ok) return
    store.change(result.document, null)
    field.leave()
    tellGone(result.gone)
  }
  const keep = () => {
    store.type({ formula: undefined })
    setHeard(false)
    field.leave()
  }
  // 9 V is no network, but tells what the source gives.
  const ofSource = problem && tellsSource(text) ? applySupplyText(store.getState().document, text) : null
  const onKeyDown = ({ key }: KeyboardEvent) => {
    if (key === 'Escape' && (asks || problem)) keep()
    if (key !== 'Enter' || (problem && !ofSource?.ok)) return
    if (ofSource?.ok) {
      keep()
      store.change(ofSource.document, null)
      return goHome()
    }
    if (asks) replace()
    // Nobody has said yet what the source gives: of a new network it is only supposed.
    const source = globalThis.document.getElementById('source')
    const isOpen = wasEmpty.current || supplyText(store.getState().document) === ''
    if (isOpen && source instanceof HTMLInputElement) {
      source.focus()
      source.select()
    } else goHome()
  }
  return (
    <div className="relative min-w-40 flex-1 sm:min-w-64">
      <input
        ref={input}
        id="formula"
        aria-label="The network as a formula"
        aria-invalid={problem !== null && !ofSource?.ok}
        aria-describedby={problem || asks || left.length > 0 || (noFormula && !floating) ? 'formula-note' : undefined}
        value={text}
        placeholder={
          noFormula
            ? bridge
              ? 'a bridge has no formula; edit it in the drawing or the parts list'
              : worksheet?.outcome.equivalent
                ? 'too long for one line; edit it in the parts list'
                : 'no formula yet: nothing closes the circuit'
            : '1.5 + (10 + 20) // 15 + 1'
        }
        spellCheck={false}
        readOnly={!isAwake}
        autoComplete="off"
        onFocus={() => {
          if (half === undefined) setHeard(false)
          wasEmpty.current = !hasResistors(store.getState().document)
          field.begin(text)
        }}
        onChange={(event) => field.type(event.target.value)}
        onBlur={leave}
        onKeyDown={onKeyDown}
        className={clsx(
          'h-9 w-full field font-mono placeholder:text-soft',
          problem && !ofSource?.ok && '!border-trouble',
        )}
      />
      {ofSource?.ok && (
        <p id="formula-note" role="status" className={note}>
          Enter gives this to the source.
        </p>
      )}
      {problem && !ofSource?.ok && (
        <p id="formula-note" role="alert" className={clsx(note, 'text-trouble')}>
          <code className="mr-2 font-mono whitespace-pre">
            {problem.at > 20 && '…'}
            {text.slice(Math.max(0, problem.at - 20), problem.at)}
            <mark className="bg-trouble-wash text-trouble underline decoration-wavy">
              {text.slice(problem.at, problem.end) || ' '}
            </mark>
            {text.slice(problem.end, problem.end + 10)}
          </code>
          {problem.message}
        </p>
      )}
      {asks && (
        <div id="formula-note" role="alert" className={clsx(note, 'flex flex-wrap items-center gap-2')}>
          {isHeard
            ? 'Enter puts this in the place of your network.'
            : 'This is another network. It replaces your drawing.'}
          <Button onClick={replace}>{isHeard ? 'Replace the network' : 'Replace the drawing'}</Button>
          <Button onClick={keep}>Keep {isHeard ? 'the network' : 'the drawing'}</Button>
        </div>
      )}
      {!problem && !asks && left.length > 0 && (
        <p id="formula-note" className={clsx(note, 'text-soft')}>
          not shown in the formula: {left.slice(0, 12).join(', ')}
          {left.length > 12 && ` and ${left.length - 12} more`}
        </p>
      )}
      {noFormula && !floating && (
        <p id="formula-note" className={clsx(note, 'text-soft')}>
          this network has no formula here; a new one replaces it
        </p>
      )}
    </div>
  )
}

/** What is known of the supply; the unit decides what it is. */
export function SourceField({ store }: { readonly store: WorkStore }) {
  const document = useStore(store, (state) => state.document)
  const isAwake = useAwake()
  const field = useTypedField(store, 'source', applySupplyText)
  const supply = document.parts.find(({ kind }) => kind === 'source' || kind === 'terminals')
  const text = field.text ?? supplyText(document)
  const problem = field.refused?.message ?? null
  return (
    <div className="max-w-36 sm:max-w-64">
      <label
        className={clsx(
          'flex h-9 items-center gap-1.5 field font-mono outline-offset-2 outline-chosen focus-within:outline-2',
          problem && '!border-trouble',
        )}
      >
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
          readOnly={!isAwake}
          autoComplete="off"
          onFocus={() => field.begin(text)}
          onChange={(event) => field.type(event.target.value)}
          onBlur={field.leave}
          onKeyDown={(event) => event.key === 'Enter' && problem === null && goHome()}
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
function useTypedField<R extends Applied>(
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
