import dynamic from 'next/dynamic'
import type { ComponentType } from 'react'
import type { Question, TaskKind } from '@/core/learner'
import type { TryHistory } from '@/ui/attempt/Try'
import { firstEmpty, type Focusable } from '@/ui/home'
import { SavingChoice } from '@/ui/saving/SavingState'
import { Nothing, onceThere } from '@/ui/onceThere'
import { EstimateTask } from './EstimateTask'
import { GapsTask, MistakeTask } from './LineTasks'
import { RedrawTask } from './RedrawTask'
import { SpotTask } from './SpotTask'
import { UntangleTask } from './UntangleTask'
import type { OpenExercise } from './useExercise'

// The two that bring a whole screen with them are loaded where they are worked at.
const SolveTask = dynamic(() => onceThere(() => import('./SolveTask')).then((module) => module.SolveTask), {
  loading: Nothing,
})
const MendTask = dynamic(() => onceThere(() => import('./MendTask')).then((module) => module.MendTask), {
  loading: Nothing,
})

/** What each kind of task is worked at with; `solve` is a worksheet of one's own. */
const views: { readonly [K in Exclude<TaskKind, 'solve'>]: ComponentType<KindProps<K>> } = {
  spot: SpotTask,
  estimate: EstimateTask,
  redraw: RedrawTask,
  mistake: MistakeTask,
  gaps: GapsTask,
  untangle: UntangleTask,
  mend: MendTask,
}
interface KindProps<K extends TaskKind> {
  readonly exercise: OpenExercise
  readonly question: Extract<Question, { readonly kind: K }>
}

/** The choice or the field that the task of a screen waits for; null where there is none, `soon` while it is fetched. */
export function nextInTask(screen: Element | null): Focusable | null | 'soon' {
  const task = screen?.querySelector('[data-task]')
  if (!task || task.querySelector('[data-fetching]')) return 'soon'
  return task.querySelector<HTMLElement>('[data-keys~=answers], section[data-try]') ?? firstEmpty(task)
}

/** A task of any kind, to be worked at. */
export function TaskView({
  exercise,
  isOnce,
  onHistory,
}: {
  readonly exercise: OpenExercise
  /** It counts as it is: it cannot be started over. */
  readonly isOnce: boolean
  readonly onHistory: (history: TryHistory | null) => void
}) {
  const { question } = exercise.task
  const { saving } = exercise
  if (question.kind === 'solve') return <SolveTask exercise={exercise} isOnce={isOnce} onHistory={onHistory} />
  if (!saving)
    return (
      <p role="status" data-fetching className="text-soft">
        loading what you did here before
      </p>
    )
  const View = views[question.kind] as ComponentType<KindProps<TaskKind>>
  return (
    <>
      <SavingChoice
        saving={saving}
        putBack={() => Promise.resolve({ ok: true, body: { version: 0 } })}
        what="attempt"
        describe={({ content }) => (
          <p>
            Another window changed it: {content.moves.length} answers there, {exercise.moves.length} here. Choose one;
            the other is kept.
          </p>
        )}
        onChoose={exercise.choose}
        onRestored={exercise.goOn}
      />
      <View exercise={exercise} question={question} />
    </>
  )
}
