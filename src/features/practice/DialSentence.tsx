import { useId } from 'react'
import { dialTable, type Dial, type DialProblem, type Dials } from '@/core/learner'
import { dialNamesText, dialsOf, dialText } from './dialTexts'

/** The sentence that says what a task is; each word of it can be turned, by a click or an arrow key. */
export function DialSentence({
  dials,
  problems,
  onTurn,
  label,
}: {
  readonly dials: Dials
  readonly problems: readonly DialProblem[]
  readonly onTurn: (dials: Dials) => void
  readonly label: string
}) {
  const list = dialsOf(dials)
  return (
    <div role="group" aria-label={label} className="text-[15px] leading-8">
      {list.map((dial, i) => (
        <span key={dial}>
          <Turn
            dial={dial}
            dials={dials}
            problem={problems.find((it) => it.dial === dial)?.message ?? null}
            onTurn={onTurn}
          />
          {i === 0 ? ': ' : i + 1 < list.length ? ', ' : ''}
        </span>
      ))}
    </div>
  )
}

/** One dial. A click turns it on, with Shift back; arrow keys turn it both ways. */
function Turn({
  dial,
  dials,
  problem,
  onTurn,
}: {
  readonly dial: Dial
  readonly dials: Dials
  readonly problem: string | null
  readonly onTurn: (dials: Dials) => void
}) {
  const id = useId()
  // The usual value stands first in the table; numbers are turned in their own order.
  const values: readonly unknown[] =
    dial === 'resistors' ? [...dialTable.resistors].sort((a, b) => a - b) : dialTable[dial]
  const at = values.indexOf(dials[dial])
  const turnTo = (next: number) => onTurn({ ...dials, [dial]: values[(next + values.length) % values.length] } as Dials)
  const text = dialText(dial, dials[dial])
  return (
    <>
      <span
        role="spinbutton"
        tabIndex={0}
        aria-label={dialNamesText[dial]}
        aria-valuenow={at}
        aria-valuemin={0}
        aria-valuemax={values.length - 1}
        aria-valuetext={text}
        aria-invalid={problem !== null}
        aria-describedby={problem === null ? undefined : id}
        data-dial={dial}
        onClick={(event) => turnTo(at + (event.shiftKey ? -1 : 1))}
        onKeyDown={(event) => {
          const to = {
            ArrowUp: at + 1,
            ArrowRight: at + 1,
            ArrowDown: at - 1,
            ArrowLeft: at - 1,
            Home: 0,
            End: values.length - 1,
            Enter: at + 1,
            ' ': at + 1,
          }[event.key]
          if (to === undefined) return
          event.preventDefault()
          event.stopPropagation()
          turnTo(to)
        }}
        className={`inline-block min-h-6 cursor-pointer rounded px-0.5 leading-6 underline decoration-dotted underline-offset-4 select-none hover:bg-chosen-wash ${
          problem === null ? 'decoration-chosen' : 'text-trouble decoration-trouble'
        } ${dial === 'kind' ? 'font-semibold' : ''}`}
      >
        {text}
      </span>
      {problem !== null && (
        <span id={id} role="alert" data-dial-problem={dial} className="ml-1 text-sm text-trouble">
          ✗ {problem}
        </span>
      )}
    </>
  )
}
