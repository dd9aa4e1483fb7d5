import { memo } from 'react'
import type { LabelledPoints } from '@/core/structure'
import { boardNode, endsInk, type BoardPicture, type Chosen } from '@/core/entry'
import { Shapes } from '@/ui/Drawing'
import { BoardPart } from './BoardPart'

interface Props {
  readonly picture: BoardPicture
  readonly nodes: readonly LabelledPoints[]
  readonly nodeOf: (point: string) => number
  /** The 0 V node, −1 if there is none. */
  readonly zero: number
  readonly symbols: 'zigzag' | 'box'
  readonly chosen: Chosen
  /** The node that is pointed at. */
  readonly lit: number | null
  /** A word of trouble by part; and the parts of the finding that is pointed at. */
  readonly marks: ReadonlyMap<string, string>
  readonly pointed: Chosen
  readonly onNode: (node: number) => void
  readonly onLight: (node: number | null) => void
}

/** Parts, dots and node labels of a picture of the board, or of a piece of it. */
export const BoardLayer = memo(function BoardLayer({
  picture,
  nodes,
  nodeOf,
  zero,
  symbols,
  chosen,
  lit,
  marks,
  pointed,
  onNode,
  onLight,
}: Props) {
  return (
    <>
      {picture.parts.map((part) => {
        const [from, to] = [nodeOf(part.from), nodeOf(part.to)]
        return (
          <BoardPart
            key={part.name}
            part={part}
            from={from}
            to={to}
            fromLabel={nodes[from]?.label ?? 'none'}
            toLabel={nodes[to]?.label ?? 'none'}
            symbols={symbols}
            chosen={chosen.has(part.name)}
            lit={lit !== null && (lit === from || lit === to) ? lit : null}
            mark={marks.get(part.name) ?? ''}
            pointed={pointed.has(part.name)}
          />
        )
      })}
      <g className="pointer-events-none">
        <Shapes shapes={endsInk(picture, nodeOf)} />
      </g>
      {picture.nodes.map((it) => {
        const { node, label, x, y, points } = it
        return (
          <g
            key={node}
            data-node={node}
            role="button"
            tabIndex={0}
            aria-label={`Node ${label}: points ${points.join(', ')}`}
            onFocus={() => onLight(node)}
            onBlur={() => onLight(null)}
            onKeyDown={(event) => {
              if (event.key !== 'Enter' && event.key !== ' ') return
              event.preventDefault()
              event.stopPropagation()
              onNode(node)
            }}
            className="group/node cursor-pointer outline-none"
          >
            <circle
              cx={x}
              cy={y}
              r={13}
              className="pointer-events-all fill-none group-focus-visible/node:fill-chosen"
            />
            <Shapes shapes={boardNode(it, zero)} />
          </g>
        )
      })}
    </>
  )
})
