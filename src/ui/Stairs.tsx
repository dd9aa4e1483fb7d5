import { useEffect, useMemo, useState } from 'react'
import { flushSync } from 'react-dom'
import type { Amount } from '@/core/number'
import type { Reveal, Worksheet } from '@/core/worksheet'
import { drawStaircase } from '@/core/picture'
import { Button } from './Button'
import { fileName } from './download'
import { useSettings } from './settings'
import { StairDrawing } from './StairDrawing'
import { useOfWidth } from './useOfWidth'

/** More steps than this cannot be told apart. */
const mostDrawn = 60

/** The whole answer as a staircase of potentials; where one reveal is made at a time, as far as it has been found. */
export function Stairs({
  worksheet,
  reveal = null,
  pointable = true,
}: {
  readonly worksheet: Worksheet
  readonly reveal?: Reveal | null
  /** Whether its values can be asked where they come from. */
  readonly pointable?: boolean
}) {
  const { figures } = useSettings().settings
  const [byCurrent, setByCurrent] = useState(false)
  const [place, setPlace] = useState<HTMLElement | null>(null)
  const isFound = reveal?.isFound
  const isLarge = worksheet.network.parts.length > mostDrawn
  const room = useOfWidth(place, roomIn, 900)
  // While a knob is turned, its steps move with it in the same frame.
  const [live, setLive] = useState<Live | null>(null)
  useEffect(() => {
    if (!place) return
    const follow = (event: Event) => {
      const { detail } = event as CustomEvent<readonly (Amount | null)[] | null>
      if (detail) flushSync(() => setLive({ of: worksheet, amounts: detail }))
      else setLive(null)
    }
    place.addEventListener('turned', follow)
    return () => place.removeEventListener('turned', follow)
  }, [place, worksheet])
  const shown = live?.of === worksheet ? withAmounts(worksheet, live.amounts) : worksheet
  const picture = useMemo(
    () => (isLarge ? null : drawStaircase(shown, { figures, byCurrent, room, isFound })),
    [isLarge, shown, figures, byCurrent, room, isFound],
  )
  usePointing(place !== null)
  if (!picture) return null
  const save = async (kind: 'svg' | 'png') => {
    const drawing = place?.querySelector<SVGSVGElement>('svg[aria-label^="Staircase"]')
    if (!drawing) return
    const { exportPicture } = await import('./exportPicture')
    await exportPicture(drawing, kind, fileName(`${worksheet.network.title || 'network'} staircase`, ''))
  }
  return (
    <section
      ref={setPlace}
      aria-label="Staircase"
      data-staircase={picture.stairs.length}
      className="mt-3 rounded-md border border-line bg-sheet px-3 py-1.5"
    >
      <div className="flex flex-wrap items-center gap-2">
        <h2 className="font-semibold">Staircase of potentials</h2>
        <label className="ml-2 flex min-h-8 items-center gap-1.5 text-soft">
          <input type="checkbox" checked={byCurrent} onChange={(event) => setByCurrent(event.target.checked)} />
          as wide as the current, so that areas are powers
        </label>
        <span className="ml-auto flex gap-1.5">
          {(['svg', 'png'] as const).map((kind) => (
            <Button key={kind} className="!min-h-7 text-xs" onClick={() => void save(kind)}>
              Save as {kind.toUpperCase()}
            </Button>
          ))}
        </span>
      </div>
      <div className="overflow-x-auto py-1">
        <StairDrawing picture={picture} pointable={pointable} />
      </div>
    </section>
  )
}

interface Live {
  readonly of: Worksheet
  readonly amounts: readonly (Amount | null)[]
}

/** A worksheet as it stands while one of its values is turned. */
function withAmounts(worksheet: Worksheet, amounts: Live['amounts']): Worksheet {
  const lines = worksheet.derivation.lines.map((line, id) => ({ ...line, amount: amounts[id] }))
  return { ...worksheet, derivation: { ...worksheet.derivation, lines } }
}

/** How wide the steps may be, so that all of the staircase is seen: what is left beside its words. */
const roomIn = (width: number) => Math.max(leastRoom, width - besideIt)
const leastRoom = 130
/** Room for potentials at the left, and for words at the right. */
const besideIt = 330

/** Pointing at a step points at its part on every sheet, and the other way round, by the name that both have. */
function usePointing(isDrawn: boolean): void {
  useEffect(() => {
    if (!isDrawn) return
    const all = document.body
    // What the pointer is over comes before what has the focus.
    const at: { pointerover: string | null; focusin: string | null } = { pointerover: null, focusin: null }
    let shown: string | null = null
    const mark = () => {
      for (const element of all.querySelectorAll('[data-slides]'))
        element.toggleAttribute('data-pointed-at', shown !== null && element.getAttribute('data-slides') === shown)
    }
    // What is drawn anew while it is pointed at is marked too.
    const observer = new MutationObserver(mark)
    const point = (event: Event) => {
      const part = event.target instanceof Element ? event.target.closest('[data-slides]') : null
      at[event.type === 'focusin' ? 'focusin' : 'pointerover'] = part?.getAttribute('data-slides') ?? null
      const name = at.pointerover ?? at.focusin
      if (name === shown) return
      shown = name
      mark()
      if (name === null) observer.disconnect()
      else observer.observe(all, { subtree: true, childList: true })
    }
    all.addEventListener('pointerover', point)
    all.addEventListener('focusin', point)
    return () => {
      observer.disconnect()
      shown = null
      mark()
      all.removeEventListener('pointerover', point)
      all.removeEventListener('focusin', point)
    }
  }, [isDrawn])
}
