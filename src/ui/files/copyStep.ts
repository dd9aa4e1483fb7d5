import { sheetDrawing, stepLatex, stepOf, stepText, type Looks } from '@/core/report'
import { withoutRounding, type Row, type Side, type Worksheet } from '@/core/worksheet'
import { onPaper } from '@/core/picture'
import { raster } from '../savePicture'

/** What a step is copied as. */
export type StepFormat = 'text' | 'latex' | 'picture'

/** Puts one side of a step on the clipboard: its words, the same for LaTeX, or its sheet as a picture. */
export async function copyStep(
  worksheet: Worksheet,
  row: Row,
  side: Side,
  format: StepFormat,
  looks: Pick<Looks, 'figures' | 'symbols' | 'form' | 'electrons'>,
): Promise<void> {
  const all: Looks = { ...looks, isBlank: false, hasChecks: true }
  const drawing = sheetDrawing(worksheet, row, side, all)
  if (format === 'picture') {
    if (!drawing) throw new Error('this sheet is too large to be drawn')
    const picture = raster(drawing.ink, onPaper)
    return navigator.clipboard.write([new ClipboardItem({ 'image/png': picture })])
  }
  const step = stepOf(worksheet, withoutRounding(worksheet), row, side, all, drawing)
  const text = format === 'text' ? stepText(step, looks.figures) : stepLatex(step, looks.figures)
  return navigator.clipboard.writeText(text)
}
