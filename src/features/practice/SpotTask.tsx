import { useMemo } from 'react'
import { spotAnswers, type Question, type SpotAnswer } from '@/core/learner'
import { Button } from '@/ui/Button'
import { Commands, type Command } from '@/ui/commands'
import { keyText } from '@/ui/keyText'
import { TaskPicture } from './Picture'
import { SaidNote } from './SaidNote'
import type { OpenExercise } from './useExercise'

const answers = Object.keys(spotAnswers) as SpotAnswer[]
/** A key for each answer, in their order. */
const keys = ['s', 'p', 'e', 'u', 'o']

/** Series, parallel or neither, and why: one pair after the other, a key each. */
export function SpotTask({
  exercise: { task, judged, make, moves },
  question,
}: {
  readonly exercise: OpenExercise
  readonly question: Extract<Question, { kind: 'spot' }>
}) {
  const { pairs } = question
  const open = judged.items.findIndex(({ method }) => method.now < method.of)
  const last = moves.findLast((move) => move.do === 'spot')
  const lastAt = last?.do === 'spot' ? last.at : -1
  const said = judged.said.find(({ at }) => at === lastAt)
  const pair = pairs[open]
  const commands = useMemo(
    (): readonly Command[] =>
      open < 0
        ? []
        : answers.map((answer, i) => ({
            name: spotAnswers[answer],
            keys: keys[i],
            run: () => make({ do: 'spot', at: open, answer }),
          })),
    [open, make],
  )
  return (
    <div className="flex flex-wrap items-start gap-4">
      <Commands group="The task" within="answers" list={commands} />
      <TaskPicture task={task} chosen={pair} lit={said?.nodes} />
      <div className="grid min-w-72 flex-1 content-start gap-2">
        {said && lastAt !== open && (
          <p className="text-soft">
            <span className="font-mono">{pairs[lastAt].join(', ')}</span>
          </p>
        )}
        {said && lastAt !== open && <SaidNote said={said} />}
        {pair ? (
          <>
            <h2 className="text-base font-semibold" aria-live="polite">
              {open + 1} of {pairs.length}: how do <span className="font-mono">{pair[0]}</span> and{' '}
              <span className="font-mono">{pair[1]}</span> lie?
            </h2>
            <div
              role="group"
              aria-label="How they lie, and why"
              data-keys="answers"
              tabIndex={-1}
              className="grid max-w-md gap-1.5"
            >
              {answers.map((answer, i) => (
                <Button
                  key={answer}
                  className="!justify-start text-left"
                  onClick={() => make({ do: 'spot', at: open, answer })}
                >
                  <kbd className="font-mono text-xs text-soft">{keyText(keys[i])}</kbd> {spotAnswers[answer]}
                </Button>
              ))}
            </div>
            {lastAt === open && <SaidNote said={said} />}
          </>
        ) : (
          <p className="font-semibold">All {pairs.length} seen.</p>
        )}
      </div>
    </div>
  )
}
