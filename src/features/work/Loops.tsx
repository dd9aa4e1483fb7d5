import { useMemo } from 'react'
import { drawLoops, loopsOf, overlap, type Box, type Coordinates, type Loop } from '@/core/picture'
import type { Reveal, Worksheet } from '@/core/worksheet'
import { writeNetwork } from '@/core/network'
import { drawBoard, openBoard, type BoardPicture } from '@/core/entry'
import { DrawnPart } from '@/ui/DrawnBoard'
import { pathOf } from '@/ui/linePath'
import { nodeColour } from '@/ui/nodeLook'
import { useSettings } from '@/ui/settings'
import { SheetDrawing } from '@/ui/SheetDrawing'

/** All steps on one drawing: coloured loops, nested, around the groups. */
export function Loops({ worksheet, reveal }: { readonly worksheet: Worksheet; readonly reveal: Reveal | null }) {
  const { figures, how } = useSettings().settings
  const { stages, rows } = worksheet
  // A loop is drawn with the reason of its step, its value comes with the step's.
  const isShown = (step: number) => {
    if (!reveal) return true
    const row = rows.find(({ down }) => down.some((block) => block.step === step))
    return row?.down.some((block, i) => block.step === step && reveal.reached(row.key, 'reduce', i).reason) ?? false
  }
  const shown = stages[0].steps.filter(({ result }) => isShown(result)).length
  const isFound = reveal?.isFound
  const loops = useMemo(() => loopsOf(worksheet, shown, figures, isFound), [worksheet, shown, isFound, figures])
  const list = loops.map(({ text }) => text).join(', ')
  return (
    <div
      className="mb-3 flex max-h-[75vh] justify-center-safe overflow-auto rounded-lg border border-line paper p-2"
      data-loops={loops.length}
    >
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

/** A loop as what can be pointed at: the value of its equivalent. */
function pointedAt({ text, line }: Loop) {
  const mark = { 'data-loop': text }
  if (line === undefined) return mark
  return {
    ...mark,
    'data-line': line,
    role: 'button',
    tabIndex: 0,
    'aria-label': `${text}: where it comes from`,
    className: 'cursor-pointer outline-none focus-visible:[&>rect]:stroke-[3]',
  }
}

function OnStretched({ worksheet, loops, said }: DrawnLoops) {
  const { figures, symbols, flow } = useSettings().settings
  const { wiring, network } = worksheet
  const { picture, boxes, frame } = useMemo(() => drawLoops(worksheet, loops, figures), [worksheet, loops, figures])
  const nodeLabels = useMemo(() => wiring.nodes.map(({ label }) => label), [wiring])
  return (
    <SheetDrawing
      picture={picture}
      nodeLabels={nodeLabels}
      symbols={symbols}
      side="reduce"
      electrons={flow === 'electron'}
      frame={frame}
      pointable
      description={`${network.title || 'The network'} with loops around the groups: ${said}`}
      behind={boxes.map(({ box, loop }) => (
        <g key={loop.step} {...pointedAt(loop)}>
          <rect {...box} rx={10} className="fill-none" style={{ stroke: toneOf(loop) }} strokeWidth={1.6} />
          <LoopName x={box.x + 7} y={box.y + box.height - 4} loop={loop} />
        </g>
      ))}
    />
  )
}

function OnSketch({ worksheet, loops, said }: DrawnLoops) {
  const { symbols } = useSettings().settings
  const { network, wiring } = worksheet
  const picture = useMemo(() => drawBoard(openBoard(writeNetwork(network)), wiring.nodes), [network, wiring])
  const names = useMemo(() => placeNames(loops, picture), [loops, picture])
  // Names may stand outside of what is drawn.
  const wide = 40
  const left = Math.min(picture.box.x - wide, ...names.map(({ x }) => x - 4))
  const right = Math.max(picture.box.x + picture.box.width + wide, ...names.map(({ x, width }) => x + width + 4))
  const top = Math.min(picture.box.y - wide, ...names.map(({ y }) => y - nameHeight))
  const bottom = Math.max(picture.box.y + picture.box.height + wide, ...names.map(({ y }) => y + 6))
  // The widest loops first, so that those inside lie over them.
  const outside = [...loops].sort((a, b) => b.within - a.within)
  return (
    <svg
      role="group"
      aria-label={`${network.title || 'The network'} as it was drawn, with loops around the groups: ${said}`}
      viewBox={`${left} ${top} ${right - left} ${bottom - top}`}
      width={right - left}
      className="mx-auto block h-auto max-w-full font-mono text-[11.5px]"
    >
      {outside.map((loop) => (
        <Contour key={loop.step} loop={loop} picture={picture} wide={broadOf(loop)} />
      ))}
      {picture.parts.map((part) => (
        <g key={part.name}>
          <DrawnPart part={part} symbols={symbols} />
        </g>
      ))}
      {picture.dots.map(({ x, y }) => (
        <circle key={`${x},${y}`} cx={x} cy={y} r={3.4} className="fill-ink" />
      ))}
      {names.map(({ loop, x, y }) => (
        <g key={loop.step} {...pointedAt(loop)}>
          <LoopName x={x} y={y} loop={loop} />
        </g>
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
      <path {...broad} style={{ stroke: toneOf(loop) }} strokeWidth={wide} />
      <path {...broad} className="fill-none stroke-sheet" strokeWidth={wide - 3.2} />
    </>
  )
}

/** A loop's colour, near enough to the ink to stand out in light and dark. */
function toneOf({ step }: Loop): string {
  return `color-mix(in oklab, ${nodeColour(step)}, var(--ink) 25%)`
}

function LoopName({ x, y, loop }: { readonly x: number; readonly y: number; readonly loop: Loop }) {
  return (
    <>
      <circle cx={x + 3} cy={y - 4} r={3.5} style={{ fill: toneOf(loop) }} />
      <text
        x={x + 10}
        y={y}
        className="fill-ink stroke-sheet text-[11px] font-semibold"
        strokeWidth={3}
        paintOrder="stroke"
      >
        {loop.text}
      </text>
    </>
  )
}

const nameHeight = 13

/** How broad the stroke is whose edge is the loop around a part. */
function broadOf({ within }: Loop): number {
  return 22 + 9 * within
}

interface PlacedName extends Coordinates {
  readonly loop: Loop
  readonly width: number
}

/** The name of each loop outside all loops around one of its parts, where it lies over the least. */
function placeNames(loops: readonly Loop[], picture: BoardPicture): PlacedName[] {
  const edgeOf = (name: string) =>
    loops.reduce((most, loop) => (loop.inside.has(name) ? Math.max(most, broadOf(loop)) : most), 4) / 2
  const around = ({ x, y }: Coordinates, side: number): Box => ({
    x: x - side,
    y: y - side,
    width: 2 * side,
    height: 2 * side,
  })
  const taken: Box[] = picture.parts.flatMap(({ symbol, line, name, value, nameAt, valueAt }) => [
    around(symbol, 22),
    wordBox(nameAt, name),
    wordBox(valueAt, value),
    ...pointsAlong(line).map((point) => around(point, edgeOf(name))),
  ])
  return loops.map((loop) => {
    const width = loop.text.length * 6.9 + 10
    const places = picture.parts
      .filter(({ name }) => loop.inside.has(name))
      .flatMap(({ line, name }) => pointsAlong(line).map((point) => ({ ...point, away: edgeOf(name) + 4 })))
      .flatMap(({ x, y, away }) => [
        { x: x + away, y: y + 4 },
        { x: x - away - width, y: y + 4 },
        { x: x - width / 2, y: y - away },
        { x: x - width / 2, y: y + away + 9 },
      ])
    const boxAt = ({ x, y }: Coordinates): Box => ({ x, y: y - 10, width, height: nameHeight })
    const over = (place: Coordinates) => taken.filter((box) => overlap(box, boxAt(place))).length
    const best = places.reduce((a, b) => (over(b) < over(a) ? b : a))
    taken.push(boxAt(best))
    return { loop, width, ...best }
  })
}

function wordBox(at: Coordinates & { readonly anchor: string }, text: string): Box {
  const width = text.length * 6.9
  const x = at.anchor === 'middle' ? at.x - width / 2 : at.anchor === 'end' ? at.x - width : at.x
  return { x, y: at.y - 10, width, height: nameHeight }
}

/** Points along a line, a few pixels apart. */
function pointsAlong(line: readonly Coordinates[]): Coordinates[] {
  return line.slice(1).flatMap((end, i) => {
    const start = line[i]
    const count = Math.max(1, Math.round(Math.hypot(end.x - start.x, end.y - start.y) / 10))
    return Array.from({ length: count + 1 }, (_, k) => ({
      x: start.x + ((end.x - start.x) * k) / count,
      y: start.y + ((end.y - start.y) * k) / count,
    }))
  })
}
