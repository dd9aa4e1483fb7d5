import type { Task } from '@/core/learner'
import { DrawnBoard } from '@/ui/DrawnBoard'
import { useSettings } from '@/ui/settings'

/** The picture of a task, as a book would print it. In a disguise nodes have no labels: they are what is to be seen. */
export function TaskPicture({
  task,
  lit,
  chosen,
  onChoose,
  isTold = false,
  tallest,
}: {
  readonly task: Task
  readonly lit?: readonly number[]
  readonly chosen?: readonly string[]
  readonly onChoose?: (name: string) => void
  /** Nodes have their labels all the same: a hint spoke of them. */
  readonly isTold?: boolean
  /** A taller picture is scaled down, as far as it can still be read. */
  readonly tallest?: number
}) {
  const { symbols } = useSettings().settings
  const isLabelled = isTold || (task.dials.picture !== 'disguised' && task.dials.kind !== 'untangle')
  return (
    <div className="w-fit max-w-full overflow-x-auto rounded-lg border border-line paper p-1" data-picture>
      <DrawnBoard
        document={task.document}
        nodes={task.worksheet.wiring.nodes}
        symbols={symbols}
        title="The network as it was drawn"
        isLabelled={isLabelled}
        lit={lit}
        chosen={chosen}
        onChoose={onChoose}
        tallest={tallest}
      />
    </div>
  )
}
