import type { Task } from '@/core/learner'
import { useSettings } from '@/ui/settings'
import { useId, useMemo } from 'react'
import { bookInk, drawBoard, openBoard, type BoardPicture } from '@/core/entry'
import type { NetworkDocument } from '@/core/network'
import { Drawing } from '../../ui/Drawing'

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

/** A picture is scaled down to this height, but never so far that its letters cannot be read. */
const usualHeight = 440
const leastScale = 0.72

interface Props {
  readonly document: NetworkDocument
  readonly nodes: readonly { readonly label: string; readonly points: readonly string[] }[]
  readonly symbols: 'zigzag' | 'box'
  /** What it is called when it is read aloud. */
  readonly title: string
  /** Whether every node has its label; else only those that are spoken of. */
  readonly isLabelled: boolean
  /** Nodes that are spoken of. */
  readonly lit?: readonly number[]
  /** Resistors by name. */
  readonly chosen?: readonly string[]
  readonly onChoose?: (name: string) => void
  readonly tallest?: number
}

/** A network as it was drawn; its resistors can be pointed at, by mouse, touch, or arrow keys and Enter. */
function DrawnBoard({
  document,
  nodes,
  symbols,
  title,
  isLabelled,
  lit = [],
  chosen = [],
  onChoose,
  tallest = usualHeight,
}: Props) {
  const picture = useMemo(() => drawBoard(openBoard(document), nodes), [document, nodes])
  const id = useId()
  const { box } = picture
  // As large as it was drawn, unless it would not be seen whole; never so small that it cannot be read.
  const scale = Math.max(leastScale, Math.min(1, tallest / box.height))
  const ink = bookInk(picture, {
    symbols,
    description: title,
    isLabelled,
    lit: lit.map((node) => ({ node, points: nodes[node]?.points ?? [] })),
    chosen,
    isChoosable: onChoose !== undefined,
  })
  return (
    <>
      <Drawing
        ink={ink}
        size={{ width: box.width * scale, height: box.height * scale }}
        least={box.width * leastScale}
        onChoose={onChoose}
        describedBy={id}
      />
      <p id={id} className="sr-only">
        {inWords(picture, nodes, isLabelled)}
      </p>
    </>
  )
}

/** The picture read aloud: with nodes where they are labelled, else point by point and wire by wire, as it is seen. */
function inWords({ parts }: BoardPicture, nodes: Props['nodes'], isLabelled: boolean): string {
  const at = (point: string) => {
    const node = nodes.find(({ points }) => points.includes(point))
    return isLabelled && node ? `node ${node.label}` : point
  }
  const said = parts
    .filter(({ kind }) => kind !== 'wire')
    .map(({ name, kind, value, from, to }) =>
      kind === 'source'
        ? `${name}, source${value && `, ${value}`}, + at ${at(from)}, − at ${at(to)}`
        : `${name}${value && `, ${value}`}, between ${at(from)} and ${at(to)}`,
    )
  const wires = isLabelled ? [] : parts.filter(({ kind }) => kind === 'wire').map(({ from, to }) => `${from} to ${to}`)
  return `${said.join('; ')}.${wires.length > 0 ? ` Plain wires: ${wires.join(', ')}.` : ''}`
}
