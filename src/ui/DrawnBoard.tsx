import clsx from 'clsx'
import { useId, useMemo, useRef, useState, type KeyboardEvent } from 'react'
import { drawBoard, openBoard, type BoardPart, type BoardPicture } from '@/core/entry'
import type { NetworkDocument } from '@/core/network'
import { pathOf } from './linePath'
import { NodeMark } from './NodeMark'
import { nodeColour } from './nodeLook'
import { MeterSymbol, Plates, Resistor, Signs } from './symbols'

/** A part as it was drawn: its line, symbol, name and value. */
export function DrawnPart({
  part: { name, kind, value, head, tail, symbol, nameAt, valueAt },
  symbols,
  tone = 'stroke-ink',
  fill = 'fill-ink',
}: {
  readonly part: BoardPart
  readonly symbols: 'zigzag' | 'box'
  readonly tone?: string
  readonly fill?: string
}) {
  return (
    <>
      {[head, ...(kind === 'wire' ? [] : [tail])].map((line, i) => (
        <path key={i} d={pathOf(line)} className="fill-none stroke-ink" strokeWidth={1.6} strokeLinejoin="round" />
      ))}
      {kind === 'resistor' && <Resistor {...symbol} symbols={symbols} tone={tone} />}
      {kind === 'source' && <Plates {...symbol} tone={tone} />}
      {(kind === 'ammeter' || kind === 'voltmeter') && <MeterSymbol {...symbol} kind={kind} tone={tone} />}
      {kind !== 'wire' && kind !== 'resistor' && <Signs {...symbol} kind={kind} />}
      {kind !== 'wire' && (
        <text x={nameAt.x} y={nameAt.y} textAnchor={nameAt.anchor} className={clsx(fill, 'font-medium')}>
          {name}
        </text>
      )}
      {value && (
        <text x={valueAt.x} y={valueAt.y} textAnchor={valueAt.anchor} className="fill-soft">
          {value}
        </text>
      )}
    </>
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
export function DrawnBoard({
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
  const resistors = picture.parts.filter(({ kind }) => kind === 'resistor').map(({ name }) => name)
  const [active, setActive] = useState<string | null>(null)
  const root = useRef<SVGSVGElement>(null)
  const id = useId()
  const walk = (event: KeyboardEvent) => {
    const step = { ArrowRight: 1, ArrowLeft: -1 }[event.key]
    if (step === undefined || resistors.length === 0) return
    event.preventDefault()
    event.stopPropagation()
    const next = resistors[(resistors.indexOf(active ?? resistors[0]) + step + resistors.length) % resistors.length]
    setActive(next)
    root.current?.querySelector<SVGElement>(`[data-drawn="${CSS.escape(next)}"]`)?.focus()
  }
  const { box } = picture
  // As large as it was drawn, unless it would not be seen whole; never so small that it cannot be read.
  const scale = Math.max(leastScale, Math.min(1, tallest / box.height))
  const litPoints = new Set(lit.flatMap((node) => nodes[node]?.points ?? []))
  const labelled = picture.nodes.filter(({ node }) => isLabelled || lit.includes(node))
  return (
    <>
      <svg
        ref={root}
        role={onChoose ? 'group' : 'img'}
        aria-label={title}
        aria-describedby={id}
        viewBox={`${box.x} ${box.y} ${box.width} ${box.height}`}
        width={box.width * scale}
        height={box.height * scale}
        onKeyDown={onChoose && walk}
        data-drawn-board
        className="block h-auto max-w-full font-mono text-[12px]"
        style={{ minWidth: box.width * leastScale }}
      >
        {lit.map((node) => (
          <g key={node}>
            {picture.parts
              .filter(({ kind, from, to }) => kind === 'wire' && litPoints.has(from) && litPoints.has(to))
              .filter(({ from }) => nodes[node]?.points.includes(from))
              .map(({ name, line }) => (
                <path
                  key={name}
                  d={pathOf(line)}
                  className="fill-none"
                  style={{ stroke: nodeColour(node) }}
                  strokeWidth={9}
                  strokeOpacity={0.4}
                  strokeLinecap="round"
                />
              ))}
          </g>
        ))}
        {picture.parts.map((part) => {
          const isChosen = chosen.includes(part.name)
          const isOpen = onChoose !== undefined && part.kind === 'resistor'
          const drawn = (
            <DrawnPart
              part={part}
              symbols={symbols}
              tone={isChosen ? 'stroke-chosen' : undefined}
              fill={isChosen ? 'fill-chosen' : undefined}
            />
          )
          const target = targetOf(part)
          return (
            <g
              key={part.name}
              {...(isOpen && {
                role: 'button',
                'data-drawn': part.name,
                tabIndex: part.name === (active ?? resistors[0]) ? 0 : -1,
                'aria-pressed': isChosen,
                'aria-label': [part.name, part.value].filter(Boolean).join(', '),
                onFocus: () => setActive(part.name),
                onClick: () => onChoose(part.name),
                onKeyDown: (event: KeyboardEvent) => {
                  if (event.key !== 'Enter' && event.key !== ' ') return
                  event.preventDefault()
                  onChoose(part.name)
                },
                className: 'group/part cursor-pointer outline-none',
              })}
            >
              {isOpen && (
                <rect
                  {...target}
                  rx={6}
                  className={clsx(
                    'group-focus-visible/part:stroke-chosen',
                    isChosen ? 'fill-chosen-wash stroke-chosen' : 'fill-transparent',
                  )}
                  strokeWidth={1.6}
                />
              )}
              {drawn}
            </g>
          )
        })}
        {picture.dots.map(({ x, y }) => (
          <circle key={`${x},${y}`} cx={x} cy={y} r={3.4} className="fill-ink" />
        ))}
        {labelled.map(({ node, x, y, label }) => (
          <NodeMark key={node} x={x} y={y} node={node} label={label} isLit={lit.includes(node)} />
        ))}
      </svg>
      <p id={id} className="sr-only">
        {inWords(picture, nodes, isLabelled)}
      </p>
    </>
  )
}

/** What a resistor is pointed at by: its symbol and words. */
function targetOf({ symbol, name, value, nameAt, valueAt }: BoardPart) {
  const width = (text: string) => text.length * 7.3
  const edges = [
    { x: symbol.x - 24, y: symbol.y - 14 },
    { x: symbol.x + 24, y: symbol.y + 14 },
    ...[[nameAt, name] as const, [valueAt, value] as const].flatMap(([{ x, y, anchor }, text]) => {
      const left = anchor === 'middle' ? x - width(text) / 2 : anchor === 'end' ? x - width(text) : x
      return [
        { x: left - 2, y: y - 12 },
        { x: left + width(text) + 2, y: y + 4 },
      ]
    }),
  ]
  const [left, top] = [Math.min(...edges.map(({ x }) => x)), Math.min(...edges.map(({ y }) => y))]
  return {
    x: left,
    y: top,
    width: Math.max(...edges.map(({ x }) => x)) - left,
    height: Math.max(...edges.map(({ y }) => y)) - top,
  }
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
