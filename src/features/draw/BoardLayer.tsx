import { memo, useMemo } from 'react'
import type { LabelledPoints } from '@/core/structure'
import {
  boardLetters,
  boardNode,
  endsInk,
  type BoardPicture,
  type Chosen,
  partInk,
  type BoardPart as Drawn,
} from '@/core/entry'
import { isSame, Shapes } from '@/ui/Drawing'
import { measures, placeOn, pointsText } from '@/core/picture'

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

interface BoardPartProps {
  readonly part: Drawn
  /** Node indices of its two ends; −1 where there is none. */
  readonly from: number
  readonly to: number
  readonly fromLabel: string
  readonly toLabel: string
  readonly symbols: 'zigzag' | 'box'
  readonly chosen: boolean
  /** Which node is pointed at, if it is one of its two. */
  readonly lit: number | null
  /** What is wrong with it, in a word or two; empty if nothing is. */
  readonly mark: string
  /** It is part of a finding that is pointed at. */
  readonly pointed: boolean
}

/** Whether a part would be drawn just the same: pictures are made anew at every change. */
function sameDrawing({ part: a, ...before }: BoardPartProps, { part: b, ...after }: BoardPartProps): boolean {
  const keys = Object.keys(after) as (keyof typeof after)[]
  return keys.every((key) => before[key] === after[key]) && isSame(a, b)
}

/** A part as it was drawn. It takes the focus, so that the Tab key walks the parts. */
const BoardPart = memo(function BoardPart({
  part,
  from,
  to,
  fromLabel,
  toLabel,
  symbols,
  chosen,
  lit,
  mark,
  pointed,
}: BoardPartProps) {
  const { name, kind, value, line, symbol } = part
  const tone = chosen ? 'chosen' : mark || pointed ? 'trouble' : 'ink'
  const whole = pointsText(line)
  const at = placeOn(symbol)
  const [half, side] = [symbol.length / 2, measures.plate]
  const grip = [at(-half, -side), at(half, -side), at(half, side), at(-half, side)]
  const isWire = kind === 'wire'
  const shapes = useMemo(
    () => partInk(part, { symbols, tone, ends: [from, to], lit, mark, isNamed: chosen, size: boardLetters }),
    [part, symbols, tone, from, to, lit, mark, chosen],
  )
  const said = `${name}, ${kind}${value && `, ${value}`}, from node ${fromLabel} to node ${toLabel}${mark && `; ${mark}`}`
  return (
    <g
      data-part={name}
      data-slides={name}
      data-angle={symbol.angle}
      role="button"
      tabIndex={0}
      aria-pressed={chosen}
      aria-label={said}
      className="group/part cursor-pointer outline-none"
    >
      {(chosen || pointed) && (
        <polyline
          points={whole}
          className={chosen ? 'fill-none stroke-chosen-wash' : 'fill-none stroke-trouble-wash'}
          strokeWidth={11}
          strokeLinejoin="round"
          strokeLinecap="round"
        />
      )}
      <polyline
        points={whole}
        className="pointer-events-stroke fill-none group-focus-visible/part:stroke-chosen"
        strokeWidth={12}
        strokeOpacity={0.35}
        strokeLinejoin="round"
      />
      {!isWire && <polygon data-grip="body" points={pointsText(grip)} className="pointer-events-all fill-none" />}
      <Shapes shapes={shapes} />
    </g>
  )
}, sameDrawing)
