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
  return shapes.map((shape, i) =>
    shape.shape === 'group' ? (
      <Grouped
        key={shape.key}
        group={shape}
        palette={palette}
        entry={reach && targetsOf([shape]).includes(reach.entry) ? reach.entry : ''}
        onEnter={reach?.onEnter}
        onChoose={reach?.onChoose}
      />
    ) : (
      drawn(shape, i, palette, reach)
    ),
  )
}

interface GroupedProps extends Partial<Omit<Reach, 'entry'>> {
  readonly group: Group
  readonly palette: Palette
  /** The target that the Tab key reaches, if it is one of its own. */
  readonly entry: string
}

/** A group; drawn anew only where it is another: its shapes are new objects on every picture. */
const Grouped = memo(
  function Grouped({ group: { data = {}, target, shapes }, palette, entry, onEnter, onChoose }: GroupedProps) {
    const attributes = Object.fromEntries(Object.entries(data).map(([name, value]) => [`data-${name}`, value]))
    const reach = onEnter ? { entry, onEnter, onChoose } : null
    const inside = <Shapes shapes={shapes} palette={palette} reach={reach} />
    if (!target || !reach) return <g {...attributes}>{inside}</g>
    return (
      <g {...attributes} {...reached(target, reach)} className="group/target cursor-pointer outline-none">
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
  },
  (a, b) =>
    a.entry === b.entry &&
    a.palette === b.palette &&
    a.onEnter === b.onEnter &&
    a.onChoose === b.onChoose &&
    isSame(a.group, b.group),
)

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
