import { memo } from 'react'
import { measures, placeOn } from '@/core/picture'
import type { BoardPart as Drawn } from '@/core/entry'
import { pathOf } from '@/ui/linePath'
import { nodeLook } from '@/ui/nodeLook'
import { MeterSymbol, Plates, Resistor, Signs, placesText } from '@/ui/symbols'

interface Props {
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
function sameDrawing({ part: a, ...before }: Props, { part: b, ...after }: Props): boolean {
  const keys = Object.keys(after) as (keyof typeof after)[]
  return keys.every((key) => before[key] === after[key]) && (a === b || JSON.stringify(a) === JSON.stringify(b))
}

/** A part as it was drawn. It takes the focus, so that the Tab key walks the parts. */
export const BoardPart = memo(function BoardPart({
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
}: Props) {
  const { name, kind, value, head, tail, line, symbol, nameAt, valueAt } = part
  const tone = chosen ? 'stroke-chosen' : mark || pointed ? 'stroke-trouble' : 'stroke-ink'
  const fill = chosen ? 'fill-chosen' : mark || pointed ? 'fill-trouble' : 'fill-ink'
  const at = placeOn(symbol)
  const [half, side] = [symbol.length / 2, measures.plate]
  const grip = [at(-half, -side), at(half, -side), at(half, side), at(-half, side)]
  const said = `${name}, ${kind}${value && `, ${value}`}, from node ${fromLabel} to node ${toLabel}${mark && `; ${mark}`}`
  const wire = kind === 'wire'
  const halves = [{ line: head, node: from }, ...(wire ? [] : [{ line: tail, node: to }])]
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
        <path
          d={pathOf(line)}
          className={chosen ? 'fill-none stroke-chosen-wash' : 'fill-none stroke-trouble-wash'}
          strokeWidth={11}
          strokeLinejoin="round"
          strokeLinecap="round"
          data-chrome
        />
      )}
      <path
        d={pathOf(line)}
        className="pointer-events-stroke fill-none group-focus-visible/part:stroke-chosen"
        strokeWidth={12}
        strokeOpacity={0.35}
        strokeLinejoin="round"
        data-chrome
      />
      {halves.map(({ line: half, node }, i) => (
        <NodeLine
          key={i}
          d={pathOf(half)}
          node={node}
          lit={lit !== null && node === lit}
          dotted={kind === 'terminals'}
        />
      ))}
      {!wire && (
        <g data-grip="body">
          <path d={`M${placesText(grip, 'L')}Z`} className="pointer-events-all fill-none" data-chrome />
          {kind === 'resistor' && <Resistor {...symbol} symbols={symbols} tone={tone} />}
          {kind === 'source' && <Plates {...symbol} tone={tone} />}
          {(kind === 'ammeter' || kind === 'voltmeter') && <MeterSymbol {...symbol} kind={kind} tone={tone} />}
        </g>
      )}
      {kind !== 'resistor' && kind !== 'wire' && <Signs {...symbol} kind={kind} />}
      {(!wire || chosen) && (
        <text data-grip="label" x={nameAt.x} y={nameAt.y} textAnchor={nameAt.anchor} className={`${fill} font-medium`}>
          {name}
          {kind === 'terminals' && ' ?'}
        </text>
      )}
      {value && (
        <text data-grip="label" x={valueAt.x} y={valueAt.y} textAnchor={valueAt.anchor} className="fill-soft">
          {value}
        </text>
      )}
      {mark && (
        <text
          data-grip="label"
          x={valueAt.x}
          y={valueAt.y + (value ? 13 : 0)}
          textAnchor={valueAt.anchor}
          className="fill-trouble text-[10px]"
        >
          ▲ {mark}
        </text>
      )}
    </g>
  )
}, sameDrawing)

interface NodeLineProps {
  readonly d: string
  readonly node: number
  readonly lit: boolean
  readonly dotted: boolean
}

/** A line in its node's colour; from the ninth node on with a light core, since the colours come again. */
function NodeLine({ d, node, lit, dotted }: NodeLineProps) {
  const { colour, core } = node < 0 ? { colour: 'var(--ink)', core: null } : nodeLook(node)
  const wide = (lit ? 4 : 2) + (core === null ? 0 : 1.2)
  const line = { d, className: 'fill-none', strokeLinejoin: 'round' } as const
  return (
    <>
      <path
        {...line}
        style={{ stroke: colour }}
        strokeWidth={wide}
        strokeLinecap="round"
        strokeDasharray={dotted ? '2 5' : undefined}
      />
      {core !== null && (
        <path {...line} style={{ stroke: 'var(--sheet)' }} strokeWidth={1.1} strokeDasharray={core} data-core />
      )}
    </>
  )
}
