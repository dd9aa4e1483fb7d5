import clsx from 'clsx'
import { useRef, useState, type KeyboardEvent } from 'react'
import { isName } from '@/core/network'
import { exactOf, quantityText, readQuantity, type Ratio } from '@/core/number'
import { readStroke, type StrokeMeaning } from '@/core/entry'
import { toast } from '@/ui/toast'
import { steps } from './steps'

interface Props {
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
export function ValueField({ text, first, nameOf, taken, onDone, onLeftWrong, onCancel, onExtend }: Props) {
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
