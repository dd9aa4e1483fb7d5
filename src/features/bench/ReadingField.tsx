import clsx from 'clsx'
import { useRef, useState, type KeyboardEvent } from 'react'
import { readValue } from '@/core/bench'
import { inFormat } from '@/core/number'
import { Button } from '@/ui/Button'
import type { LogRow } from '@/ui/bench/laid'
import { slipOf, type Slip } from '@/ui/bench/words'

const readings = () => [...document.querySelectorAll<HTMLInputElement>('[data-reading]')]

/** The value that was read: typed as people write it; what looks like a slip is asked about before it is logged. */
export function ReadingField({
  row,
  label,
  onRead,
  onClear,
  onFocus,
}: {
  readonly row: LogRow
  readonly label: string
  readonly onRead: (value: string) => void
  readonly onClear: () => void
  readonly onFocus: () => void
}) {
  const kept = row.reading === null ? '' : String(row.reading.value)
  const [typed, show] = useState<string | null>(null)
  // What is typed now: a field that is left by its own key is left once.
  const now = useRef<string | null>(null)
  const setTyped = (next: string | null) => {
    now.current = next
    show(next)
  }
  const [asked, setAsked] = useState<Slip | null>(null)
  const input = useRef<HTMLInputElement>(null)
  const text = typed ?? kept
  const wrong = typed !== null && typed.trim() !== '' ? readValue(typed, row.measurement.quantity) : null
  const log = (value: string) => {
    setAsked(null)
    setTyped(null)
    if (value !== kept) onRead(value)
  }
  /** Whether it is logged. */
  const commit = (): boolean => {
    const typed = now.current
    if (typed === null || asked) return asked === null
    if (typed.trim() === '') {
      setTyped(null)
      if (kept !== '') onClear()
      return true
    }
    if (typeof readValue(typed, row.measurement.quantity) === 'string') return false
    const value = inFormat(typed.trim())
    const slip = value === kept ? null : slipOf(row, value)
    if (slip) {
      setAsked(slip)
      return false
    }
    log(value)
    return true
  }
  const onKey = (event: KeyboardEvent<HTMLInputElement>) => {
    if (event.key === 'Escape') {
      setTyped(null)
      setAsked(null)
      return
    }
    const step = event.key === 'Enter' || event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0
    if (step === 0) return
    event.preventDefault()
    if (!commit()) return
    const fields = readings()
    fields[fields.indexOf(event.currentTarget) + step]?.focus()
  }
  const answer = (value: string) => {
    const fields = readings()
    const below = fields.slice(fields.findIndex((it) => it === input.current) + 1)
    log(value)
    // The next reading is for the next row that is not read yet.
    ;(below.find((it) => it.value === '') ?? below[0] ?? input.current)?.focus()
  }
  const problem = typeof wrong === 'string' ? wrong : null
  return (
    <>
      <input
        ref={input}
        data-reading
        aria-label={label}
        aria-invalid={problem !== null}
        value={text}
        maxLength={100}
        autoComplete="off"
        onChange={({ target }) => {
          setAsked(null)
          setTyped(target.value)
        }}
        onFocus={onFocus}
        onBlur={commit}
        onKeyDown={onKey}
        className={clsx(
          'h-8 w-full min-w-20 field font-mono print:h-7 print:border-black',
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
        <p
          role="alert"
          className="col-span-full flex flex-wrap items-center gap-1.5 rounded bg-expand-wash p-1.5 text-xs"
        >
          <span>
            {asked.typed} {asked.why}.
          </span>
          <Button className="!min-h-7 text-xs" onClick={() => answer(asked.meant)}>
            I read {asked.meant}
          </Button>
          <Button className="!min-h-7 text-xs" onClick={() => answer(asked.typed)}>
            Log {asked.typed} as it is
          </Button>
        </p>
      )}
    </>
  )
}
