import clsx from 'clsx'
import { memo, useCallback, useMemo } from 'react'
import { type Reveal, type Row, type Side, type Worksheet } from '@/core/worksheet'
import { boxAround, describeSheet, drawSheet, loopAround } from '@/core/picture'
import { sheetOf } from '@/core/structure'
import { useSettings } from '@/ui/settings'
import { SheetDrawing } from '@/ui/SheetDrawing'
import { allShown, BlockWords } from './BlockWords'
import { SheetCard, sightOf } from '@/ui/SheetCard'

/** Sheets with more elements than this are not drawn: nobody could read them. */
const mostDrawn = 150

interface RowSideProps {
  readonly worksheet: Worksheet
  readonly row: Row
  readonly side: Side
  readonly current: boolean
  readonly chosen: readonly number[]
  readonly onChoose: (row: string, side: Side, id: number) => void
  /** What is shown, where that is not all. */
  readonly reveal: Reveal | null
  /** The same without rounding, where values are rounded as on paper. */
  readonly exact: Worksheet | null
}

/** One side of a row: the sheet on a card, and beside it (above it where there is no room) what happens there. */
export const RowSide = memo(function RowSide(props: RowSideProps) {
  const { worksheet, row, side, current, chosen, onChoose, reveal } = props
  const { settings } = useSettings()
  const { figures, symbols, form, how, flow } = settings
  const stage = worksheet.stages[row.stage]
  const count = useMemo(() => sheetOf(stage, row.sheet).elements.length, [stage, row.sheet])
  const cards = how === 'sheets'
  const isFound = reveal?.isFound
  const picture = useMemo(
    () => (cards && count <= mostDrawn ? drawSheet(worksheet, row, side, figures, { form, isFound }) : null),
    [cards, count, worksheet, row, side, figures, form, isFound],
  )
  const nodeLabels = useMemo(() => stage.wiring.nodes.map(({ label }) => label), [stage])
  const blocks = side === 'reduce' ? row.down : row.up
  const groups = row.down.flatMap(({ step }, i) => {
    const isShown = (reveal?.reached(row.key, side, i) ?? allShown).reason
    return step !== null && isShown ? [worksheet.elements[step].made?.members ?? []] : []
  })
  const loops = picture ? groups.flatMap((members) => loopAround(picture, members) ?? []) : []
  const choose = useCallback((id: number) => onChoose(row.key, side, id), [onChoose, row.key, side])
  return (
    <div
      data-row={row.key}
      data-side={side}
      data-stand={`${row.key} ${side}`}
      className={clsx(
        'flex max-w-full min-w-0 scroll-mt-6 scroll-mb-24 flex-wrap items-center gap-x-3 gap-y-1',
        side === 'reduce' ? 'justify-end text-right' : 'flex-row-reverse justify-end text-left',
      )}
    >
      <div className="min-w-56 flex-[1_1_14rem] leading-snug" data-words>
        {blocks.map((block, i) => (
          <div key={i} className={clsx(i > 0 && 'mt-2')}>
            <BlockWords {...props} block={block} reached={reveal ? reveal.reached(row.key, side, i) : null} />
          </div>
        ))}
        {blocks.length === 0 && <Nothing {...props} />}
      </div>
      {cards && (
        <SheetCard
          side={side}
          current={current}
          inSight={
            picture
              ? sightOf(
                  groups.map((members) => boxAround(picture, members)),
                  picture.width,
                )
              : undefined
          }
        >
          {picture ? (
            <SheetDrawing
              picture={picture}
              nodeLabels={nodeLabels}
              colours={stage.nodes}
              symbols={symbols}
              side={side}
              electrons={flow === 'electron'}
              description={describeSheet(worksheet, row, side, picture)}
              group={groups.flat()}
              loops={loops}
              chosen={chosen}
              onChoose={choose}
              pointable
            />
          ) : (
            <p className="p-6 text-soft">
              Sheet {row.number}: {count.toLocaleString('en')} elements, too many to draw
            </p>
          )}
        </SheetCard>
      )}
    </div>
  )
})

/** What stands beside a sheet of the way up on which nothing is found. */
function Nothing({ worksheet, row, side }: RowSideProps) {
  if (side === 'reduce') return null
  const { left } = worksheet.stages[row.stage]
  return <p className="font-semibold">{left.length > 1 ? 'What the exchange gives back' : 'All of the supply'}</p>
}
