import { useEffect, useMemo, useRef } from 'react'
import { judgeTask, readTaskMoves, resultOf, type Judged, type Task, type TaskMove } from '@/core/learner'
import { api, type ExerciseResult } from '@/ui/api'
import { useMoves, type Keeping, type KeptMoves } from '@/ui/attempt/useMoves'

/** A task that is being worked at. */
export interface OpenExercise extends KeptMoves<TaskMove> {
  readonly id: string
  readonly task: Task
  readonly judged: Judged
  /** How long it was worked at until now. */
  readonly seconds: () => number
}

/** Longer without a move nobody was at it. */
const idle = 180

/** The attempt at a task, kept under its sheet, or by itself. */
export function useExercise(task: Task, sheet: string | null): OpenExercise {
  const id = `${sheet ?? 'own'}.${task.code}`
  const clock = useRef({ before: 0, spent: 0, last: 0 })
  const seconds = () => Math.round(clock.current.before + clock.current.spent)
  const keeping = useMemo(
    (): Keeping<TaskMove> => ({
      kind: 'exercise',
      load: async (of) => {
        const answer = await api.exercise(of)
        if (answer.ok && answer.body) clock.current.before = answer.body.seconds
        return answer
      },
      send: (of, attempt, leaving) =>
        api.saveExercise(
          of,
          {
            ...attempt,
            seconds: seconds(),
            result: resultOf(task.dials, judgeTask(task, attempt.moves)) satisfies ExerciseResult,
          },
          leaving,
        ),
      isMoves: (raw) => readTaskMoves(raw).ok,
    }),
    [task],
  )
  const kept = useMoves(keeping, id, task.code)
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
