'use client'

import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import {
  dialProblems,
  nextTask,
  readCode,
  reasonText,
  resultOf,
  seeds,
  taskFrom,
  taskOf,
  type Dials,
  type Practised,
  type Reason,
  type Task,
} from '@/core/learner'
import { Main } from '@/ui/Main'
import type { ListedExercise } from '@/ui/api'
import type { TryHistory } from '@/ui/attempt/Try'
import { Button } from '@/ui/Button'
import { Commands, type Command } from '@/ui/commands'
import { SavingState } from '@/ui/saving/SavingState'
import { useReady } from '@/ui/awake'
import { DialSentence } from './DialSentence'
import { Marks } from './Marks'
import { PracticeFrame } from './PracticeFrame'
import { SkillStrip } from './SkillStrip'
import { nextInTask, TaskView } from './TaskView'
import { practisedOf, useExercise } from './useExercise'
import { commandsOf } from '@/ui/elsewhere'

interface Current {
  readonly task: Task
  readonly reason: Reason
}

const randomSeed = () => Math.floor(Math.random() * seeds)

/** Why the task of this window came, so that a reload says the same. */
const reasonKey = 'nodrel-practice'

function keptReason(code: string): Reason {
  try {
    const kept = JSON.parse(sessionStorage.getItem(reasonKey) ?? 'null') as { code?: string; reason?: Reason } | null
    if (kept?.code === code && kept.reason) return kept.reason
  } catch {
    // What was kept by another version is not needed.
  }
  return { because: 'chosen' }
}

function keep({ task, reason }: Current): void {
  window.history.replaceState(null, '', `/practice?code=${task.code}`)
  try {
    sessionStorage.setItem(reasonKey, JSON.stringify({ code: task.code, reason }))
  } catch {
    // Without storage a reload says “chosen by you”.
  }
}

/** A task in front of you, why it is this one, what you can do by now, and what comes next. */
export function Practice({
  practised,
  code: asked,
}: {
  readonly practised: readonly ListedExercise[]
  readonly code: string | null
}) {
  const isReady = useReady()
  return (
    <PracticeFrame screen="tasks">
      {isReady ? (
        <Practising practised={practised} asked={asked} />
      ) : (
        <Main next={() => 'soon'} className="p-4 text-soft">
          <p role="status">Making a task</p>
        </Main>
      )}
    </PracticeFrame>
  )
}

function Practising({
  practised,
  asked,
}: {
  readonly practised: readonly ListedExercise[]
  readonly asked: string | null
}) {
  const [history, setHistory] = useState<readonly Practised[]>(() => practised.map(practisedOf))
  const [problem, setProblem] = useState<string | null>(() => {
    const made = asked === null ? null : taskOf(asked)
    return made && !made.ok ? `${asked}: ${made.message}` : null
  })
  const [current, setCurrent] = useState<Current>(() => firstTask(history, asked))
  const [dials, setDials] = useState<Dials>(current.task.dials)
  const [now, setNow] = useState(() => Date.now())
  useEffect(() => keep(current), [current])

  const show = useCallback((next: Current) => {
    setCurrent(next)
    setDials(next.task.dials)
    setProblem(null)
  }, [])
  const next = useCallback(() => {
    const { code, reason } = nextTask(history, Date.now(), randomSeed())
    const made = taskOf(code)
    if (made.ok) show({ task: made.task, reason })
  }, [history, show])
  const problems = useMemo(() => dialProblems(dials), [dials])
  const turn = (turned: Dials) => {
    setDials(turned)
    if (dialProblems(turned).length > 0) return
    const task = taskFrom(turned, randomSeed())
    if (task) show({ task, reason: { because: 'chosen' } })
    else setProblem('no task fits these settings: change one of them')
  }
  const another = () => turn(dials)
  const openCode = (text: string) => {
    const made = taskOf(text)
    if (made.ok) show({ task: made.task, reason: { because: 'chosen' } })
    else setProblem(made.message)
  }
  const record = useCallback((entry: Practised) => {
    setHistory((before) => [...before.filter(({ code }) => code !== entry.code), entry])
    setNow(entry.at)
  }, [])
  return (
    <>
      <section aria-label="The task" className="border-b border-line bg-panel px-4 py-2">
        <div className="flex flex-wrap items-start gap-x-6 gap-y-1">
          <div className="min-w-0 flex-[1_1_30rem]">
            <DialSentence dials={dials} problems={problems} onTurn={turn} label="What the task is" />
            <p className="text-soft" data-reason={current.reason.because}>
              Why this one: {reasonText(current.reason)}.
            </p>
          </div>
          <div className="flex flex-wrap items-center gap-2">
            <CodeField key={current.task.code} code={current.task.code} onCode={openCode} />
            <Button onClick={another} disabled={problems.length > 0} tip="Another task like this" keys="shift+r">
              Another
            </Button>
            <Button onClick={next} tip="The next task for you" keys="shift+n">
              Next
            </Button>
          </div>
        </div>
        {problem !== null && (
          <p role="alert" className="text-trouble" data-code-problem>
            {problem}
          </p>
        )}
      </section>
      <Worked
        key={current.task.code}
        current={current}
        isGrey={problems.length > 0}
        history={history}
        now={now}
        onRecord={record}
        onNext={next}
        onAnother={another}
      />
    </>
  )
}

function firstTask(history: readonly Practised[], asked: string | null): Current {
  const made = asked === null ? null : taskOf(asked)
  if (made?.ok) return { task: made.task, reason: keptReason(made.task.code) }
  const { code, reason } = nextTask(history, Date.now(), randomSeed())
  const first = taskOf(code)
  if (!first.ok) throw new Error(first.message)
  return { task: first.task, reason }
}

/** The task, worked at; what it did to what you can do. */
function Worked({
  current: { task },
  isGrey,
  history,
  now,
  onRecord,
  onNext,
  onAnother,
}: {
  readonly current: Current
  readonly isGrey: boolean
  readonly history: readonly Practised[]
  readonly now: number
  readonly onRecord: (entry: Practised) => void
  readonly onNext: () => void
  readonly onAnother: () => void
}) {
  const exercise = useExercise(task, null)
  const { judged, moves, saving, notKept, seconds } = exercise
  const [history_, setHistory] = useState<TryHistory | null>(null)
  const count = useRef<number | null>(null)
  useEffect(() => {
    if (!saving) return
    // What was done before is in the history already.
    const isNew = count.current !== null && moves.length !== count.current
    count.current = moves.length
    if (isNew && moves.length > 0)
      onRecord({ code: task.code, at: Date.now(), seconds: seconds(), ...resultOf(task.dials, judged) })
    // oxlint-disable-next-line react/exhaustive-deps -- once for each move
  }, [moves, saving])
  const commands = useMemo(
    (): readonly Command[] => [
      { ...commandsOf.nextTask, keys: 'shift+n', run: onNext },
      { name: 'Another task like this', also: 'one more again same', keys: 'shift+r', run: onAnother },
      { name: 'Undo', keys: 'mod+z', inFields: true, run: () => history_?.undo?.() },
      { name: 'Redo', keys: 'mod+shift+z,mod+y', inFields: true, run: () => history_?.redo?.() },
    ],
    [onNext, onAnother, history_],
  )
  return (
    <div className="flex flex-1 flex-col lg:flex-row">
      <Commands group="The task" list={commands} />
      <Main next={(place) => (saving ? nextInTask(place) : 'soon')} className="min-w-0 flex-1 px-4 pt-3 pb-8">
        <h1 className="sr-only">Practice</h1>
        <div className={isGrey ? 'greyed' : undefined} data-task={task.dials.kind}>
          <TaskView exercise={exercise} isOnce={false} onHistory={setHistory} />
        </div>
        {saving && moves.length > 0 && (
          <div className="mt-4 rounded-md border border-line bg-sheet px-4 py-2.5" data-outcome={judged.done}>
            {judged.done && (
              <p className="mb-1 flex flex-wrap items-center gap-3">
                <strong className="text-holds">Done.</strong>
                <Button look="strong" onClick={onNext}>
                  Next task
                </Button>
              </p>
            )}
            <details open={judged.done}>
              <summary className="min-h-6 font-semibold">Marks</summary>
              <Marks judged={judged} />
            </details>
            <SavingState saving={saving} notKept={notKept} className="text-xs text-soft" />
          </div>
        )}
      </Main>
      <aside className="border-line bg-panel p-3 max-lg:border-t lg:w-76 lg:border-l">
        <SkillStrip history={history} now={now} />
      </aside>
    </div>
  )
}

/** The code of the task: shown, to be passed on; another one is typed over it. */
function CodeField({ code, onCode }: { readonly code: string; readonly onCode: (text: string) => void }) {
  const [typed, setTyped] = useState<string | null>(null)
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault()
        const read = typed === null ? null : readCode(typed)
        if (typed !== null && !(read?.ok && read.code === code)) onCode(typed)
        else setTyped(null)
      }}
    >
      <label className="flex items-center gap-1.5 text-soft">
        code
        <input
          value={typed ?? code}
          size={16}
          maxLength={40}
          spellCheck={false}
          autoComplete="off"
          onChange={({ target }) => setTyped(target.value)}
          onFocus={({ target }) => target.select()}
          className="h-8 field font-mono"
        />
      </label>
    </form>
  )
}
