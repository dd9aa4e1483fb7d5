import { useCallback, useMemo } from 'react'
import { answerText } from '@/core/report'
import { revealed, stopsOf, type Side, type Worksheet } from '@/core/worksheet'
import { copyText, toast } from '@/ui/toast'
import { download, fileName } from '@/ui/download'
import { MenuItem, MenuNote } from '@/ui/MenuItem'
import { useOpenNetwork } from '@/ui/network/OpenNetwork'
import { TakeOut } from '@/ui/network/TakeOut'
import { useSettings } from '@/ui/settings'
import { rowInk, tooLargeToDraw } from './RowSide'

/** How the answer table leaves the screen. */
interface TableOut {
  readonly save: () => Promise<void>
  readonly copy: () => void
}

export function useTableOut(worksheet: Worksheet | null, title: string): TableOut {
  const { figures } = useSettings().settings
  const save = useCallback(async () => {
    if (!worksheet) return
    const { answerCsv } = await import('@/ui/files/answerCsv')
    download(fileName(title, '.csv'), 'text/csv', answerCsv(worksheet))
  }, [title, worksheet])
  const copy = useCallback(() => {
    if (worksheet) copyText(answerText(worksheet, figures), 'The answer table is on the clipboard')
  }, [worksheet, figures])
  return useMemo(() => ({ save, copy }), [save, copy])
}

/** What can be taken out of a worksheet: its table, and the sheet on which the person stands. */
export function TakeOutWork({
  worksheet,
  row,
  title,
  table,
}: {
  readonly worksheet: Worksheet | null
  /** The key of the row on which the person stands. */
  readonly row: string | null
  readonly title: string
  readonly table: TableOut
}) {
  const { walk } = useOpenNetwork()
  const { settings } = useSettings()
  const sheets = worksheet?.rows.filter(({ number }) => number !== null) ?? []
  const standing = sheets.find(({ key }) => key === row) ?? (row === 'supply' ? sheets[sheets.length - 1] : sheets[0])
  const sheet = standing?.number ?? 0
  const sides = worksheet?.outcome.supply.current ? (['reduce', 'expand'] as const) : (['reduce'] as const)
  // What is tried has no answers yet.
  const isOut = worksheet !== null && walk.mode !== 'try'
  const saveSheet = async (side: Side, kind: 'svg' | 'png') => {
    if (!worksheet || !standing) return
    if (worksheet.wiring.live.length === 0) return void toast.error('There is no sheet: nothing carries current')
    const reveal = walk.mode === 'step' ? revealed(worksheet, stopsOf(worksheet, walk.pace), walk.shown) : null
    const ink = rowInk(worksheet, standing, side, settings, reveal)
    if (!ink) return void toast.error(tooLargeToDraw)
    const { savePicture } = await import('@/ui/savePicture')
    await savePicture(ink, kind, fileName(`${title} sheet ${sheet} ${side}`, ''))
  }
  return (
    <TakeOut>
      <MenuItem onSelect={() => void table.save()} text="Answer table (CSV)" disabled={!isOut} />
      <MenuItem onSelect={table.copy} text="Copy the answer table" disabled={!isOut} />
      <MenuNote>↑ ↓ walk to another sheet</MenuNote>
      {sides.flatMap((side) =>
        (['svg', 'png'] as const).map((kind) => (
          <MenuItem
            key={`${side} ${kind}`}
            onSelect={() => void saveSheet(side, kind)}
            text={`Sheet ${sheet}, ${side === 'reduce' ? 'reducing' : 'expanding'} (${kind.toUpperCase()})`}
            disabled={!isOut}
          />
        )),
      )}
    </TakeOut>
  )
}
