import clsx from 'clsx'
import { memo, useCallback, useMemo } from 'react'
import { drawSheet, explainRowDown, explainRowUp, type Side, type Worksheet } from '@/core'
import { boxAround, type Picture } from '@/core/drawing'
import { wordSentence } from '@/core/explain'
import { Formula } from '@/ui/Formula'
import { useSettings } from '@/ui/settings'
import { SheetDrawing } from '@/ui/SheetDrawing'

/** Sheets with more elements than this are not drawn: nobody could read them. */
const mostDrawn = 150
interface HalfProps {
  readonly worksheet: Worksheet
  readonly index: number
  readonly side: Side
  readonly current: boolean
  readonly chosen: readonly number[]
  readonly onChoose: (sheet: number, side: Side, id: number) => void
  readonly onValue: (id: number, anchor: Element) => void
}

/** One side of a row: the sheet on a card, and beside it (above it where there is no room) what happens there. */
export const Half = memo(function Half({ worksheet, index, side, current, chosen, onChoose, onValue }: HalfProps) {
  const { settings } = useSettings()
  const { figures, symbols, form } = settings
  const { reduction, wiring } = worksheet
  const step = reduction.steps[index]
  const elements =
    reduction.leaves.length +
    index -
    reduction.steps.slice(0, index).reduce((gone, { members }) => gone + members.length, 0)
  const picture = useMemo(
    () => (elements <= mostDrawn ? drawSheet(worksheet, index, side, figures, form) : null),
    [worksheet, index, side, figures, form, elements],
  )
  const nodeLabels = useMemo(() => wiring.nodes.map(({ label }) => label), [wiring])
  const loop = useMemo(() => (picture && step ? loopAround(picture, step.members) : null), [picture, step])
  const choose = useCallback((id: number) => onChoose(index, side, id), [onChoose, index, side])
  return (
    <div
      data-row={index}
      data-side={side}
      className={clsx(
        'flex max-w-full min-w-0 flex-wrap items-center gap-x-3 gap-y-1',
        side === 'reduce' ? 'justify-end text-right' : 'flex-row-reverse justify-end text-left',
      )}
    >
      <div className="min-w-[9.5rem] flex-[1_1_9.5rem] leading-snug">
        {side === 'reduce' ? (
          <DownWords worksheet={worksheet} index={index} />
        ) : (
          <UpWords worksheet={worksheet} index={index} />
        )}
      </div>
      <div
        className={clsx(
          'max-w-full overflow-x-auto rounded-lg border border-line paper',
          side === 'reduce' ? 'border-l-4 border-l-reduce' : 'border-r-4 border-r-expand',
          current && 'outline-2 outline-chosen',
        )}
      >
        {picture ? (
          <SheetDrawing
            picture={picture}
            nodeLabels={nodeLabels}
            symbols={symbols}
            side={side}
            description={describe(worksheet, index, side, picture)}
            group={step?.members}
            loop={loop}
            chosen={chosen}
            onChoose={choose}
            onValue={side === 'expand' ? onValue : undefined}
          />
        ) : (
          <p className="p-6 text-soft">
            Sheet {index}: {elements.toLocaleString('en')} elements, too many to draw
          </p>
        )}
      </div>
    </div>
  )
})

/** The loop around a group, unless something else would lie inside it. */
function loopAround(picture: Picture, members: readonly number[]) {
  const box = boxAround(picture, members)
  if (!box) return null
  const strangers = picture.parts.some(
    (part) =>
      !members.includes(part.id) &&
      part.box.x < box.x + box.width &&
      part.box.x + part.box.width > box.x &&
      part.box.y < box.y + box.height &&
      part.box.y + part.box.height > box.y,
  )
  return strangers ? null : box
}

/** The drawing read aloud. */
function describe({ wiring }: Worksheet, index: number, side: Side, picture: Picture): string {
  const parts = picture.parts.map(({ label }) => `${label.name} ${label.lines.join(' ')}`).join(', ')
  return `Sheet ${index}, ${side === 'reduce' ? 'resistances' : 'voltages and currents'}, from + (node ${wiring.nodes[wiring.start].label}) to − (node ${wiring.nodes[wiring.finish].label}): ${parts}`
}

function DownWords({ worksheet, index }: { readonly worksheet: Worksheet; readonly index: number }) {
  const { figures } = useSettings().settings
  if (index >= worksheet.reduction.steps.length) {
    return worksheet.analysis.status === 'not-series-parallel' ? (
      <p className="font-semibold text-trouble">No group is left: reduction stops here</p>
    ) : (
      <p className="font-semibold">One resistor: nothing to combine</p>
    )
  }
  const { title, reason, lines } = explainRowDown(worksheet, index)
  return (
    <>
      <p className="font-semibold">{wordSentence(title)}</p>
      <p className="text-soft">{wordSentence(reason)}</p>
      {lines.map((line, i) => (
        <p key={i} className="mt-1">
          <Formula tokens={line} figures={figures} />
        </p>
      ))}
    </>
  )
}

function UpWords({ worksheet, index }: { readonly worksheet: Worksheet; readonly index: number }) {
  const { figures } = useSettings().settings
  if (index >= worksheet.reduction.steps.length) return <p className="font-semibold">All of the supply</p>
  const up = explainRowUp(worksheet, index)
  if (!up) return null
  return (
    <>
      <p className="font-semibold">{wordSentence(up.title)}</p>
      {up.lines.slice(0, 12).map((line, i) => (
        <p key={i} className="mt-0.5">
          <Formula tokens={line.formula} figures={figures} />
        </p>
      ))}
      {up.lines.length > 12 && <p className="text-soft">… and {up.lines.length - 12} more</p>}
      {up.check && up.lines.length <= 12 && (
        <p className="mt-0.5 text-holds">
          <span aria-label="check:">✓</span> <Formula tokens={up.check} figures={figures} />
        </p>
      )}
    </>
  )
}
