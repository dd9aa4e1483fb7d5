import clsx from 'clsx'
import { memo, useCallback, useMemo } from 'react'
import type { Reveal, Row, Side, Worksheet } from '@/core/worksheet'
import {
  boxAround,
  describeSheet,
  relabelled,
  type Picture,
  drawSheet,
  loopAround,
  sheetInk,
  type Box,
  type Ink,
} from '@/core/picture'
import { useSettings } from '@/ui/settings'
import { SheetCard, sightOf } from '@/ui/SheetCard'
import { SheetDrawing } from '@/ui/SheetDrawing'
import { arrowOf, Seen, useInHand } from '@/ui/turned'
import { BlockWords } from './BlockWords'
import { sheetOf } from '@/core/structure'
import type { Settings } from '@/ui/settingsCookie'

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
  /** Whether it is on the screen. */
  readonly isSeen: boolean
}

/** One side of a row: the sheet on a card, and beside it (above it where there is no room) what happens there. */
export const RowSide = memo(function RowSide(props: RowSideProps) {
  const { worksheet, row, side, current, reveal, isSeen } = props
  const { figures, form, how } = useSettings().settings
  const cards = how === 'sheets'
  const picture = useMemo(
    () => (cards ? drawRow(worksheet, row, side, { figures, form }, reveal) : null),
    [cards, worksheet, row, side, figures, form, reveal],
  )
  const blocks = side === 'reduce' ? row.down : row.up
  const groups = groupsOn(worksheet, row, side, reveal)
  return (
    <Seen value={isSeen}>
      <div
        data-row={row.key}
        data-side={side}
        data-stand={`${row.key} ${side}`}
        className={clsx(
          'flex w-full min-w-0 scroll-mt-6 flex-wrap items-center gap-x-3 gap-y-1',
          side === 'reduce' ? 'justify-end text-right' : 'flex-row-reverse justify-end text-left',
        )}
      >
        <div className="min-w-min flex-[1_1_14rem] leading-snug" data-words>
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
              <DrawnRow {...props} picture={picture} groups={groups} />
            ) : (
              <p className="p-6 text-soft">
                Sheet {row.number}: {sizeOf(worksheet, row).toLocaleString('en')} elements, too many to draw
              </p>
            )}
          </SheetCard>
        )}
      </div>
    </Seen>
  )
})

/** The drawing itself; with a knob in the hand its values follow, where they stand. */
function DrawnRow({
  worksheet,
  row,
  side,
  chosen,
  onChoose,
  reveal,
  picture,
  groups,
}: RowSideProps & { readonly picture: Picture; readonly groups: readonly (readonly number[])[] }) {
  const { settings } = useSettings()
  const stage = worksheet.stages[row.stage]
  const nodeLabels = useMemo(() => stage.wiring.nodes.map(({ label }) => label), [stage])
  const choose = useCallback((id: number) => onChoose(row.key, side, id), [onChoose, row.key, side])
  const inHand = useInHand()
  const { figures, form } = settings
  const options = { form, isFound: reveal?.isFound }
  const shown =
    inHand?.of === worksheet
      ? relabelled(picture, [inHand.worksheet, row, side, figures, options], (line) => arrowOf(inHand.strengths[line]))
      : picture
  return (
    <SheetDrawing
      picture={shown}
      nodeLabels={nodeLabels}
      colours={stage.nodes}
      symbols={settings.symbols}
      side={side}
      electrons={settings.flow === 'electron'}
      description={describeSheet(worksheet, row, side, picture)}
      group={groups.flat()}
      loops={loopsAround(picture, groups)}
      chosen={chosen}
      onChoose={choose}
      isPointable
    />
  )
}

/** What stands beside a sheet of the way up on which nothing is found. */
function Nothing({ worksheet, row, side }: RowSideProps) {
  if (side === 'reduce') return null
  const { left } = worksheet.stages[row.stage]
  return <p className="font-semibold">{left.length > 1 ? 'What the exchange gives back' : 'All of the supply'}</p>
}

/** Sheets with more elements than this are not drawn: nobody could read them. */
const mostDrawn = 150

export const tooLargeToDraw = 'This sheet is too large to be drawn'

/**
 * The sheet of a row, as far as it is shown; null where it is too large to be read.
 *
 * @param reveal what is shown, where that is not all
 */
function drawRow(
  worksheet: Worksheet,
  row: Row,
  side: Side,
  { figures, form }: Pick<Settings, 'figures' | 'form'>,
  reveal: Reveal | null,
): Picture | null {
  if (sizeOf(worksheet, row) > mostDrawn) return null
  return drawSheet(worksheet, row, side, figures, { form, isFound: reveal?.isFound })
}

/** How many elements the sheet of a row has. */
function sizeOf({ stages }: Worksheet, { stage, sheet }: Row): number {
  return sheetOf(stages[stage], sheet).elements.length
}

/** The members of each group that is combined on a row, as far as its reason is shown. */
function groupsOn(worksheet: Worksheet, row: Row, side: Side, reveal: Reveal | null): (readonly number[])[] {
  return row.down.flatMap(({ step }, i) =>
    step !== null && (reveal === null || reveal.reached(row.key, side, i).reason)
      ? [worksheet.elements[step].made?.members ?? []]
      : [],
  )
}

/** The loops around groups that stand together. */
function loopsAround(picture: Picture, groups: readonly (readonly number[])[]): Box[] {
  return groups.flatMap((members) => loopAround(picture, members) ?? [])
}

/** The sheet of a row in the colours in which it is shown; null where it is not. */
export function rowInk(
  worksheet: Worksheet,
  row: Row,
  side: Side,
  settings: Settings,
  reveal: Reveal | null,
): Ink | null {
  const picture = drawRow(worksheet, row, side, settings, reveal)
  if (!picture) return null
  const { wiring, nodes } = worksheet.stages[row.stage]
  const groups = groupsOn(worksheet, row, side, reveal)
  return sheetInk(
    picture,
    {
      nodeLabels: wiring.nodes.map(({ label }) => label),
      symbols: settings.symbols,
      electrons: settings.flow === 'electron',
      side,
      description: describeSheet(worksheet, row, side, picture),
      inColour: true,
    },
    { colours: nodes, group: groups.flat(), loops: loopsAround(picture, groups) },
  )
}
