import { useLayoutEffect, useState } from 'react'
import { createPortal } from 'react-dom'
import type { Stand } from '@/core/worksheet'

/** Where the thread goes along a row. */
interface Passed {
  readonly x: number
  readonly y: number
  /** From where to where the row goes: there the thread runs straight. */
  readonly top: number
  readonly bottom: number
  readonly side: string | null
}

interface Knot extends Passed {
  readonly id: number
}

interface Drawn {
  readonly width: number
  readonly height: number
  readonly knots: readonly Knot[]
  readonly path: string
}

/** Between a value and its knot. */
const away = 7

/** The thread as a line through the valley: a knot at each value, in the order in which they are worked out. */
export function Strand({
  place,
  lines,
  end,
  stands,
  shares,
}: {
  readonly place: HTMLElement
  readonly lines: readonly number[]
  readonly end: number
  readonly stands: ReadonlyMap<number, Stand>
  /** What is said beside a knot. */
  readonly shares: ReadonlyMap<number, string>
}) {
  const [drawn, setDrawn] = useState<Drawn | null>(null)
  useLayoutEffect(() => {
    const draw = () => {
      const { left, top, width, height } = place.getBoundingClientRect()
      const places = placesIn(place)
      const passed = (at: Element, beside: Element): Passed => {
        const rect = beside.getBoundingClientRect()
        const row = at.closest('[data-stand]') ?? at
        const around = row.getBoundingClientRect()
        const words = at.closest('[data-words]')
        // On the left side words end at their right, beside the sheet; everywhere else the thread runs before them.
        const isLeft = words !== null && getComputedStyle(words).textAlign === 'right'
        return {
          x: (isLeft ? words.getBoundingClientRect().right + away : rect.left - away) - left,
          y: rect.top + rect.height / 2 - top,
          top: around.top - top,
          bottom: around.bottom - top,
          side: row.getAttribute('data-stand')?.split(' ')[1] ?? null,
        }
      }
      const knots = lines.flatMap((id): Knot[] => {
        const stand = stands.get(id)
        const at = id === end ? places.anywhere(id, stand) : places.inRow(id, stand)
        if (!at || at.getClientRects().length === 0) return []
        return [{ id, ...passed(at, at.querySelector('[role=math]') ?? at) }]
      })
      const rows = [...place.querySelectorAll('[data-row] > [data-words]')].map((it) => passed(it, it))
      setDrawn({ width, height, knots, path: pathThrough(withRowsBetween(knots, rows)) })
    }
    draw()
    // Rows come late, words and bars open: what moves values changes the size of what holds them.
    let size = `${place.clientWidth} ${place.clientHeight}`
    const observer = new ResizeObserver(() => {
      const now = `${place.clientWidth} ${place.clientHeight}`
      if (now !== size) draw()
      size = now
    })
    observer.observe(place)
    return () => observer.disconnect()
  }, [place, lines, end, stands])
  if (!drawn) return null
  const { width, height, knots, path } = drawn
  return createPortal(
    <svg
      aria-hidden
      width={width}
      height={height}
      data-strand={knots.length}
      className="pointer-events-none absolute top-0 left-0 overflow-visible will-change-transform print:hidden"
    >
      <path d={path} className="fill-none stroke-chosen" strokeWidth={2} strokeOpacity={0.75} />
      {knots.map(({ id, x, y }) => (
        <g key={id}>
          <circle cx={x} cy={y} r={id === end ? 5 : 3.4} className="fill-chosen stroke-sheet" strokeWidth={1.2} />
          {shares.has(id) && (
            <text
              x={x - 8}
              y={y - 7}
              textAnchor="end"
              className="fill-chosen stroke-desk font-mono text-[11px] [paint-order:stroke]"
              strokeWidth={4}
            >
              {shares.get(id)}
            </text>
          )}
        </g>
      ))}
    </svg>,
    place,
  )
}

/** Rows that the thread only passes, so that it runs beside their words, not over them. */
function withRowsBetween(knots: readonly Passed[], rows: readonly Passed[]): Passed[] {
  return knots.flatMap((knot, i) => {
    const before = knots[i - 1]
    if (i === 0 || before.side !== knot.side) return [knot]
    const isUp = knot.y < before.y
    const [upper, lower] = isUp ? [knot, before] : [before, knot]
    const between = rows.filter(
      ({ side, top, bottom }) => side === knot.side && top >= upper.bottom && bottom <= lower.top,
    )
    return [...(isUp ? between.reverse() : between), knot]
  })
}

/** Straight along a row, beside its words; from one row to the next in a curve between them. */
function pathThrough(knots: readonly Passed[]): string {
  return knots
    .map((knot, i) => {
      const { x, y } = knot
      if (i === 0) return `M${x},${y}`
      const before = knots[i - 1]
      const [from, to] = y >= before.y ? [before.bottom, knot.top] : [before.top, knot.bottom]
      // Within one row, or where rows lie side by side, there is nothing between them.
      const isBetween = (to - from) * (y - before.y) > 0
      const [start, finish] = isBetween ? [from, to] : [before.y, y]
      const middle = (start + finish) / 2
      return `L${before.x},${start}C${before.x},${middle} ${x},${middle} ${x},${finish}L${x},${y}`
    })
    .join('')
}

/** Finds where values stand on the page: all of them are looked up at once. */
interface Places {
  /**
   * Where in its row a value stands: where it is worked out, else the words that hand it on, else on the row's sheet. null
   * where its row is not drawn, or it has none.
   */
  readonly inRow: (id: number, stand: Stand | undefined) => Element | null
  /** The same, or anywhere it is drawn. */
  readonly anywhere: (id: number, stand: Stand | undefined) => Element | null
}

export function placesIn(place: HTMLElement): Places {
  const lines = new Map<string, Element[]>()
  const add = (id: string | null, element: Element) => {
    if (id === null) return
    const there = lines.get(id)
    if (there) there.push(element)
    else lines.set(id, [element])
  }
  for (const element of place.querySelectorAll('[data-line], [data-carries]')) {
    add(element.getAttribute('data-line'), element)
    for (const id of element.getAttribute('data-carries')?.split(' ') ?? []) add(id, element)
  }
  const inRow = (id: number, stand: Stand | undefined) => {
    if (!stand) return null
    const row = `${stand.row} ${stand.side}`
    const own = (lines.get(String(id)) ?? []).filter(
      (it) => it.closest('[data-stand]')?.getAttribute('data-stand') === row,
    )
    const worked = own.filter((it) => it.hasAttribute('data-formula'))
    return worked[worked.length - 1] ?? own.find((it) => it.hasAttribute('data-carries')) ?? own[0] ?? null
  }
  const drawn = (id: number) => lines.get(String(id))?.find((it) => it.getClientRects().length > 0)
  return { inRow, anywhere: (id, stand) => inRow(id, stand) ?? drawn(id) ?? null }
}
