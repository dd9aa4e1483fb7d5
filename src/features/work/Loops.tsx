import { useMemo } from 'react'
import { drawSheet, type Worksheet } from '@/core'
import type { Box, Picture } from '@/core/drawing'
import { leavesOf } from '@/core/reduction'
import { drawBoard, openBoard, type BoardPicture } from '@/core/sketch'
import { shownText } from '@/core/quantity'
import { pathOf } from '@/ui/linePath'
import { nodeColour } from '@/ui/NodeBadge'
import { useSettings } from '@/ui/settings'
import { SheetDrawing } from '@/ui/SheetDrawing'
import { Plates, Resistor } from '@/ui/symbols'
import type { Reveal } from './reveal'
import { writeNetwork } from '@/core/network'

/** A loop around the resistors of one step, with the name and value of its equivalent. */
interface Loop {
  readonly step: number
  readonly text: string
  /** Part names inside. */
  readonly inside: ReadonlySet<string>
  /** How many loops it has inside it, one in the other, and how many lie around it. */
  readonly within: number
  readonly around: number
}

function loopsOf(worksheet: Worksheet, steps: number, text: (step: number) => string): Loop[] {
  const { reduction, network } = worksheet
  const leaves = reduction.leaves.length
  const within: number[] = []
  const around: number[] = []
  reduction.steps.forEach(({ members }, k) => {
    within[k] = Math.max(0, ...members.map((id) => (id < leaves ? 0 : within[id - leaves] + 1)))
  })
  for (let k = reduction.steps.length - 1; k >= 0; k--) {
    const up = reduction.into[leaves + k]
    around[k] = up < 0 ? 0 : around[up - leaves] + 1
  }
  return reduction.steps.slice(0, steps).map(({ result }, step) => ({
    step,
    text: text(step),
    inside: new Set(leavesOf(reduction, result).map((part) => network.parts[part].name)),
    within: within[step],
    around: around[step],
  }))
}

/** Room at the side of a loop, and below it for its name. */
const air = 5
const nameRoom = 15

/** All steps on one drawing: coloured loops, nested, around the groups. */
export function Loops({ worksheet, reveal }: { readonly worksheet: Worksheet; readonly reveal: Reveal | null }) {
  const { figures, how } = useSettings().settings
  const { reduction, elements } = worksheet
  // A loop is drawn with the reason of its step, its value comes with the step's.
  const shown = reveal
    ? reduction.steps.filter((_, k) => reveal.reached(0, k, 'reduce').reason).length
    : reduction.steps.length
  const valued = reveal
    ? reduction.steps.filter(
        (_, k) => reveal.reached(0, k + 1, 'reduce').drawn || reveal.reached(0, k + 1, 'floor').drawn,
      ).length
    : reduction.steps.length
  const loops = useMemo(
    () =>
      loopsOf(worksheet, shown, (step) => {
        const { name, resistance } = elements[reduction.steps[step].result]
        return step < valued ? `${name} = ${shownText(resistance, 'Ω', figures)}` : name
      }),
    [worksheet, shown, valued, elements, reduction, figures],
  )
  const list = loops.map(({ text }) => text).join(', ')
  return (
    <div className="mb-3 max-h-[70vh] overflow-auto rounded-lg border border-line paper p-2" data-loops={loops.length}>
      {how === 'sketch' ? (
        <OnSketch worksheet={worksheet} loops={loops} said={list} />
      ) : (
        <OnStretched worksheet={worksheet} loops={loops} said={list} />
      )}
    </div>
  )
}

interface DrawnLoops {
  readonly worksheet: Worksheet
  readonly loops: readonly Loop[]
  readonly said: string
}

function OnStretched({ worksheet, loops, said }: DrawnLoops) {
  const { figures, symbols, flow } = useSettings().settings
  const { reduction, wiring, network } = worksheet
  const picture = useMemo(() => {
    // Blank lines below a resistor make room for the loops that lie around it, and their names.
    const deep = (leaf: number) => {
      let count = 0
      for (let id = reduction.into[leaf]; id >= 0; id = reduction.into[id]) count++
      return count
    }
    const spaced = worksheet.elements.map((element, id) => ({
      element,
      lines: id < reduction.leaves.length ? deep(id) : 0,
    }))
    const drawn = drawSheet(
      { ...worksheet, climbed: [] },
      0,
      'reduce',
      figures,
      'line',
      (id, _quantity, text) => {
        const side = '\u2007'.repeat(Math.ceil((spaced[id].lines * air) / 7))
        return `${side}${text}${side}`
      },
      (id) => Math.ceil((spaced[id].lines * (nameRoom + air)) / 14),
    )
    return drawn
  }, [worksheet, reduction, figures])
  const boxes = useMemo(() => boxesAround(picture, loops, worksheet), [picture, loops, worksheet])
  const nodeLabels = useMemo(() => wiring.nodes.map(({ label }) => label), [wiring])
  return (
    <SheetDrawing
      picture={picture}
      nodeLabels={nodeLabels}
      symbols={symbols}
      side="reduce"
      electrons={flow === 'electron'}
      description={`${network.title || 'The network'} with loops around the groups: ${said}`}
      behind={boxes.map(({ box, loop }) => (
        <g key={loop.step} data-loop={loop.text}>
          <rect {...box} rx={10} className="fill-none" style={{ stroke: nodeColour(loop.step) }} strokeWidth={1.6} />
          <text
            x={box.x + 7}
            y={box.y + box.height - 4}
            className="text-[11px] font-semibold"
            style={{ fill: nodeColour(loop.step) }}
          >
            {loop.text}
          </text>
        </g>
      ))}
    />
  )
}

/** The boxes of the loops, inner ones first, each around its parts and the loops inside it. */
function boxesAround(picture: Picture, loops: readonly Loop[], { elements }: Worksheet): { loop: Loop; box: Box }[] {
  const found: { loop: Loop; box: Box }[] = []
  for (const loop of loops) {
    const bare = picture.parts
      .filter(({ id }) => loop.inside.has(elements[id].name))
      .map(({ box, label, y }) => ({
        ...box,
        height: y + 10 + 14 * label.lines.filter((line) => line.trim() !== '').length - box.y,
      }))
    const inner = found.filter(
      ({ loop: other }) => other.within < loop.within && [...other.inside].every((name) => loop.inside.has(name)),
    )
    const boxes = [...bare, ...inner.map(({ box }) => box)]
    const left = Math.min(...boxes.map((box) => box.x)) - air
    const top = Math.min(...boxes.map((box) => box.y)) - air
    const right = Math.max(...boxes.map((box) => box.x + box.width), left + loop.text.length * 6.8 + 14 - air) + air
    const bottom = Math.max(...boxes.map((box) => box.y + box.height)) + nameRoom
    found.push({ loop, box: { x: left, y: top, width: right - left, height: bottom - top } })
  }
  return found
}

function OnSketch({ worksheet, loops, said }: DrawnLoops) {
  const { symbols } = useSettings().settings
  const { network, wiring } = worksheet
  const picture = useMemo(() => drawBoard(openBoard(writeNetwork(network)), wiring.nodes), [network, wiring])
  const { box } = picture
  const wide = 60
  // The widest loops first, so that those inside lie over them.
  const outside = [...loops].sort((a, b) => b.within - a.within)
  return (
    <svg
      role="img"
      aria-label={`${network.title || 'The network'} as it was drawn, with loops around the groups: ${said}`}
      viewBox={`${box.x - wide} ${box.y - wide} ${box.width + 2 * wide} ${box.height + 2 * wide}`}
      width={box.width + 2 * wide}
      className="mx-auto block h-auto max-w-full font-mono text-[11.5px]"
    >
      {outside.map((loop) => (
        <Contour key={loop.step} loop={loop} picture={picture} wide={22 + 9 * loop.within} />
      ))}
      {picture.parts.map(({ name, kind, value, head, tail, symbol, nameAt, valueAt }) => (
        <g key={name}>
          {[head, ...(kind === 'wire' ? [] : [tail])].map((line, i) => (
            <path key={i} d={pathOf(line)} className="fill-none stroke-ink" strokeWidth={1.6} strokeLinejoin="round" />
          ))}
          {kind === 'resistor' && <Resistor {...symbol} symbols={symbols} tone="stroke-ink" />}
          {kind === 'source' && <Plates {...symbol} tone="stroke-ink" />}
          {kind !== 'wire' && (
            <text x={nameAt.x} y={nameAt.y} textAnchor={nameAt.anchor} className="fill-ink font-medium">
              {name}
            </text>
          )}
          {value && (
            <text x={valueAt.x} y={valueAt.y} textAnchor={valueAt.anchor} className="fill-soft">
              {value}
            </text>
          )}
        </g>
      ))}
      {picture.dots.map(({ x, y }) => (
        <circle key={`${x},${y}`} cx={x} cy={y} r={3.4} className="fill-ink" />
      ))}
      {placeNames(loops, picture).map(({ loop, x, y }) => (
        <text
          key={loop.step}
          x={x}
          y={y}
          data-loop={loop.text}
          className="stroke-sheet text-[11px] font-semibold"
          strokeWidth={3}
          paintOrder="stroke"
          style={{ fill: nodeColour(loop.step) }}
        >
          {loop.text}
        </text>
      ))}
    </svg>
  )
}

/** A line around the parts of a loop, at a distance: a broad stroke with its inside taken out. */
function Contour({
  loop,
  picture,
  wide,
}: {
  readonly loop: Loop
  readonly picture: BoardPicture
  readonly wide: number
}) {
  const path = picture.parts
    .filter(({ name }) => loop.inside.has(name))
    .map(({ line }) => pathOf(line))
    .join('')
  const broad = { d: path, className: 'fill-none', strokeLinejoin: 'round', strokeLinecap: 'round' } as const
  return (
    <>
      <path {...broad} style={{ stroke: nodeColour(loop.step) }} strokeWidth={wide} />
      <path {...broad} className="fill-none stroke-sheet" strokeWidth={wide - 3.2} />
    </>
  )
}

/** The names of loops at the right end of their parts, moved down until none lies over another. */
function placeNames(loops: readonly Loop[], picture: BoardPicture): { loop: Loop; x: number; y: number }[] {
  const placed: { loop: Loop; x: number; y: number }[] = []
  for (const loop of loops) {
    const symbols = picture.parts.filter(({ name }) => loop.inside.has(name)).map(({ symbol }) => symbol)
    const x = symbols.reduce((sum, symbol) => sum + symbol.x, 0) / symbols.length
    let y = Math.max(...symbols.map((symbol) => symbol.y)) + 30
    const meets = (other: (typeof placed)[number]) =>
      Math.abs(other.y - y) < 13 && x < other.x + other.loop.text.length * 7 && other.x < x + loop.text.length * 7
    while (placed.some(meets)) y += 13
    placed.push({ loop, x, y })
  }
  return placed
}
