import { useState, type FormEvent } from 'react'
import { answerProblem, readAnswer, writtenIn, type Question } from '@/core/learner'
import { Button } from '@/ui/Button'
import { TaskPicture } from './Picture'
import { SaidNote } from './SaidNote'
import type { OpenExercise } from './useExercise'

/** Why a bound cannot be one; null where it can. */
function boundProblem(typed: string): string | null {
  const problem = answerProblem(typed, 'resistance')
  if (problem !== null) return problem
  const answer = readAnswer(typed)
  return answer && writtenIn(answer) > 0 ? null : `${typed.trim()} is no bound: every resistance is more than 0`
}

/** Req between which two values, and which of two carries more, before anything is worked out. */
export function EstimateTask({
  exercise: { task, judged, make, moves },
  question,
}: {
  readonly exercise: OpenExercise
  readonly question: Extract<Question, { kind: 'estimate' }>
}) {
  const last = moves.findLast((move) => move.do === 'bounds')
  const [typed, setTyped] = useState<{ readonly low: string; readonly high: string } | null>(null)
  const [problem, setProblem] = useState<string | null>(null)
  const { low, high } = typed ?? (last?.do === 'bounds' ? last : { low: '', high: '' })
  const said = (place: number) => judged.said.find(({ at }) => at === place)
  const chosen = moves.findLast((move) => move.do === 'more')
  const submit = (event: FormEvent) => {
    event.preventDefault()
    const wrong = boundProblem(low) ?? boundProblem(high)
    setProblem(wrong)
    if (wrong !== null) return
    make({ do: 'bounds', low, high })
    setTyped(null)
  }
  const field = (name: 'low' | 'high', label: string) => (
    <input
      aria-label={label}
      value={{ low, high }[name]}
      size={8}
      maxLength={100}
      spellCheck={false}
      autoComplete="off"
      onChange={({ target }) => {
        setTyped({ low, high, [name]: target.value })
        setProblem(null)
      }}
      className="h-8 min-w-0 field font-mono"
    />
  )
  return (
    <div className="flex flex-wrap items-start gap-4">
      <TaskPicture task={task} />
      <div className="grid min-w-72 flex-1 content-start gap-3">
        <form onSubmit={submit} className="grid gap-1.5">
          <h2 className="text-base font-semibold">Without working it out: between which two values is Req?</h2>
          <p className="text-soft">The larger one may be at most three times the smaller.</p>
          <span className="flex flex-wrap items-center gap-2">
            more than {field('low', 'Req is more than')} and less than {field('high', 'Req is less than')}
            <Button look="strong" type="submit">
              Check
            </Button>
          </span>
          {problem !== null && (
            <p role="alert" className="text-trouble">
              {problem}
            </p>
          )}
          {problem === null && typed === null && <SaidNote said={said(0)} />}
        </form>
        {question.pair && (
          <div className="grid gap-1.5">
            <h2 className="text-base font-semibold">Which of these carries more current?</h2>
            <span role="group" aria-label="Which carries more current" className="flex gap-2">
              {question.pair.map((name) => (
                <Button
                  key={name}
                  aria-pressed={chosen?.do === 'more' && chosen.part === name}
                  className={chosen?.do === 'more' && chosen.part === name ? '!border-chosen !bg-chosen-wash' : ''}
                  onClick={() => make({ do: 'more', part: name })}
                >
                  <span className="font-mono">{name}</span>
                </Button>
              ))}
            </span>
            <SaidNote said={said(1)} />
          </div>
        )}
      </div>
    </div>
  )
}
