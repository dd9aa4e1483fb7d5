import { type PointerEvent, useRef, useState, type KeyboardEvent } from 'react'
import { type NetworkDocument, isName } from '@/core/network'
import type { Coordinates } from '@/core/picture'
import { freeName, letterOf, placeOf, strokeText, type Stroke, type StrokeMeaning, readStroke } from '@/core/entry'
import type { Size } from './useView'
import { toScreen, type View } from './view'
import clsx from 'clsx'
import { exactOf, quantityText, readQuantity, type Ratio } from '@/core/number'
import { toast } from '@/ui/toast'

/** Where a value is typed: at a new stroke, or at a part that is there. */
export interface Typing {
  readonly stroke: Stroke
  readonly part?: string
  /** The ends of a new stroke join no lines. */
  readonly past?: boolean
  /** What was typed already. */
  readonly first?: string
  /** Tells this field from the one before it. */
  readonly field: number
}

interface Props {
  readonly typing: Typing
  readonly document: NetworkDocument
  readonly view: View
  readonly size: Size
  readonly onDone: (meaning: StrokeMeaning & { ok: true }, name: string | null, left: boolean) => void
  readonly onLeftWrong: (typed: string, name: string | null) => void
  readonly onCancel: () => void
  /** The stroke is drawn on. */
  readonly onExtend: (step: readonly [number, number], leap: boolean) => void
}

/** The field of a stroke, beside its end; that of a part beside its middle. */
export function TypedStroke({ typing, document, view, size, onExtend, ...rest }: Props) {
  const { part, first, field } = typing
  const taken = (name: string) => document.parts.some((other) => other.name === name && name !== part)
  const before = document.parts.find(({ name }) => name === part)
  return (
    <div
      className="absolute z-20 touch-none"
      style={besides(toScreen(view, placeOfField(typing)), size)}
      onPointerDown={dragThrough}
    >
      <ValueField
        key={field}
        text={before ? strokeText(before) : ''}
        first={first}
        nameOf={(kind) => part ?? freeName(document, letterOf(kind))}
        taken={taken}
        onExtend={part === undefined ? onExtend : undefined}
        {...rest}
      />
    </div>
  )
}

/** How far a press on the field may move and still mean the field, in pixels. */
const shake = 6

/** The field is no obstacle to strokes: one that is begun on it is drawn on what lies below. */
function dragThrough(down: PointerEvent<HTMLElement>): void {
  const board = down.currentTarget.parentElement?.querySelector('[role=application]')
  const { pointerId, pointerType, clientX, clientY, altKey } = down
  if (!board || down.button !== 0) return
  const stop = () => {
    window.removeEventListener('pointermove', move)
    window.removeEventListener('pointerup', stop)
  }
  const move = (event: globalThis.PointerEvent) => {
    if (event.pointerId !== pointerId || Math.hypot(event.clientX - clientX, event.clientY - clientY) < shake) return
    stop()
    const under = document.elementsFromPoint(clientX, clientY).find((element) => board.contains(element))
    const begun = { bubbles: true, cancelable: true, pointerId, pointerType, clientX, clientY, altKey, button: 0 }
    under?.dispatchEvent(new window.PointerEvent('pointerdown', begun))
  }
  window.addEventListener('pointermove', move)
  window.addEventListener('pointerup', stop)
}

function placeOfField({ stroke, part }: Typing): Coordinates {
  const [a, b] = stroke.map(placeOf)
  return part === undefined ? b : { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 }
}

/** To the right of a place, or below it where there is no room, and always inside the board. */
function besides({ x, y }: Coordinates, { width, height }: Size) {
  const [wide, high] = [248, 72]
  const right = x + 14 + wide <= width
  return {
    left: Math.max(4, right ? x + 14 : Math.min(x - wide / 2, width - wide)),
    top: Math.max(4, Math.min(right ? y - 24 : y + 18, height - high)),
  }
}

interface ValueFieldProps {
  /** What stood there before; empty at a new stroke. */
  readonly text: string
  /** What was typed already, in place of that. */
  readonly first?: string
  /** The name of the part, or the names that a new one would get, by kind. */
  readonly nameOf: (kind: string) => string
  /** Whether another part has this name. */
  readonly taken: (name: string) => boolean
  /** `left`: not by Enter, but by going elsewhere. */
  readonly onDone: (meaning: StrokeMeaning & { ok: true }, name: string | null, left: boolean) => void
  /** The person went elsewhere, and what stands here makes no sense: the text, and its name if that can be had. */
  readonly onLeftWrong: (typed: string, name: string | null) => void
  readonly onCancel: () => void
  /** An arrow key with Shift while nothing is typed: the stroke goes on, with Ctrl by a leap. Only at a new stroke. */
  readonly onExtend?: (step: readonly [number, number], leap: boolean) => void
}

/** The field at a stroke: what is typed decides what the stroke becomes. */
function ValueField({ text, first, nameOf, taken, onDone, onLeftWrong, onCancel, onExtend }: ValueFieldProps) {
  const [typed, setTyped] = useState(first ?? text)
  const [name, setName] = useState<string | null>(null)
  const [tried, setTried] = useState(false)
  const meaning = readStroke(typed)
  const given = nameOf(meaning.ok ? meaning.kind : 'resistor')
  const nameProblem =
    name === null || name === given
      ? null
      : !isName(name)
        ? "a name is 1 to 32 letters, digits or _ . - '"
        : taken(name)
          ? `another part is called ${name}`
          : null
  const problem = nameProblem ?? (meaning.ok || (!tried && typed.length < 2) ? null : meaning.message)
  const ownName = name === given || nameProblem !== null ? null : name

  // Taking the focus away, as closing does, must not close it again.
  const closed = useRef(false)
  const close = (how: () => void) => {
    if (closed.current) return
    closed.current = true
    how()
  }
  const accept = () => {
    if (meaning.ok && nameProblem === null) close(() => onDone(meaning, ownName, false))
    else setTried(true)
  }
  // Going elsewhere takes over what stands here; an empty new stroke is a wire, and a mistake is kept, to be gone back to.
  const leave = () => {
    if (onExtend === undefined && typed === text && name === null) return close(onCancel)
    if (nameProblem !== null) toast(`${nameProblem}: the part is called ${given}`)
    close(() => (meaning.ok ? onDone(meaning, ownName, true) : onLeftWrong(typed, ownName)))
  }
  const onKeyDown = (event: KeyboardEvent) => {
    event.stopPropagation()
    const step = steps[event.key]
    if (event.key === 'Escape') {
      event.preventDefault()
      close(onCancel)
    } else if (event.key === 'Enter') {
      event.preventDefault()
      accept()
    } else if (step && event.shiftKey && typed === '' && onExtend) {
      event.preventDefault()
      onExtend(step, event.ctrlKey || event.metaKey)
    }
  }
  return (
    // oxlint-disable-next-line jsx-a11y/no-static-element-interactions -- the keys belong to the two fields inside
    <div
      onKeyDown={onKeyDown}
      // A press beside the two fields leaves the focus where it is.
      onMouseDown={(event) => event.target instanceof HTMLInputElement || event.preventDefault()}
      onBlur={(event) => {
        if (!event.currentTarget.contains(event.relatedTarget) && document.hasFocus()) leave()
      }}
      className={clsx(
        'w-60 rounded-lg border-2 bg-panel px-2.5 py-1.5 shadow-lg',
        problem ? 'border-trouble' : 'border-chosen',
      )}
    >
      <div className="flex gap-1.5 font-mono">
        <input
          aria-label="Name of the part"
          value={name ?? given}
          aria-invalid={nameProblem !== null}
          onChange={(event) => setName(event.target.value)}
          onFocus={(event) => event.target.select()}
          size={Math.max(3, (name ?? given).length)}
          className="w-[30%] min-w-0 rounded bg-transparent px-1 py-0.5 text-soft"
          spellCheck={false}
          autoComplete="off"
        />
        <input
          aria-label="Value: a resistance, a voltage, A or V for a meter, or nothing for a wire"
          aria-invalid={problem !== null}
          aria-describedby="value-hint"
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          // oxlint-disable-next-line jsx-a11y/no-autofocus -- the stroke was just drawn to type its value
          autoFocus
          onFocus={({ target }) =>
            first === undefined ? target.select() : target.setSelectionRange(first.length, first.length)
          }
          enterKeyHint="done"
          autoCapitalize="off"
          className="min-w-0 flex-1 rounded bg-transparent px-1 py-0.5 outline-none"
          spellCheck={false}
          autoComplete="off"
        />
      </div>
      <p id="value-hint" role="status" className={clsx('px-1 text-xs', problem ? 'text-trouble' : 'text-soft')}>
        {problem ?? (meaning.ok ? `${said(meaning)} · Enter` : '…')}
      </p>
    </div>
  )
}

/** What was read, to be written. */
const amountOf = ({ value, exact }: { readonly value: number; readonly exact: Ratio }) => ({
  value,
  exact: exactOf(exact),
})

/** What the stroke becomes, in words. */
function said(meaning: StrokeMeaning & { ok: true }): string {
  if (meaning.kind === 'ammeter') return 'ammeter, + where the stroke began'
  if (meaning.kind === 'voltmeter') return 'voltmeter, + where the stroke began'
  if (meaning.kind === 'resistor') {
    if (meaning.resistance === undefined) return 'resistor without a value yet'
    const read = readQuantity(meaning.resistance, 'Ω')
    const notes = [meaning.tolerance, meaning.rating].flatMap((note) => (note ? [`, ${note}`] : [])).join('')
    return read.ok && read.value > 0 ? `resistor, ${quantityText(amountOf(read), 'Ω', 6)}${notes}` : 'placeholder, 0 Ω'
  }
  if (meaning.kind === 'source') {
    const read = readQuantity(meaning.voltage, 'V')
    return read.ok
      ? `source, ${quantityText(amountOf(read), 'V', 6)}, + where the stroke began`
      : 'source, its voltage is the question'
  }
  return meaning.kind === 'wire' ? 'wire; or 4k7, 12V, R, A, V, 0, ?' : 'terminals; ?V is an unknown source'
}

/** One peg in the direction of an arrow key. */
export const steps: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}
