import { useEffect, useMemo, useRef } from 'react'
import type { ExerciseResult } from '@/core/kept'
import {
  judgeTask,
  readTaskMoves,
  resultOf,
  type JudgedTask,
  type Practised,
  type Task,
  type TaskMove,
} from '@/core/learner'
import type { ListedExercise } from '@/ui/api'
import { useMoves, type KeptMoves } from '@/ui/attempt/useMoves'

/** What a list has of an exercise, as what comes next is told by. */
export function practisedOf({ title, updatedAt, seconds, result }: ListedExercise): Practised {
  return { code: title, at: Date.parse(updatedAt), seconds, ...result }
}

/** A task that is being worked at. */
export interface OpenExercise extends KeptMoves<TaskMove> {
  readonly id: string
  readonly task: Task
  readonly judged: JudgedTask
  /** How long it was worked at until now. */
  readonly seconds: () => number
}

/** Longer without a move nobody was at it. */
const idle = 180

const isMoves = (raw: unknown) => readTaskMoves(raw).ok

/** The attempt at a task, kept under its sheet, or by itself. */
export function useExercise(task: Task, sheet: string | null): OpenExercise {
  const id = `${sheet ?? 'own'}.${task.code}`
  const clock = useRef({ before: 0, spent: 0, last: 0 })
  const seconds = () => Math.round(clock.current.before + clock.current.spent)
  const kept = useMoves<'exercise', TaskMove>(
    {
      kind: 'exercise',
      isMoves,
      pack: (attempt) => ({
        ...attempt,
        seconds: seconds(),
        result: resultOf(task.dials, judgeTask(task, attempt.moves)) satisfies ExerciseResult,
      }),
      onFetched: (record) => (clock.current.before = record?.document.seconds ?? 0),
    },
    id,
    task.code,
  )
  const { moves } = kept
  useEffect(() => {
    const now = Date.now() / 1000
    const { last } = clock.current
    if (last > 0) clock.current.spent += Math.min(idle, now - last)
    clock.current.last = now
  }, [moves])
  const judged = useMemo(() => judgeTask(task, moves), [task, moves])
  return { ...kept, id, task, judged, seconds }
}
