import { useEffect, useMemo, useState } from 'react'
import type { Reveal, Worksheet } from '@/core/worksheet'
import { drawStaircase, stairInk } from '@/core/picture'
import { Checkbox } from './controls'
import { Button } from './Button'
import { Drawing } from './Drawing'
import { fileName } from './download'
import { useSettings } from './settings'
import { useInHand } from './turned'
import { useInSight } from './useInSight'
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
  const isSeen = useInSight(place)
  const inHand = useInHand()
  // While a knob is turned, its steps move with it in the same frame; at rest they stand as they were drawn.
  const shown = isSeen && inHand?.of === worksheet && inHand.isTurning ? inHand.worksheet : worksheet
  const picture = useMemo(
    () => (isLarge ? null : drawStaircase(shown, { figures, byCurrent, room, isFound })),
    [isLarge, shown, figures, byCurrent, room, isFound],
  )
  usePointing(place !== null)
  if (!picture) return null
  const save = async (kind: 'svg' | 'png') => {
    const { savePicture } = await import('./savePicture')
    const name = fileName(`${worksheet.network.title || 'network'} staircase`, '')
    await savePicture(stairInk(picture, { inColour: true }), kind, name)
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
        <Checkbox className="ml-2 text-soft" isOn={byCurrent} onChange={setByCurrent}>
          width shows current, area shows power
        </Checkbox>
        <span className="ml-auto flex gap-1.5">
          {(['svg', 'png'] as const).map((kind) => (
            <Button key={kind} className="!min-h-7 text-xs" onClick={() => void save(kind)}>
              Export ({kind.toUpperCase()})
            </Button>
          ))}
        </span>
      </div>
      <div className="overflow-x-auto py-1">
        <Drawing ink={stairInk(picture, { inColour: true, isPointable: pointable })} least={picture.width * 0.85} />
      </div>
    </section>
  )
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
