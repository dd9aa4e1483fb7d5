import clsx from 'clsx'
import { linesAfter, writtenIn, readAnswer, type Own, type Question, type TaskRemark, givenText } from '@/core/learner'
import type { Quantity } from '@/core/number'
import { AnswerField } from '@/ui/attempt/AnswerField'
import { Button } from '@/ui/Button'
import { TaskPicture } from './Picture'
import { SaidNote } from './SaidNote'
import type { OpenExercise } from './useExercise'

/** What was typed at a place of a solution, with what was said of it. */
function ownOf(said: TaskRemark | undefined, typed: string | undefined): Own | null {
  if (said?.own) return said.own
  const answer = typed === undefined ? null : readAnswer(typed)
  const verdict = said?.judgement?.verdict
  if (!answer || typed === undefined || verdict === undefined) return null
  if (verdict === 'refused' || verdict === 'hint' || verdict === 'undone') return null
  return { typed, value: writtenIn(answer), verdict }
}

const quantityOf = (symbol: string): Quantity =>
  symbol.startsWith('V(')
    ? 'voltage'
    : symbol.startsWith('I(')
      ? 'current'
      : symbol.startsWith('P(')
        ? 'power'
        : 'resistance'

/** A worked solution with one slip in it: point at the first wrong line, then mend it. */
export function MistakeTask({
  exercise: { task, judged, make, moves },
  question,
}: {
  readonly exercise: OpenExercise
  readonly question: Extract<Question, { kind: 'mistake' }>
}) {
  const [first, second] = judged.items
  const isFound = first.method.now === 1
  const isMended = second.answer.now === 1
  const point = moves.findLast((move) => move.do === 'point')
  const mend = moves.findLast((move) => move.do === 'mend')
  const said = (place: number) => judged.said.find(({ at }) => at === place)
  const { wrong, lines } = question
  const after = isMended ? linesAfter(task.worksheet, question) : []
  return (
    <div className="flex flex-wrap items-start gap-4">
      <TaskPicture task={task} />
      <div className="grid min-w-80 flex-1 content-start gap-2">
        <h2 className="text-base font-semibold">There is one slip here, and what follows from it is wrong too.</h2>
        <p className="text-soft">{givenText(task)}Press the first wrong line.</p>
        <ol className="grid gap-0.5 rounded-md border border-line bg-sheet px-2 py-1" data-lines>
          {lines.map(({ symbol, how, value }, i) => {
            const isPointed = point?.do === 'point' && point.line === i
            const isHere = isFound && i === wrong
            return (
              <li key={i} className="flex flex-wrap items-center gap-2">
                <Button
                  look="plain"
                  aria-pressed={isPointed}
                  disabled={isFound}
                  className={clsx(
                    '!min-h-7 flex-1 !justify-start text-left font-mono !opacity-100',
                    isHere && 'text-trouble',
                    isPointed && !isFound && 'bg-chosen-wash',
                  )}
                  onClick={() => make({ do: 'point', line: i })}
                >
                  {symbol} = {how} = <span className={clsx(isHere && 'line-through')}>{value}</span>
                </Button>
                {isHere && (
                  <span data-try>
                    <AnswerField
                      label={`${symbol}, corrected`}
                      symbol=""
                      quantity={quantityOf(symbol)}
                      slot={`mend ${i}`}
                      own={ownOf(said(1), mend?.do === 'mend' ? mend.answer : undefined)}
                      judgement={said(1)?.judgement ?? undefined}
                      onAnswer={(answer) => make({ do: 'mend', answer })}
                    />
                  </span>
                )}
              </li>
            )
          })}
        </ol>
        <SaidNote said={said(0)} />
        {isMended && after.length > 0 && (
          <div data-after>
            <p>With it corrected, this follows:</p>
            <ol className="mt-1 grid gap-0.5 rounded-md border border-line bg-sheet px-3 py-1 font-mono">
              {after.map((line) => (
                <li key={line}>{line}</li>
              ))}
            </ol>
          </div>
        )}
      </div>
    </div>
  )
}

/** A worked solution of which some lines are blank. */
export function GapsTask({
  exercise: { task, judged, make, moves },
  question,
}: {
  readonly exercise: OpenExercise
  readonly question: Extract<Question, { kind: 'gaps' }>
}) {
  const blanks = question.lines.filter(({ value }) => value === null).length
  return (
    <div className="flex flex-wrap items-start gap-4">
      <TaskPicture task={task} />
      <div className="grid min-w-80 flex-1 content-start gap-2">
        <h2 className="text-base font-semibold">
          {blanks === 1 ? 'One line is blank' : `${blanks} lines are blank`}: work {blanks === 1 ? 'it' : 'them'} out.
        </h2>
        <p className="text-soft">{givenText(task)}</p>
        <ol className="grid gap-1 rounded-md border border-line bg-sheet px-3 py-2" data-try data-lines>
          {question.lines.map(({ symbol, how, quantity, value }, i) => {
            const said = judged.said.find(({ at }) => at === i)
            const last = moves.findLast((move) => move.do === 'fill' && move.line === i)
            return (
              <li key={i} className="flex min-h-8 flex-wrap items-start gap-x-2">
                <span className="pt-1 font-mono">
                  {symbol} = {how}
                  {value === '' ? '' : value === null ? ' =' : ` = ${value}`}
                </span>
                {value === null && (
                  <div className="min-w-40 flex-1">
                    <AnswerField
                      label={`${symbol}`}
                      symbol=""
                      quantity={quantity}
                      slot={`fill ${i}`}
                      own={ownOf(said, last?.do === 'fill' ? last.answer : undefined)}
                      judgement={said?.judgement ?? undefined}
                      onAnswer={(answer) => make({ do: 'fill', line: i, answer })}
                    />
                  </div>
                )}
              </li>
            )
          })}
        </ol>
      </div>
    </div>
  )
}
