import { useMemo } from 'react'
import { drawLoops, loopsInk, loopsOf, type Ink, type Loop } from '@/core/picture'
import type { Reveal, Worksheet } from '@/core/worksheet'
import { writeNetwork } from '@/core/network'
import { boardLoopsInk, drawBoard, openBoard } from '@/core/entry'
import { Drawing } from '@/ui/Drawing'
import { useSettings } from '@/ui/settings'
import { leastScale } from '@/ui/SheetDrawing'
import { useInHand } from '@/ui/turned'

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
  const inHand = useInHand()
  const turned = inHand?.of === worksheet && loopsOf(inHand.worksheet, shown, figures, isFound)
  return (
    <div
      className="mb-3 flex max-h-[75vh] justify-center-safe overflow-auto rounded-lg border border-line paper p-2"
      data-loops={loops.length}
    >
      {how === 'sketch' ? (
        <OnSketch worksheet={worksheet} loops={loops} said={list} turned={turned} />
      ) : (
        <OnStretched worksheet={worksheet} loops={loops} said={list} turned={turned} />
      )}
    </div>
  )
}

interface DrawnLoops {
  readonly worksheet: Worksheet
  readonly loops: readonly Loop[]
  readonly said: string
  /** The same loops with the values that a knob in the hand gives them. */
  readonly turned: readonly Loop[] | false
}

function OnStretched({ worksheet, loops, said, turned }: DrawnLoops) {
  const { figures, symbols, flow } = useSettings().settings
  const { wiring, network } = worksheet
  const looped = useMemo(() => drawLoops(worksheet, loops, figures), [worksheet, loops, figures])
  const ink = loopsInk(looped, {
    nodeLabels: wiring.nodes.map(({ label }) => label),
    symbols,
    electrons: flow === 'electron',
    side: 'reduce',
    inColour: true,
    description: `${network.title || 'The network'} with loops around the groups: ${said}`,
  })
  return <Drawing ink={retold(ink, turned)} least={ink.box.width * leastScale} />
}

/** A drawing whose loops say other values, where their names stand. */
function retold(ink: Ink, turned: DrawnLoops['turned']): Ink {
  if (!turned) return ink
  const texts = new Map(turned.map(({ step, text }) => [`loop-${step}`, text]))
  const shapes = ink.shapes.map((shape) => {
    const text = texts.get(shape.shape === 'group' ? shape.key : '')
    if (shape.shape !== 'group' || text === undefined) return shape
    return { ...shape, shapes: shape.shapes.map((mark) => (mark.shape === 'word' ? { ...mark, text } : mark)) }
  })
  return { ...ink, shapes }
}

function OnSketch({ worksheet, loops, said, turned }: DrawnLoops) {
  const { symbols } = useSettings().settings
  const { network, wiring } = worksheet
  const picture = useMemo(() => drawBoard(openBoard(writeNetwork(network)), wiring.nodes), [network, wiring])
  const ink = useMemo(
    () =>
      boardLoopsInk(picture, loops, {
        symbols,
        description: `${network.title || 'The network'} as it was drawn, with loops around the groups: ${said}`,
      }),
    [picture, loops, symbols, network, said],
  )
  return <Drawing ink={retold(ink, turned)} className="mx-auto" />
}
