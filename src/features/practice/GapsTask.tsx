import { givenText, type Question } from '@/core/learner'
import { AnswerField } from '@/ui/attempt/AnswerField'
import { ownOf } from './MistakeTask'
import { TaskPicture } from './Picture'
import type { OpenExercise } from './useExercise'

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
                  {symbol} = {how} ={value === null ? '' : ` ${value}`}
                </span>
                {value === null && (
                  <AnswerField
                    label={`${symbol}`}
                    symbol=""
                    quantity={quantity}
                    slot={`fill ${i}`}
                    own={ownOf(said, last?.do === 'fill' ? last.answer : undefined)}
                    judgement={said?.judgement ?? undefined}
                    onAnswer={(answer) => make({ do: 'fill', line: i, answer })}
                  />
                )}
              </li>
            )
          })}
        </ol>
      </div>
    </div>
  )
}
