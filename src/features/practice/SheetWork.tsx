import clsx from 'clsx'
import Link from 'next/link'
import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { goalText, taskOf, type AttemptsDocument, type Task } from '@/core/learner'
import { api, problemText } from '@/ui/api'
import type { TryHistory } from '@/ui/attempt/Try'
import { Button } from '@/ui/Button'
import { Commands } from '@/ui/commands'
import { download, fileName } from '@/ui/download'
import { SavingChoice, SavingState } from '@/ui/saving/SavingState'
import { savesAnswered } from '@/ui/saving/underWay'
import { toast } from '@/ui/toast'
import { attemptsOf } from './markRows'
import { TaskView } from './TaskView'
import { useExercise } from './useExercise'
import type { useSheet } from './useSheet'

type Live = AttemptsDocument['attempts'][number]

/** A sheet that was opened: its tasks to be worked at, and a file to be handed back. */
export function SheetWork({
  id,
  state,
  asked,
}: {
  readonly id: string
  readonly state: ReturnType<typeof useSheet>
  /** The code of the task to begin with. */
  readonly asked: string | null
}) {
  const { sheet, change, saving, notKept } = state
  const { title, marks, variants, name } = sheet
  const [{ codes, name: variant }] = variants
  const [at, setAt] = useState(() => Math.max(0, codes.indexOf(asked ?? '')))
  const [done, setDone] = useState<readonly string[]>([])
  const code = codes[at]
  // The same task while it is worked at: another one would be fetched anew, whatever was just answered.
  const made = useMemo(() => taskOf(code), [code])

  // What was answered a moment ago may not be on the server yet.
  const live = useRef<Live | null>(null)
  const [isKept, setIsKept] = useState(true)
  const keepLive = useCallback((attempt: Live | null) => {
    live.current = attempt
  }, [])

  const keepDone = useCallback(
    (code: string) => setDone((before) => (before.includes(code) ? before : [...before, code])),
    [],
  )

  const collect = async (): Promise<AttemptsDocument | null> => {
    await savesAnswered()
    const attempts: AttemptsDocument['attempts'][number][] = []
    for (const code of codes) {
      const answer = await api.find('exercise', `${id}.${code}`)
      if (!answer.ok) {
        toast.error(`Task ${codes.indexOf(code) + 1} could not be read: ${problemText(answer.problems)}`)
        return null
      }
      const own = live.current?.code === code ? live.current : answer.body && { code, ...answer.body.document }
      if (own && own.moves.length > 0) attempts.push({ code, moves: own.moves, seconds: own.seconds })
    }
    return attemptsOf(sheet, attempts)
  }
  const save = async () => {
    const document = await collect()
    if (!document) return
    const file = fileName(`${title} ${variant} ${name}`, '.attempts.json')
    download(file, 'application/json', `${JSON.stringify(document)}\n`)
    const missing = codes.length - document.attempts.length
    if (missing > 0) toast(`${missing} of the ${codes.length} tasks were not begun`)
  }
  return (
    <>
      <SavingChoice
        saving={saving}
        putBack={() => api.restore('sheet', id)}
        deleted="sheet"
        what="sheet"
        describe={({ content }) => <p>Another window changed the name: “{content.name}”.</p>}
        onChoose={state.choose}
        onRestored={state.goOn}
      />
      <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
        <h1 className="text-base font-semibold">
          {title}
          {variant && ` · ${variant}`} <span className="font-normal text-soft">{marks} marks</span>
        </h1>
        <label className="ml-auto flex items-center gap-2">
          your name, if you like
          <input
            value={name}
            maxLength={120}
            onChange={({ target }) => change({ ...sheet, name: target.value })}
            className="h-9 field"
          />
        </label>
        <SavingState saving={saving} notKept={notKept} className="pb-2 text-xs text-soft" />
        <Button look="strong" onClick={() => void save()}>
          Save my attempts
        </Button>
        <Link
          href={`/practice/sheets/${id}/print?what=attempt`}
          // The page is made from what is saved.
          aria-disabled={!isKept}
          onClick={(event) => !isKept && event.preventDefault()}
          className="inline-flex min-h-8 items-center rounded-md border border-edge bg-sheet px-2.5 hover:bg-chosen-wash"
        >
          Print with marks
        </Link>
      </div>
      <nav aria-label="Tasks of this sheet" className="flex flex-wrap gap-1.5">
        {codes.map((code, i) => (
          <Button
            key={code}
            aria-current={i === at ? 'step' : undefined}
            className={clsx(i === at && '!border-chosen !bg-chosen-wash font-semibold')}
            onClick={() => setAt(i)}
          >
            {i + 1}
            {done.includes(code) && <span className="text-holds"> ✓</span>}
          </Button>
        ))}
      </nav>
      {made.ok ? (
        <SheetTask
          key={made.task.code}
          sheet={id}
          task={made.task}
          number={at + 1}
          onLive={keepLive}
          onKept={setIsKept}
          onDone={keepDone}
          onNext={at + 1 < codes.length ? () => setAt(at + 1) : null}
        />
      ) : (
        <p role="alert">{made.message}</p>
      )}
    </>
  )
}

function SheetTask({
  sheet,
  task,
  number,
  onLive,
  onKept,
  onDone,
  onNext,
}: {
  readonly sheet: string
  readonly task: Task
  readonly number: number
  /** Told what was done until now; null while that is fetched. */
  readonly onLive: (attempt: Live | null) => void
  /** Told whether it is saved. */
  readonly onKept: (isKept: boolean) => void
  /** Told of its code once it is done. */
  readonly onDone: (code: string) => void
  readonly onNext: (() => void) | null
}) {
  const exercise = useExercise(task, sheet)
  const [history, setHistory] = useState<TryHistory | null>(null)
  const { judged, saving, notKept, moves, seconds } = exercise
  const isFetched = saving !== null
  const isKept = saving?.state === 'saved'
  useEffect(() => onKept(isKept), [onKept, isKept])
  useEffect(() => {
    onLive(isFetched ? { code: task.code, moves, seconds: seconds() } : null)
    return () => onLive(null)
    // oxlint-disable-next-line react/exhaustive-deps -- once for each move
  }, [onLive, isFetched, task, moves])
  const isDone = saving !== null && judged.done
  useEffect(() => {
    if (isDone) onDone(task.code)
  }, [isDone, onDone, task])
  return (
    <section aria-label={`Task ${number}`} data-task={task.dials.kind}>
      <Commands
        group="The task"
        list={[
          { name: 'Undo', keys: 'mod+z', inFields: true, run: () => history?.undo?.() },
          { name: 'Redo', keys: 'mod+shift+z,mod+y', inFields: true, run: () => history?.redo?.() },
        ]}
      />
      <h2 className="mb-2 max-w-prose font-semibold">
        {number}. {goalText(task)}
      </h2>
      <TaskView exercise={exercise} isOnce onHistory={setHistory} />
      <p className="mt-3 flex items-center gap-3">
        {isDone && <strong className="text-holds">Done.</strong>}
        {isDone && onNext && (
          <Button look="strong" onClick={onNext}>
            Next task
          </Button>
        )}
        {saving && task.dials.kind !== 'solve' && (
          <SavingState saving={saving} notKept={notKept} className="text-xs text-soft" />
        )}
      </p>
    </section>
  )
}
