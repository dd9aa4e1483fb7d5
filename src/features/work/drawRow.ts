import { describeSheet, drawSheet, loopAround, sheetInk, type Box, type Ink, type Picture } from '@/core/picture'
import { sheetOf } from '@/core/structure'
import type { Reveal, Row, Side, Worksheet } from '@/core/worksheet'
import type { Settings } from '@/ui/settingsCookie'

/** Sheets with more elements than this are not drawn: nobody could read them. */
const mostDrawn = 150

/**
 * The sheet of a row, as far as it is shown; null where it is too large to be read.
 *
 * @param reveal what is shown, where that is not all
 */
export function drawRow(
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
export function sizeOf({ stages }: Worksheet, { stage, sheet }: Row): number {
  return sheetOf(stages[stage], sheet).elements.length
}

/** The members of each group that is combined on a row, as far as its reason is shown. */
export function groupsOn(worksheet: Worksheet, row: Row, side: Side, reveal: Reveal | null): (readonly number[])[] {
  return row.down.flatMap(({ step }, i) =>
    step !== null && (reveal === null || reveal.reached(row.key, side, i).reason)
      ? [worksheet.elements[step].made?.members ?? []]
      : [],
  )
}

/** The loops around groups that stand together. */
export function loopsAround(picture: Picture, groups: readonly (readonly number[])[]): Box[] {
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
