import { useCallback, useMemo } from 'react'
import type { Move } from '@/core/learner'
import { workOut } from '@/core/worksheet'
import { Attempt, type TryHistory } from '@/ui/attempt/Try'
import { useWith } from '@/ui/attempt/useAttempt'
import type { KeptMoves } from '@/ui/attempt/useMoves'
import { useSettings } from '@/ui/settings'
import { TaskPicture } from './Picture'
import type { OpenExercise } from './useExercise'

/** A whole worksheet, from the picture to what is asked for. */
export function SolveTask({
  exercise,
  isOnce,
  onHistory,
}: {
  readonly exercise: OpenExercise
  readonly isOnce: boolean
  readonly onHistory: (history: TryHistory | null) => void
}) {
  const { task, id } = exercise
  const { names, order, begin, nodes } = useSettings().settings
  const own = useMemo(() => {
    const made = workOut(task.worksheet.network, { nodes, choices: { names, order, begin, asked: task.goal } })
    return 'problems' in made ? task.worksheet : made
  }, [task, names, order, begin, nodes])
  // A task of this kind has no other moves than those of an attempt.
  const attempt = useWith(exercise as unknown as KeptMoves<Move>, own)
  const { wiring, network } = attempt.worksheet
  const isTold = exercise.moves.some((move) => move.do === 'hint')
  const original = useCallback(
    ({
      chosen,
      lit,
      onChoose,
    }: {
      readonly chosen: readonly number[]
      readonly lit: readonly number[]
      readonly onChoose: (id: number) => void
    }) => (
      <TaskPicture
        task={task}
        chosen={chosen.map((leaf) => network.parts[wiring.live[leaf]].name)}
        lit={lit}
        isTold={isTold}
        onChoose={(name) => {
          const leaf = wiring.live.findIndex((part) => network.parts[part].name === name)
          if (leaf >= 0) onChoose(leaf)
        }}
      />
    ),
    [task, network, wiring, isTold],
  )
  return <Attempt id={id} attempt={attempt} onHistory={onHistory} original={original} isOnce={isOnce} />
}
