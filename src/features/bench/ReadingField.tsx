import clsx from 'clsx'
import { useEffect, useRef, useState, type FocusEvent, type KeyboardEvent } from 'react'
import { readValue } from '@/core/bench'
import { inFormat } from '@/core/number'
import { Button } from '@/ui/Button'
import { nextToFill } from '@/ui/home'
import type { LogRow } from '@/ui/bench/laid'
import { slipOf } from '@/ui/bench/words'

/** Fields of readings that are to be taken. */
export const openFields = '[data-reading]:not([data-beyond])'

/** The next reading is for the next row that is not read yet; where all are, it is the field itself, its text chosen. */
export function goToNextOpen(after: Element | null): void {
  const place = document.querySelector('main')
  const next = after ? nextToFill(after, place, openFields) : null
  if (next) next.focus()
  else if (after instanceof HTMLInputElement) {
    after.focus()
    after.select()
  }
}

/** What is asked before a value is logged. */
interface Question {
  readonly typed: string
  readonly why: string
  /** What was probably meant; null where another value would be replaced. */
  readonly meant: string | null
}

/** The value that was read: typed as people write it; what looks like a slip, or replaces a reading, is asked about first. */
export function ReadingField({
  row,
  label,
  onRead,
  onClear,
  onFocus,
  onNext = goToNextOpen,
  isLarge = false,
}: {
  readonly row: LogRow
  readonly label: string
  readonly onRead: (value: string) => void
  readonly onClear: () => void
  readonly onFocus: () => void
  /** Goes to where the next reading is typed. */
  readonly onNext?: (field: Element | null) => void
  /** For a thumb: no keyboard of the device opens, since there is a pad of keys. */
  readonly isLarge?: boolean
}) {
  const kept = row.reading === null ? '' : String(row.reading.value)
  const [typed, show] = useState<string | null>(null)
  // What is typed now: a field that is left by its own key is left once.
  const now = useRef<string | null>(null)
  const setTyped = (next: string | null) => {
    now.current = next
    show(next)
  }
  const [asked, setAsked] = useState<Question | null>(null)
  const input = useRef<HTMLInputElement>(null)
  const text = typed ?? kept
  // Where the focus stays in a field that is read, what is typed next is a value of its own.
  useEffect(() => {
    if (kept !== '' && document.activeElement === input.current) input.current?.select()
  }, [kept])
  const wrong = typed !== null && typed.trim() !== '' ? readValue(typed, row.measurement.quantity) : null
  const log = (value: string) => {
    setAsked(null)
    setTyped(null)
    if (value !== kept) onRead(value)
  }
  /** What stands between a value and the log; null where nothing does. */
  const questionOf = (value: string): Question | null => {
    if (value === kept) return null
    const slip = slipOf(row, value)
    if (slip) return slip
    return kept === '' ? null : { typed: value, why: `would take the place of ${kept}`, meant: null }
  }
  /** Whether the next row can be taken. */
  const commit = (isLeft: boolean): boolean => {
    const written = now.current
    if (written === null) return true
    if (written.trim() === '') {
      setTyped(null)
      setAsked(null)
      if (kept !== '') onClear()
      return true
    }
    if (typeof readValue(written, row.measurement.quantity) === 'string') {
      if (!isLeft) input.current?.select()
      return false
    }
    const value = inFormat(written.trim())
    const question = questionOf(value)
    // Said once more it is as it stands. Who goes elsewhere loses nothing: the row goes on asking.
    if (question === null || asked?.typed === value || (isLeft && kept === '')) {
      log(value)
      return true
    }
    setAsked(question)
    // Whoever types on writes a value of its own, not one behind the other.
    if (!isLeft) input.current?.select()
    return false
  }
  const onKey = (event: KeyboardEvent<HTMLInputElement>) => {
    if (event.key === 'Escape') {
      setTyped(null)
      setAsked(null)
      return
    }
    if (event.key === 'Enter') {
      event.preventDefault()
      if (commit(false)) onNext(event.currentTarget)
      return
    }
    const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0
    if (step === 0) return
    event.preventDefault()
    if (!commit(false)) return
    const fields = [...document.querySelectorAll<HTMLInputElement>('[data-reading]')]
    fields[fields.indexOf(event.currentTarget) + step]?.focus()
  }
  const onLeave = ({ relatedTarget }: FocusEvent) => {
    // Another window: one comes back to it.
    if (document.activeElement === input.current) return
    const place = input.current?.closest('[data-row]')
    if (relatedTarget instanceof Element && place?.contains(relatedTarget)) return
    commit(true)
  }
  const answer = (value: string) => {
    log(value)
    onNext(input.current)
  }
  const problem = typeof wrong === 'string' ? wrong : null
  return (
    <>
      <input
        ref={input}
        data-reading
        data-beyond={row.beyond && kept === '' ? true : undefined}
        aria-label={label}
        aria-invalid={problem !== null}
        value={text}
        maxLength={100}
        autoComplete="off"
        inputMode={isLarge ? 'none' : undefined}
        onChange={({ target }) => {
          setAsked(null)
          setTyped(target.value)
        }}
        onFocus={({ target }) => {
          if (target.value !== '') target.select()
          onFocus()
        }}
        onBlur={onLeave}
        onKeyDown={onKey}
        className={clsx(
          'w-full min-w-20 field font-mono print:h-7 print:border-black',
          isLarge ? 'h-14 text-2xl' : 'h-8',
          problem !== null && 'border-trouble',
          asked && 'border-expand',
        )}
      />
      {problem !== null && (
        <p role="alert" className="col-span-full text-xs text-trouble">
          {problem}
        </p>
      )}
      {asked && (
        <Asked
          question={asked}
          onMeant={answer}
          onTyped={answer}
          onKeep={() => {
            setAsked(null)
            setTyped(null)
            onNext(input.current)
          }}
        />
      )}
    </>
  )
}

/** The question, with its answers; the field keeps the focus while one is pressed. */
function Asked({
  question: { typed, why, meant },
  onMeant,
  onTyped,
  onKeep,
}: {
  readonly question: Question
  readonly onMeant: (value: string) => void
  readonly onTyped: (value: string) => void
  readonly onKeep: () => void
}) {
  const stay = (event: { preventDefault: () => void }) => event.preventDefault()
  const answer = '!min-h-7 text-xs pointer-coarse:!min-h-11'
  return (
    <p role="alert" className="col-span-full flex flex-wrap items-center gap-1.5 rounded bg-expand-wash p-1.5 text-xs">
      <span>
        {typed} {why}.
      </span>
      {meant === null ? (
        <>
          <Button className={answer} onMouseDown={stay} onClick={() => onTyped(typed)}>
            Replace it
          </Button>
          <Button className={answer} onMouseDown={stay} onClick={onKeep}>
            Keep it
          </Button>
        </>
      ) : (
        <>
          <Button className={answer} onMouseDown={stay} onClick={() => onMeant(meant)}>
            I read {meant}
          </Button>
          <Button className={answer} onMouseDown={stay} onClick={() => onTyped(typed)}>
            Log {typed} as it is
          </Button>
        </>
      )}
      <span className="text-soft">
        <kbd>Enter</kbd> once more: {typed} as it stands
      </span>
    </p>
  )
}
