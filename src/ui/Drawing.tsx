import clsx from 'clsx'
import { createElement, memo, useId, useRef, useState, type KeyboardEvent, type ReactNode } from 'react'
import {
  nodeTone,
  svgElement,
  type Group,
  type Ink,
  type Mark,
  type Palette,
  type Shape,
  type Target,
  nodeMark,
  nodeWidth,
  pointsText,
} from '@/core/picture'
import { barred } from './Barred'

/**
 * The colours of the theme.
 *
 * @param colour the colour of one of the theme's own names
 */
export function paletteOf(colour: (name: string) => string): Palette {
  return (tone) => {
    const [kind, number] = tone.split('-')
    // Near enough to the ink to stand out in light and dark.
    if (kind === 'loop')
      return `color-mix(in oklab, ${colour(`--color-${nodeTone(Number(number))}`)}, ${colour('--ink')} 25%)`
    if (kind === 'node') return colour(`--color-${tone}`)
    return tone === 'white' ? '#ffffff' : colour(`--${tone === 'step' ? 'expand-wash' : tone}`)
  }
}

const ofTheme = paletteOf((name) => `var(${name})`)

interface Props {
  readonly ink: Ink
  readonly palette?: Palette
  /** Its height and width, where they are not those that it was drawn with; and the least width that it is scaled down to. */
  readonly size?: { readonly width: number | string; readonly height?: number }
  readonly least?: number
  /** What a target does that is chosen; what pointing at values does is up to what the drawing stands in. */
  readonly onChoose?: (target: string) => void
  /** The element that describes it further. */
  readonly describedBy?: string
  readonly className?: string
}

/** A drawing as SVG. Its targets are reached by mouse and touch, or by the Tab key, arrow keys and Enter. */
export function Drawing({
  ink: { box, shapes, description, walk = [] },
  palette = ofTheme,
  size = { width: box.width, height: box.height },
  least,
  onChoose,
  describedBy,
  className,
}: Props) {
  const title = useId()
  const root = useRef<SVGSVGElement>(null)
  const [active, setActive] = useState('')
  const targets = walk.length > 0 ? walk : targetsOf(shapes)
  const onKeyDown = (event: KeyboardEvent) => {
    const step = { ArrowRight: 1, ArrowLeft: -1 }[event.key]
    if (step === undefined) return
    event.preventDefault()
    event.stopPropagation()
    const next = targets[(Math.max(0, targets.indexOf(active)) + step + targets.length) % targets.length]
    setActive(next)
    root.current?.querySelector<SVGElement>(`[data-target="${CSS.escape(next)}"]`)?.focus()
  }
  const isOpen = targets.length > 0
  return (
    <svg
      ref={root}
      viewBox={`${box.x} ${box.y} ${box.width} ${box.height}`}
      width={size.width}
      height={size.height}
      role={isOpen ? 'group' : 'img'}
      aria-labelledby={title}
      aria-describedby={describedBy}
      onKeyDown={isOpen ? onKeyDown : undefined}
      className={clsx('block h-auto max-w-full font-mono', className)}
      style={{ minWidth: least }}
    >
      <title id={title}>{description}</title>
      <Shapes
        shapes={shapes}
        palette={palette}
        reach={isOpen ? { entry: targets.includes(active) ? active : targets[0], onEnter: setActive, onChoose } : null}
      />
    </svg>
  )
}

/** The ids of all targets, as they come. */
function targetsOf(shapes: readonly Shape[]): string[] {
  return shapes.flatMap((shape) => [
    ...('target' in shape && shape.target ? [shape.target.id] : []),
    ...(shape.shape === 'group' ? targetsOf(shape.shapes) : []),
  ])
}

/** What the targets of a drawing need. */
interface Reach {
  /** Which target the Tab key reaches; the others are reached by arrow keys. */
  readonly entry: string
  readonly onEnter: (target: string) => void
  readonly onChoose?: (target: string) => void
}

/** Shapes within a drawing. */
export function Shapes({
  shapes,
  palette = ofTheme,
  reach = null,
}: {
  readonly shapes: readonly Shape[]
  readonly palette?: Palette
  readonly reach?: Reach | null
}) {
  return shapesIn(shapes, palette, reach, (group) => (
    <Grouped
      key={group.key}
      group={group}
      palette={palette}
      entry={reach && targetsOf([group]).includes(reach.entry) ? reach.entry : ''}
      onEnter={reach?.onEnter}
      onChoose={reach?.onChoose}
    />
  ))
}

function shapesIn(
  shapes: readonly Shape[],
  palette: Palette,
  reach: Reach | null,
  drawnGroup: (group: Group) => ReactNode,
): ReactNode[] {
  return shapes.map((shape, i) => {
    if (shape.shape === 'group') return drawnGroup(shape)
    if (!isWire(shape)) return drawn(shape, i, palette, reach)
    if (i > 0 && isWire(shapes[i - 1])) return null
    const end = shapes.findIndex((other, at) => at > i && !isWire(other))
    return drawnWires(shapes.slice(i, end < 0 ? undefined : end).filter(isWire), i, palette)
  })
}

type Line = Extract<Mark, { shape: 'line' }>

/** A line as wires have it. Those of a drawing follow each other, and make one element: a page of fewer is there sooner. */
function isWire(shape: Shape): shape is Line {
  return shape.shape === 'line' && plain.every((name) => shape[name] === undefined) && shape.wide === 1.5
}

const plain = ['closed', 'fill', 'stroke', 'dashes', 'opacity', 'blunt'] as const

function drawnWires(wires: readonly Line[], key: number, palette: Palette): ReactNode {
  const { points: _, ...attributes } = svgElement(wires[0], palette).attributes
  return <path key={key} d={wires.map(({ places }) => `M${pointsText(places)}`).join('')} {...attributes} />
}

interface GroupedProps extends Partial<Omit<Reach, 'entry'>> {
  readonly group: Group
  readonly palette: Palette
  /** The target that the Tab key reaches, if it is one of its own. */
  readonly entry: string
}

/** A group with those inside it; drawn anew only where it is another: its shapes are new objects on every picture. */
const Grouped = memo(
  function Grouped({ group, palette, entry, onEnter, onChoose }: GroupedProps) {
    return drawnGroup(group, palette, onEnter ? { entry, onEnter, onChoose } : null)
  },
  (a, b) =>
    a.entry === b.entry &&
    a.palette === b.palette &&
    a.onEnter === b.onEnter &&
    a.onChoose === b.onChoose &&
    isSame(a.group, b.group),
)

function drawnGroup({ key, data = {}, target, shapes }: Group, palette: Palette, reach: Reach | null): ReactNode {
  const attributes = Object.fromEntries(Object.entries(data).map(([name, value]) => [`data-${name}`, value]))
  const inside = shapesIn(shapes, palette, reach, (group) => drawnGroup(group, palette, reach))
  if (!target || !reach)
    return (
      <g key={key} {...attributes}>
        {inside}
      </g>
    )
  return (
    <g key={key} {...attributes} {...reached(target, reach)} className="group/target cursor-pointer outline-none">
      {target.over && (
        <rect
          {...target.over}
          rx={5}
          className="fill-transparent group-focus-visible/target:stroke-chosen"
          strokeWidth={2}
        />
      )}
      {inside}
    </g>
  )
}

/** Whether two pieces of data are the same all through. */
export function isSame(a: unknown, b: unknown): boolean {
  if (a === b) return true
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false
  if (Array.isArray(a)) return Array.isArray(b) && a.length === b.length && a.every((one, i) => isSame(one, b[i]))
  const [mine, others] = [a as Readonly<Record<string, unknown>>, b as Readonly<Record<string, unknown>>]
  let keys = 0
  for (const key in mine) {
    keys++
    if (!isSame(mine[key], others[key])) return false
  }
  return Object.keys(others).length === keys
}

/** What makes an element a target. */
function reached({ id, says, isChosen, line }: Target, { entry, onEnter, onChoose }: Reach) {
  const choose = isChosen !== undefined && onChoose && (() => onChoose(id))
  return {
    role: 'button',
    'data-target': id,
    'data-line': line,
    'aria-label': says,
    'aria-pressed': isChosen,
    tabIndex: entry === id ? 0 : -1,
    onFocus: () => onEnter(id),
    ...(choose && {
      onClick: choose,
      onKeyDown: (event: KeyboardEvent) => {
        if (event.key !== 'Enter' && event.key !== ' ') return
        event.preventDefault()
        choose()
      },
    }),
  }
}

function drawn(mark: Mark, key: number, palette: Palette, reach: Reach | null): ReactNode {
  const { tag, attributes } = svgElement(mark, palette)
  if (mark.shape !== 'word') return createElement(tag, { key, ...attributes })
  const target = mark.target && reach ? reached(mark.target, reach) : {}
  const className = mark.target && 'cursor-pointer touch-pan-y select-none hover:underline'
  return createElement(
    tag,
    { key, ...attributes, fill: palette(mark.tone ?? 'ink'), ...target, className },
    barred(mark.text, 'tspan'),
  )
}

/** A node's label as it stands on the sheets. */
export const NodeBadge = memo(function NodeBadge({ node, label }: { readonly node: number; readonly label: string }) {
  const wide = Math.max(20, nodeWidth(label) + 6)
  return (
    <span className="inline-flex">
      <span className="sr-only">node {label}</span>
      <svg aria-hidden width={wide} height={20} viewBox={`${-wide / 2} -10 ${wide} 20`} className="font-mono">
        <Shapes shapes={nodeMark(node, label, { x: 0, y: 0 })} />
      </svg>
    </span>
  )
})
