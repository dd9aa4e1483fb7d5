import { Button } from '@/ui/Button'
import { Message } from '@/ui/network/Findings'
import type { LabelledPoints } from '@/core/nodes'
import type { Chosen, Miss } from '@/core/sketch'
import type { Trouble } from './troubles'

interface Props {
  readonly troubles: readonly Trouble[]
  readonly misses: readonly Miss[]
  readonly nodes: readonly LabelledPoints[]
  readonly nodeAt: (miss: Miss) => number
  readonly onPoint: (parts: Chosen) => void
  readonly onJoin: (miss: Miss) => void
}

const most = 12

/** What is wrong with the drawing or worth saying about it; ends that seem to be meant for each other are joined by a click. */
export function BoardFindings({ troubles, misses, nodes, nodeAt, onPoint, onJoin }: Props) {
  return (
    <section aria-label="Findings" aria-live="polite">
      <h2 className="mb-1 font-semibold">Findings</h2>
      {troubles.length + misses.length === 0 && <p className="text-soft">Nothing to say against this network.</p>}
      <ul className="grid gap-1.5">
        {misses.slice(0, most).map((miss) => (
          <li
            key={`${miss.part} ${miss.end}`}
            data-miss={miss.part}
            onPointerEnter={() => onPoint(new Set([miss.part]))}
            onPointerLeave={() => onPoint(new Set())}
            className="flex items-center gap-2 rounded-md border-l-4 border-chosen bg-sheet px-3 py-1.5"
          >
            <p className="flex-1">{missText(miss, nodes[nodeAt(miss)]?.label)}</p>
            <Button onClick={() => onJoin(miss)}>Join</Button>
          </li>
        ))}
        {troubles.slice(0, most).map(({ code, parts, message }, i) => (
          <li
            key={i}
            data-finding={code}
            onPointerEnter={() => onPoint(new Set(parts))}
            onPointerLeave={() => onPoint(new Set())}
            className="rounded-md border-l-4 border-trouble bg-sheet px-3 py-1.5"
          >
            <Message text={message} names={parts} />
          </li>
        ))}
      </ul>
      {troubles.length > most && <p className="mt-1 text-soft">… and {troubles.length - most} more findings</p>}
    </section>
  )
}

/** The question a bare end raises. */
export function missText({ part, short, over }: Miss, node: string | undefined): string {
  return short
    ? `An end of ${part} stops one peg short of node ${node ?? '?'}: did you mean to join these?`
    : `An end of ${part} lies on ${over ?? '?'} without joining it: did you mean to join these?`
}
