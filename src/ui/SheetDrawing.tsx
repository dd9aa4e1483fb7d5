'use client'

import clsx from 'clsx'
import { memo, useId, useRef, useState, type KeyboardEvent, type ReactNode } from 'react'
import { measures, type Box, type LineTone, type Picture, type PlacedPart, type PlacedSource } from '@/core/picture'
import { barred } from './Barred'
import { NodeMark } from './NodeMark'
import { MeterSymbol, Plates, Resistor } from './symbols'
import { Wires } from './Wires'

export interface SheetDrawingProps {
  readonly picture: Picture
  /** Labels of the nodes, by node index. */
  readonly nodeLabels: readonly string[]
  /** Which colour each node has, if not that of its index. */
  readonly colours?: readonly number[]
  readonly symbols: 'zigzag' | 'box'
  /** Whether values on the way up are shown: voltage and current in their colours, with + − and arrow. */
  readonly side: 'reduce' | 'expand'
  /** The arrows of currents point as electrons run. */
  readonly electrons?: boolean
  /** The text equivalent of the whole drawing. */
  readonly description: string
  /** Element ids of the groups, and the loops around those that stand together. */
  readonly group?: readonly number[]
  readonly loops?: readonly Box[]
  readonly chosen?: readonly number[]
  /** Nodes that are asked about. */
  readonly lit?: readonly number[]
  readonly onChoose?: (id: number) => void
  /** As wide as what it stands in; else no wider than it was drawn. */
  readonly wide?: boolean
  /** Drawn behind the network, and what is seen of it all, where that is more than the network. */
  readonly behind?: ReactNode
  readonly frame?: Box
  /** Whether its values can be pointed at, each with the id of its line; what that does is up to what it stands in. */
  readonly pointable?: boolean
}

/** The least that a sheet is scaled down to: its letters are as small then as can still be read. */
const leastScale = 0.65

/** A sheet as SVG. With `onChoose`, its parts can be pointed at: by mouse, touch, or arrow keys and Enter. */
export const SheetDrawing = memo(function SheetDrawing(props: SheetDrawingProps) {
  const {
    picture,
    nodeLabels,
    colours,
    description,
    side,
    symbols,
    group = [],
    loops = [],
    chosen = [],
    lit = [],
    onChoose,
    pointable = false,
    wide,
    electrons = false,
    behind,
    frame = { x: 0, y: 0, width: picture.width, height: picture.height },
  } = props
  const title = useId()
  const [active, setActive] = useState('')
  const root = useRef<SVGSVGElement>(null)
  const isActive = onChoose !== undefined || pointable
  // A meter is no group's member: it cannot be chosen, but what it shows can be pointed at.
  const inOrder = [...picture.parts].sort((a, b) => a.left - b.left || a.y - b.y)
  const targets = [
    ...inOrder.flatMap(({ id, symbol }) => (onChoose && symbol === 'resistor' ? [`part-${id}`] : [])),
    ...inOrder.flatMap(({ id, label }) =>
      pointable ? (label.ids ?? []).flatMap((line, i) => (line === undefined ? [] : [`value-${id}-${i}`])) : [],
    ),
  ]
  const walk = (event: KeyboardEvent) => {
    const steps: Readonly<Record<string, number>> = { ArrowRight: 1, ArrowLeft: -1 }
    const step = steps[event.key]
    if (step === undefined || targets.length === 0) return
    event.preventDefault()
    event.stopPropagation()
    const next = targets[(Math.max(0, targets.indexOf(active)) + step + targets.length) % targets.length]
    setActive(next)
    root.current?.querySelector<SVGElement>(`[data-target="${next}"]`)?.focus()
  }
  const entry = targets.includes(active) ? active : targets[0]
  return (
    <svg
      ref={root}
      viewBox={`${frame.x} ${frame.y} ${frame.width} ${frame.height}`}
      width={wide ? '100%' : frame.width}
      height={wide ? undefined : frame.height}
      role={isActive ? 'group' : 'img'}
      aria-labelledby={title}
      onKeyDown={isActive ? walk : undefined}
      className={clsx('block h-auto max-w-full font-mono text-[11.5px]', wide && 'overflow-visible')}
      style={{ minWidth: frame.width * leastScale }}
    >
      <title id={title}>{description}</title>
      {behind}
      {loops.map((loop, i) => (
        <rect
          key={i}
          {...loop}
          rx={9}
          strokeDasharray="5 3"
          className={side === 'reduce' ? 'fill-reduce-wash stroke-reduce' : 'fill-expand-wash stroke-expand'}
          strokeWidth={1.4}
        />
      ))}
      <Wires picture={picture} />
      {picture.parts.map((part) => (
        <Part
          key={part.id}
          part={part}
          side={side}
          electrons={electrons}
          symbols={symbols}
          grouped={group.includes(part.id)}
          chosen={chosen.includes(part.id)}
          entry={entry?.split('-')[1] === String(part.id) ? entry : null}
          onEnter={setActive}
          onChoose={part.symbol === 'resistor' ? onChoose : undefined}
          pointable={pointable}
        />
      ))}
      {picture.aside.map((part) => (
        <g key={part.id} data-slides={part.label.name} className={clsx(part.symbol === 'resistor' && 'opacity-75')}>
          <Symbol part={part} symbols={symbols} tone="stroke-soft" />
          <Name part={part} tone="fill-soft" />
          <Values part={part} electrons={electrons} tone="fill-soft" />
        </g>
      ))}
      {picture.source ? (
        <Source source={picture.source} />
      ) : (
        [picture.start, picture.finish].map(({ x, y }, i) => (
          <g key={i}>
            <circle cx={x} cy={y} r={3.6} className="fill-sheet stroke-ink" strokeWidth={1.5} />
            <text x={x} y={y - 9} textAnchor="middle" className="fill-soft">
              {i === 0 ? '+' : '−'}
            </text>
          </g>
        ))
      )}
      {picture.nodes.map(({ node, x, y }, i) => (
        <NodeMark
          key={i}
          x={x}
          y={y}
          node={colours?.[node] ?? node}
          label={nodeLabels[node]}
          isLit={lit.includes(node)}
        />
      ))}
    </svg>
  )
})

function middleOf({ left, right, y }: PlacedPart) {
  return { x: (left + right) / 2, y, length: right - left }
}

/** The source that closes the loop, + at the top. */
function Source({ source: { x, y, label } }: { readonly source: PlacedSource }) {
  const right = x + measures.plate + 5
  return (
    <g data-slides={label.name} data-angle={90}>
      <Plates x={x} y={y} length={2 * measures.plateGap} angle={90} tone="stroke-ink" />
      <text x={x - measures.plate} y={y - measures.plateGap - 4} textAnchor="middle" className="fill-soft">
        +
      </text>
      <text x={x - measures.plate} y={y + measures.plateGap + 11} textAnchor="middle" className="fill-soft">
        −
      </text>
      <text x={right} y={y - 3} className="fill-ink font-medium">
        {label.name}
      </text>
      {label.lines.map((line, i) => (
        <text key={i} x={right} y={y + 10 + i * measures.lineHeight} className={toneOf(label.tones?.[i], 'fill-soft')}>
          {barred(line, 'tspan')}
        </text>
      ))}
    </g>
  )
}

/** The colour of a line: voltages and currents have their own. */
function toneOf(tone: LineTone | null | undefined, plain: string): string {
  return tone === 'voltage' ? 'fill-expand' : tone === 'current' ? 'fill-flow' : plain
}

/** A resistor, or a meter. */
function Symbol({
  part,
  symbols,
  tone,
}: { readonly part: PlacedPart; readonly tone: string } & Pick<SheetDrawingProps, 'symbols'>) {
  return part.symbol === 'resistor' ? (
    <Resistor {...middleOf(part)} symbols={symbols} tone={tone} />
  ) : (
    <MeterSymbol {...middleOf(part)} kind={part.symbol} tone={tone} />
  )
}

interface PartProps extends Pick<SheetDrawingProps, 'side' | 'symbols' | 'onChoose'> {
  readonly electrons: boolean
  readonly part: PlacedPart
  readonly grouped: boolean
  readonly chosen: boolean
  readonly pointable: boolean
  /** Which of its targets the Tab key reaches; the others are reached by arrow keys. */
  readonly entry: string | null
  readonly onEnter: (target: string) => void
}

/** Whether a part would be drawn just the same: its place and labels are new objects on every sheet. */
function sameDrawing({ part: a, ...before }: PartProps, { part: b, ...after }: PartProps): boolean {
  const keys = Object.keys(after) as (keyof typeof after)[]
  return (
    keys.every((key) => before[key] === after[key]) &&
    a.id === b.id &&
    a.left === b.left &&
    a.symbol === b.symbol &&
    a.y === b.y &&
    a.box.width === b.box.width &&
    a.label.name === b.label.name &&
    a.label.voltage === b.label.voltage &&
    a.label.current === b.label.current &&
    a.label.lines.join() === b.label.lines.join() &&
    a.label.tones?.join() === b.label.tones?.join() &&
    a.label.ids?.join() === b.label.ids?.join()
  )
}

const Part = memo(function Part({
  part,
  side,
  electrons,
  symbols,
  grouped,
  chosen,
  pointable,
  entry,
  onEnter,
  onChoose,
}: PartProps) {
  const { box, id, label, y } = part
  const reach = (target: string): Reach => ({
    'data-target': target,
    tabIndex: entry === target ? 0 : -1,
    onFocus: () => onEnter(target),
  })
  const tone = chosen ? 'chosen' : grouped ? side : 'ink'
  const tones = {
    chosen: ['stroke-chosen', 'fill-chosen'],
    reduce: ['stroke-reduce', 'fill-reduce'],
    expand: ['stroke-expand', 'fill-expand'],
    ink: ['stroke-ink', 'fill-ink'],
  } as const
  const [stroke, fill] = tones[tone]
  const choose = onChoose && (() => onChoose(id))
  const said = label.lines.filter((line) => line.trim() !== '').join(', ')
  const valueTop = y + measures.symbolHeight / 2 + 1
  const hasValues = pointable && label.ids?.some((line) => line !== undefined)
  return (
    <g data-slides={label.name}>
      <g
        {...(choose && {
          role: 'button',
          'aria-pressed': chosen,
          'aria-label': [label.name, said].filter(Boolean).join(', '),
          onClick: choose,
          onKeyDown: byKey(choose),
          ...reach(`part-${id}`),
        })}
        className={clsx(choose && 'group/part cursor-pointer outline-none')}
      >
        {chosen && <rect {...box} rx={6} className="fill-chosen-wash stroke-chosen" strokeWidth={1.4} />}
        <rect
          {...box}
          height={hasValues ? valueTop - box.y : box.height}
          rx={5}
          className="fill-transparent group-focus-visible/part:stroke-chosen"
          strokeWidth={2}
        />
        <Symbol part={part} symbols={symbols} tone={stroke} />
        <Name part={part} tone={clsx(fill, 'font-medium')} />
      </g>
      <Values
        part={part}
        electrons={electrons}
        tone="fill-soft"
        reach={pointable ? (i) => reach(`value-${id}-${i}`) : undefined}
      />
    </g>
  )
}, sameDrawing)

/** What the keys that walk a sheet need of each of its targets. */
interface Reach {
  readonly 'data-target': string
  readonly tabIndex: number
  readonly onFocus: () => void
}

const byKey = (run: () => void) => (event: KeyboardEvent) => {
  if (event.key !== 'Enter' && event.key !== ' ') return
  event.preventDefault()
  run()
}

function Name({ part: { left, right, y, label }, tone }: { readonly part: PlacedPart; readonly tone: string }) {
  return (
    <text x={(left + right) / 2} y={y - measures.symbolHeight / 2 - 4} textAnchor="middle" className={tone}>
      {label.name}
    </text>
  )
}

/** The lines below a part; the voltage with its + and −, the current with its arrow. */
function Values({
  part,
  electrons,
  tone,
  reach,
}: {
  readonly part: PlacedPart
  readonly electrons: boolean
  readonly tone: string
  /** Where each line can be pointed at. */
  readonly reach?: (line: number) => Reach
}) {
  const { left, right, y, label } = part
  const middle = (left + right) / 2
  const { voltage, current } = label
  // Electrons run against the arrow of conventional current.
  const toRight = current === (electrons ? -1 : 1)
  return (
    <>
      {label.lines.map((line, i) => {
        const id = label.ids?.[i]
        const isPointable = reach !== undefined && id !== undefined
        return (
          <text
            key={i}
            x={middle}
            y={y + measures.symbolHeight / 2 + 13 + i * measures.lineHeight}
            textAnchor="middle"
            {...(isPointable && {
              role: 'button',
              'data-line': id,
              'aria-label': `${label.name}: ${line}. Where it comes from`,
              ...reach(i),
            })}
            className={clsx(
              toneOf(label.tones?.[i], tone),
              isPointable && 'cursor-pointer touch-pan-y select-none hover:underline',
            )}
          >
            {barred(line, 'tspan')}
          </text>
        )
      })}
      {voltage !== undefined && (
        <>
          <text x={left - 3} y={y - 4} textAnchor="middle" className="fill-expand text-[9px]">
            {voltage === 1 ? '+' : '−'}
          </text>
          <text x={right + 3} y={y - 4} textAnchor="middle" className="fill-expand text-[9px]">
            {voltage === 1 ? '−' : '+'}
          </text>
        </>
      )}
      {current !== undefined && (
        <path
          data-flow={toRight ? 'on' : 'back'}
          d={toRight ? `M${right + 1},${y - 3.5} l7,3.5 l-7,3.5 z` : `M${left - 1},${y - 3.5} l-7,3.5 l7,3.5 z`}
          className="fill-flow"
        />
      )}
    </>
  )
}
