import clsx from 'clsx'
import { useId, useState } from 'react'
import { answerProblem, slips as slipTable, type Judgement, type Own } from '@/core/learner'
import { wordSentence } from '@/core/worksheet'
import { unitOf, type Quantity } from '@/core/number'

const signs = { right: '✓', rounded: '≈', follows: '→', wrong: '✗', refused: '✗', given: '' } as const
const tones = {
  right: 'text-holds',
  rounded: 'text-holds',
  follows: 'text-expand',
  wrong: 'text-trouble',
  refused: 'text-trouble',
  given: 'text-soft',
} as const

/** What was said of an answer: right, right within rounding, or wrong with the reason and the slip. */
export function JudgementNote({
  judgement,
  now,
}: {
  readonly judgement: Judgement | undefined
  readonly now?: Own['verdict']
}) {
  if (!judgement) return null
  const { verdict, slips, reasons } = judgement
  if (verdict === 'hint' || verdict === 'undone') return null
  const [slip] = slips
  // A value that followed from one that was mended since is wrong by now, whatever was said of it then.
  const stale = verdict === 'follows' && now === 'wrong'
  const shown = stale ? 'wrong' : verdict
  return (
    <p
      role="status"
      data-judged={shown}
      data-slip={slip}
      className={clsx('text-xs', tones[shown], shown === 'right' && judgement.move.do !== 'carry' && 'sr-only')}
    >
      <span aria-hidden>{signs[shown]} </span>
      {stale
        ? 'it followed from a value that you have mended: mend it too'
        : slip && slip !== 'carried-wrong'
          ? `${capital(slipTable[slip].name)}: ${reasons.map(wordSentence).join('; ')}`
          : reasons.map(wordSentence).join('; ')}
    </p>
  )
}

function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1)
}

interface Props {
  readonly label: string
  /** What is written before the field: `V`. */
  readonly symbol: string
  readonly quantity: Quantity
  readonly own: Own | null
  readonly judgement?: Judgement
  readonly onAnswer: (answer: string) => void
}

/** A value to be typed: with or without unit, as a fraction, with a prefix. It is judged when Enter is pressed. */
export function AnswerField({ label, symbol, quantity, own, judgement, onAnswer }: Props) {
  const [typed, setTyped] = useState<string | null>(null)
  const [problem, setProblem] = useState<string | null>(null)
  const id = useId()
  const given = own?.verdict === 'given'
  const text = typed ?? own?.typed ?? ''
  const answer = () => {
    if (typed === null || typed.trim() === '' || typed === own?.typed) return
    const wrong = answerProblem(typed, quantity)
    setProblem(wrong)
    if (wrong !== null) return
    onAnswer(typed)
    setTyped(null)
  }
  return (
    <div className="min-w-0">
      <label className="flex items-center gap-1.5">
        <span className="w-4 font-mono text-soft" aria-hidden>
          {symbol}
        </span>
        {given ? (
          <span className="font-mono">{own.typed || `${own.value} ${unitOf[quantity]}`}</span>
        ) : (
          <input
            aria-label={label}
            aria-invalid={problem !== null || own?.verdict === 'wrong'}
            aria-describedby={`${id}-said`}
            value={text}
            spellCheck={false}
            autoComplete="off"
            onChange={(event) => setTyped(event.target.value)}
            onKeyDown={(event) => {
              if (event.key === 'Enter') answer()
              if (event.key === 'Escape') setTyped(null)
            }}
            onBlur={answer}
            className={clsx(
              'h-7 w-21 min-w-0 field !px-1.5 font-mono',
              own?.verdict === 'wrong' && '!border-trouble',
              own?.verdict === 'follows' && '!border-expand',
            )}
          />
        )}
        {own && !given && typed === null && (
          <span aria-hidden className={tones[own.verdict]}>
            {signs[own.verdict]}
          </span>
        )}
      </label>
      <div id={`${id}-said`}>
        {problem !== null ? (
          <p role="alert" className="text-xs text-trouble">
            {problem}
          </p>
        ) : (
          judgement && <JudgementNote judgement={judgement} now={own?.verdict} />
        )}
      </div>
    </div>
  )
}
