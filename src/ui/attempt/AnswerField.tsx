import clsx from 'clsx'
import { useEffect, useId, useRef, useState, type FocusEvent } from 'react'
import { nextToFill } from '@/ui/home'
import {
  answerProblem,
  isGood,
  readAnswer,
  slips as slipTable,
  writtenIn,
  type Judgement,
  type Own,
} from '@/core/learner'
import { wordSentence } from '@/core/worksheet'
import { quantityText, unitOf, type Quantity } from '@/core/number'
import { useSettings } from '@/ui/settings'
import { signs, typedFigures } from './trySheet'

const tones = {
  right: 'text-holds',
  rounded: 'text-holds',
  asked: 'text-expand',
  follows: 'text-expand',
  stale: 'text-trouble',
  wrong: 'text-trouble',
  refused: 'text-trouble',
  given: 'text-soft',
} as const

/** What is said of a value that stands otherwise than when it was judged. */
const changed: Readonly<Partial<Record<Own['verdict'] | Judgement['verdict'], string>>> = {
  right: 'Right by now',
  rounded: 'Right within rounding by now',
  follows: 'Right with your own earlier value, which is still to be corrected',
  stale: 'This came from a value that you have corrected: correct it too',
}

/** What was said of an answer: right, right within rounding, a question, or wrong with the reason and the slip. */
export function JudgementNote({
  judgement,
  now,
}: {
  readonly judgement: Judgement | undefined
  readonly now?: Own['verdict']
}) {
  if (!judgement) return null
  const { verdict, could, reasons, move } = judgement
  if (verdict === 'hint' || verdict === 'undone') return null
  // What was written since may have changed how a value stands, whatever was said of it then.
  const shown = now === undefined || now === 'given' ? verdict : now
  const slip = could.length === 1 && could[0].length === 1 ? could[0][0] : null
  const said = reasons.map(wordSentence).join('; ')
  const isQuiet = shown === 'right' && move.do !== 'carry' && move.do !== 'stop'
  return (
    <p
      role="status"
      data-judged={shown}
      data-slip={shown === verdict ? could.map((it) => it.join('+')).join(' ') : ''}
      className={clsx('text-sm', tones[shown], isQuiet && 'sr-only')}
    >
      <span aria-hidden>{signs[shown]} </span>
      {shown !== verdict
        ? changed[shown]
        : verdict === 'refused' && move.do === 'combine'
          ? `Not in ${move.kind}: ${said}`
          : verdict === 'wrong' && slip
            ? `${capital(slipTable[slip].name)}: ${said}`
            : capital(said)}
    </p>
  )
}

function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1)
}

/** What comes after a value: another, or the sheet on which parts are chosen. */
const nextFields = '[data-slot] input, [data-choice] svg [tabindex="0"]'

/** A field's width, in digits. */
const [leastWidth, mostWidth] = [7, 42]

interface Props {
  readonly label: string
  /** What is written before the field: `V`. */
  readonly symbol: string
  readonly quantity: Quantity
  /** As {@link slotKey} gives it. */
  readonly slot: string
  readonly own: Own | null
  readonly judgement?: Judgement
  readonly onAnswer: (answer: string) => void
}

/**
 * A value to be typed: with or without unit, as a fraction, with a prefix, or as it is worked out. It is judged when
 * Enter is pressed, or the person goes on to another field; not when they look elsewhere.
 */
export function AnswerField({ label, symbol, quantity, slot, own, judgement, onAnswer }: Props) {
  const { figures } = useSettings().settings
  const [typed, setTyped] = useState<string | null>(null)
  const [problem, setProblem] = useState<string | null>(null)
  const [waits, setWaits] = useState(false)
  const id = useId()
  const text = typed ?? own?.typed ?? ''
  // The same again is an answer too where it did not stand.
  const isNew = typed !== null && typed.trim() !== '' && (typed !== own?.typed || !isGood(own))
  const input = useRef<HTMLInputElement>(null)
  /** Enter was pressed: what comes of it decides where the next key belongs. */
  const entered = useRef(false)
  useEffect(() => {
    if (!entered.current || !own) return
    entered.current = false
    const here = input.current
    if (own.verdict === 'wrong' || own.verdict === 'asked') here?.select()
    else if (here) {
      const next = nextToFill(here, here.closest('[data-try]'), nextFields)
      next?.focus()
      if (next instanceof HTMLInputElement) next.select()
    }
  }, [own])
  const answer = () => {
    setWaits(false)
    if (typed === null || !isNew) return setTyped(null)
    const wrong = answerProblem(typed, quantity)
    setProblem(wrong)
    if (wrong !== null) return
    onAnswer(typed)
    setTyped(null)
  }
  const leave = ({ relatedTarget }: FocusEvent) => {
    const to = relatedTarget instanceof Element ? relatedTarget : null
    // A hint, or another window, is no answer.
    if (to?.closest('[data-try]') && !to.closest('[data-help]')) answer()
    else setWaits(isNew)
  }
  const read = own && typed === null && own.verdict !== 'given' ? readAnswer(own.typed) : null
  const isWorked = read !== null && read.method !== null && read.result === null
  const shown = own ? quantityText({ value: own.value }, unitOf[quantity], typedFigures(figures)) : ''
  return (
    <div className="min-w-0" data-slot={slot}>
      <label className="flex items-center gap-1.5">
        <span className="min-w-4 font-mono text-soft" aria-hidden>
          {symbol}
        </span>
        {own?.verdict === 'given' ? (
          <span className="font-mono">{own.typed || shown}</span>
        ) : (
          <input
            ref={input}
            aria-label={label}
            aria-invalid={problem !== null || own?.verdict === 'wrong' || own?.verdict === 'stale'}
            aria-describedby={`${id}-said`}
            value={text}
            spellCheck={false}
            autoComplete="off"
            maxLength={100}
            onChange={(event) => {
              setTyped(event.target.value)
              setProblem(null)
              setWaits(false)
            }}
            onKeyDown={(event) => {
              if (event.key === 'Enter') {
                entered.current = isNew
                answer()
                // What is not understood is there to be written over.
                if (isNew && answerProblem(text, quantity) !== null) event.currentTarget.select()
              }
              if (event.key === 'Escape') {
                setTyped(null)
                setProblem(null)
              }
              // What is being typed is taken back letter by letter, as everywhere.
              if (isNew && (event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z')
                event.nativeEvent.stopImmediatePropagation()
            }}
            onBlur={leave}
            // As wide as what is typed, so that all of it is seen.
            style={{ width: `${Math.min(Math.max(text.length, leastWidth) + 2, mostWidth)}ch` }}
            className={clsx(
              'h-7 max-w-full min-w-0 field !px-1.5 font-mono',
              (own?.verdict === 'wrong' || own?.verdict === 'stale') && '!border-trouble',
              (own?.verdict === 'follows' || own?.verdict === 'asked') && '!border-expand',
            )}
          />
        )}
        {isWorked && <span className="font-mono text-xs text-soft">= {writtenIn(read) === 0 ? '0' : shown}</span>}
        {own && own.verdict !== 'given' && typed === null && (
          <span aria-hidden className={tones[own.verdict]}>
            {signs[own.verdict]}
          </span>
        )}
      </label>
      <div id={`${id}-said`}>
        {problem !== null ? (
          <p role="alert" className="text-sm text-trouble">
            {problem}
          </p>
        ) : waits ? (
          <p className="text-sm text-soft">not checked yet: press Enter in the field</p>
        ) : (
          judgement && <JudgementNote judgement={judgement} now={own?.verdict} />
        )}
      </div>
    </div>
  )
}
