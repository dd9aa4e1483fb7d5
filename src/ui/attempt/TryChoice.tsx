import clsx from 'clsx'
import { useState, type ReactNode } from 'react'
import { answerProblem, play, type StopReason } from '@/core/learner'
import { Radios } from '@/ui/controls'
import { Button } from '@/ui/Button'
import { JudgementNote } from './AnswerField'
import { OwnSheet } from './TryRow'
import type { OpenAttempt } from './useAttempt'

const reasons: Readonly<Record<StopReason, string>> = {
  'supply-between': 'the supply is connected between them',
  'no-group': 'where two of them meet a third part joins, and no two share both ends',
  shorted: 'one of them is shorted',
  'zero-ohms': 'one of them has no resistance',
}

/** Draws a network as it was drawn, its resistors to be chosen by element id. */
export type Original = (props: {
  readonly chosen: readonly number[]
  readonly lit: readonly number[]
  readonly onChoose: (id: number) => void
}) => ReactNode

/** The sheet the learner stands on: parts are chosen, their kind said, their equivalent typed; or that it stops. */
export function TryChoice({
  attempt,
  chosen,
  onChosen,
  original,
}: {
  readonly attempt: OpenAttempt
  readonly chosen: readonly number[]
  readonly onChosen: (ids: readonly number[]) => void
  readonly original?: Original
}) {
  const { position, make } = attempt
  const { reduction, names, stopped, judgements } = position
  const [kind, setKind] = useState<'series' | 'parallel' | null>(null)
  const [answer, setAnswer] = useState('')
  const [problem, setProblem] = useState<string | null>(null)
  const [stopping, setStopping] = useState(false)
  const [why, setWhy] = useState<StopReason | null>(null)
  const last = judgements.findLast(({ verdict, isTakenBack }) => verdict !== 'hint' && !isTakenBack)
  const said = last && (last.verdict === 'refused' || last.move.do === 'stop') && last.move.do !== 'carry' ? last : null
  const toggle = (id: number) =>
    onChosen(chosen.includes(id) ? chosen.filter((other) => other !== id) : [...chosen, id])
  const isOpen = chosen.some((id) => position.truth.resistance[id] === null)
  const check = () => {
    if (chosen.length < 2) return setProblem('choose two or more parts on the sheet first')
    if (kind === null) return setProblem('say first how they lie: in series or in parallel')
    const wrong = isOpen ? null : answerProblem(answer, 'resistance')
    setProblem(wrong)
    if (wrong !== null) return
    const move = { do: 'combine', members: chosen, kind, answer: isOpen ? '' : answer } as const
    make(move)
    // What is no group stays chosen, and what was typed stays too: only one of them may be wrong.
    if (play(position, move).reduction.steps.length === reduction.steps.length) return
    setAnswer('')
    setKind(null)
    onChosen([])
  }
  const stop = () => {
    if (chosen.length === 0) return setProblem('choose the resistors that stop it on the sheet')
    if (why === null) return setProblem('say why: choose one of the reasons')
    setProblem(null)
    make({ do: 'stop', members: chosen, why })
  }
  return (
    <div className="flex flex-wrap items-center gap-4 rounded-lg border border-edge bg-panel p-3" data-choice>
      {original && reduction.steps.length === 0 && !stopped ? (
        original({ chosen, lit: said?.nodes ?? [], onChoose: toggle })
      ) : (
        <OwnSheet
          attempt={attempt}
          step={reduction.steps.length}
          side="reduce"
          chosen={chosen}
          lit={said?.nodes}
          onChoose={stopped ? undefined : toggle}
        />
      )}
      <div className="min-w-[15rem] flex-1">
        {said && <JudgementNote judgement={said} />}
        {stopped ? (
          <p className="font-semibold">Reduction stops here. Other methods are needed.</p>
        ) : (
          <>
            <p className="font-semibold" data-chosen>
              {chosen.length === 0 ? 'Choose parts on the sheet' : chosen.map((id) => names[id]).join(', ')}
            </p>
            {stopping ? (
              <div className="mt-2 grid gap-2">
                <p className="text-soft">Choose the resistors that stop the reduction, and say why:</p>
                <Radios
                  label="Why reduction stops"
                  value={why}
                  options={(Object.keys(reasons) as StopReason[]).map((reason) => ({
                    value: reason,
                    name: reasons[reason],
                  }))}
                  onChange={setWhy}
                />
                <span className="flex gap-2">
                  <Button look="strong" onClick={stop}>
                    Reduction stops here
                  </Button>
                  <Button
                    onClick={() => {
                      setStopping(false)
                      setProblem(null)
                    }}
                  >
                    Look for a group again
                  </Button>
                </span>
              </div>
            ) : (
              <form
                className="mt-2 flex flex-wrap items-center gap-2"
                onSubmit={(event) => {
                  event.preventDefault()
                  check()
                }}
              >
                <span role="group" aria-label="How they lie" className="flex">
                  {(['series', 'parallel'] as const).map((it) => (
                    <Button
                      key={it}
                      aria-pressed={kind === it}
                      className={kind === it ? '!border-chosen !bg-chosen-wash' : ''}
                      onClick={() => setKind(it)}
                    >
                      in {it}
                    </Button>
                  ))}
                </span>
                {isOpen && <span className="text-soft">in letters, since a value is missing</span>}
                <label className={clsx('flex items-center gap-1.5', isOpen && 'hidden')}>
                  equivalent
                  <input
                    aria-label="Their equivalent resistance"
                    value={answer}
                    size={Math.min(Math.max(answer.length + 1, 12), 40)}
                    maxLength={100}
                    spellCheck={false}
                    autoComplete="off"
                    onChange={(event) => {
                      setAnswer(event.target.value)
                      setProblem(null)
                    }}
                    className="h-8 min-w-0 field font-mono"
                  />
                </label>
                <Button look="strong" type="submit">
                  Check
                </Button>
                <Button
                  onClick={() => {
                    setStopping(true)
                    setProblem(null)
                  }}
                >
                  Is no group left?
                </Button>
              </form>
            )}
            {problem !== null && (
              <p role="alert" className="mt-1 text-sm text-trouble">
                {problem}
              </p>
            )}
          </>
        )}
      </div>
    </div>
  )
}
