import { useLayoutEffect, useMemo, useRef, type RefObject, useCallback, useState } from 'react'
import { drawSheet, sheetInk, type Ink } from '@/core/picture'
import type { Worksheet } from '@/core/worksheet'
import { Drawing } from '@/ui/Drawing'
import { useSettings } from '@/ui/settings'
import type { Settings } from '@/ui/settingsCookie'
import { leastScale } from '@/ui/SheetDrawing'
import { useMatch } from '@/ui/useMatch'

/** Where the symbols of a drawing stand on the screen, by the names of their parts. */
type Places = ReadonlyMap<string, { readonly x: number; readonly y: number; readonly angle: number }>

/** Notes where every part of a drawing stands. */
function placesIn(drawing: Element | null): Places {
  const places = new Map<string, { x: number; y: number; angle: number }>()
  for (const part of drawing?.querySelectorAll('[data-slides]') ?? []) {
    const { left, top, width, height } = (part.querySelector('[data-symbol]') ?? part).getBoundingClientRect()
    places.set(part.getAttribute('data-slides') ?? '', {
      x: left + width / 2,
      y: top + height / 2,
      angle: Number(part.getAttribute('data-angle') ?? 0),
    })
  }
  return places
}

/** Milliseconds. */
const duration = 240
const easing = 'ease-in-out'

/** Lets every part slide to where it stands now from where it stood before; what is new appears meanwhile. */
function slideFrom(before: Places, drawing: Element | null): void {
  if (!drawing || matchMedia('(prefers-reduced-motion: reduce)').matches) return
  const svg = drawing instanceof SVGSVGElement ? drawing : drawing.querySelector('svg')
  const now = placesIn(drawing)
  const parts = [...drawing.querySelectorAll<SVGGElement>('[data-slides]')]
  for (const part of parts) {
    const name = part.getAttribute('data-slides') ?? ''
    const [from, to] = [before.get(name), now.get(name)]
    const scale = (part.parentNode as SVGGraphicsElement).getScreenCTM?.()?.a ?? svg?.getScreenCTM()?.a ?? 1
    if (!from || !to) {
      part.animate([{ opacity: 0 }, { opacity: 1 }], { duration })
      continue
    }
    // The symbol turns, the shorter way round; its labels stay upright.
    const turn = ((((from.angle - to.angle) % 180) + 270) % 180) - 90
    const symbol = part.querySelector<SVGGraphicsElement>('[data-symbol]')
    const shift = `translate(${(from.x - to.x) / scale}px, ${(from.y - to.y) / scale}px)`
    part.animate([{ transform: shift }, { transform: 'none' }], { duration, easing })
    if (symbol) {
      symbol.style.transformBox = 'fill-box'
      symbol.style.transformOrigin = 'center'
      symbol.animate([{ transform: `rotate(${turn}deg)` }, { transform: 'none' }], { duration, easing })
    }
  }
  const layer = parts[0]?.parentNode
  for (const line of layer?.children ?? [])
    if (!line.hasAttribute('data-slides') && line.tagName !== 'title')
      line.animate([{ opacity: 0 }, { opacity: 0 }, { opacity: 1 }], { duration })
}

/** The first sheet, stretched, in colours. */
export function stretchedInk(worksheet: Worksheet, { figures, symbols, form }: Settings): Ink {
  const picture = drawSheet(worksheet, worksheet.rows[0], 'reduce', figures, { form })
  const said = picture.parts.map(({ label }) => `${label.name} ${label.lines.join(' ')}`).join(', ')
  return sheetInk(picture, {
    nodeLabels: worksheet.wiring.nodes.map(({ label }) => label),
    symbols,
    side: 'reduce',
    inColour: true,
    description: `The network stretched from + to −: ${said}`,
  })
}

interface Props {
  readonly worksheet: Worksheet
  /** Where the parts stood on the board. */
  readonly from: RefObject<Places>
}

/** The drawing unfolded: sheet 0 of the valley, between + at the left and − at the right. */
export function Stage({ worksheet, from }: Props) {
  const { settings } = useSettings()
  const place = useRef<HTMLDivElement>(null)
  const ink = useMemo(() => stretchedInk(worksheet, settings), [worksheet, settings])
  useLayoutEffect(() => slideFrom(from.current, place.current), [from])
  return (
    <div
      ref={place}
      data-stretched
      data-keys="board"
      tabIndex={-1}
      className="flex h-full items-center justify-center overflow-auto paper p-6 outline-none"
    >
      <div className="w-full" style={{ maxWidth: ink.box.width * 1.6 }}>
        <Drawing ink={ink} size={{ width: '100%' }} least={ink.box.width * leastScale} className="overflow-visible" />
      </div>
    </div>
  )
}

/** Whether the drawing is unfolded, and where its parts stood before they slid. */
interface Stretch {
  readonly stretched: boolean
  readonly toggle: () => void
  readonly before: RefObject<Places>
  /** As little motion as possible: the drawing and its sheet stand side by side. */
  readonly still: boolean
}

/** Unfolds the drawing that stands in an area into its stretched sheet, and folds it up again. */
export function useStretch(area: RefObject<HTMLElement | null>): Stretch {
  const [stretched, setStretched] = useState(false)
  const still = useMatch('(prefers-reduced-motion: reduce)')
  const before = useRef<Places>(new Map())
  const slidesBack = useRef(false)
  const toggle = useCallback(() => {
    const drawing = area.current?.querySelector(stretched ? '[data-stretched]' : '[data-board]') ?? null
    if (!still) before.current = placesIn(drawing)
    slidesBack.current = stretched && !still
    setStretched(!stretched)
  }, [area, stretched, still])
  useLayoutEffect(() => {
    if (slidesBack.current) slideFrom(before.current, area.current?.querySelector('[data-board]') ?? null)
    // What had the focus was folded away: it goes to where the work is.
    if (document.activeElement === document.body && slidesBack.current)
      area.current?.querySelector<HTMLElement>('[role=application]')?.focus({ preventScroll: true })
    slidesBack.current = false
  }, [area, stretched])
  return { stretched, toggle, before, still }
}
