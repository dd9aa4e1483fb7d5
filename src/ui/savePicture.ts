import { marksOf, piecesOf, svgOf, type Ink, type Mark, type Palette, type Word } from '@/core/picture'
import { downloadBlob } from './download'
import { paletteOf } from './Drawing'
import { fontFaces } from './fonts'

/** Saves a drawing in the colours of the theme, as a file that looks the same elsewhere: the fonts are inside. */
export async function savePicture(ink: Ink, kind: 'svg' | 'png', name: string): Promise<void> {
  const theme = getComputedStyle(document.documentElement)
  const palette = paletteOf((token) => theme.getPropertyValue(token).trim())
  if (kind === 'png') return downloadBlob(`${name}.png`, await raster(ink, palette))
  const words = marksOf(ink.shapes).flatMap((mark) => (mark.shape === 'word' ? [...mark.text] : []))
  const faces = await fontFaces(new Set(words), (family) => family.includes('JetBrains Mono'))
  downloadBlob(`${name}.svg`, new Blob([svgOf(ink, palette, faces)], { type: 'image/svg+xml' }))
}

/** Dots of a picture for each of the drawing's units. */
const sharpness = 3
/** The most dots on a side that browsers draw. */
const mostDots = 8000
const face = "'JetBrains Mono Variable'"

/**
 * A drawing as a PNG. It is drawn with the page's own fonts once they are there: those inside an SVG file may come after the
 * file has been drawn.
 */
export async function raster({ box, shapes }: Ink, palette: Palette): Promise<Blob> {
  const marks = marksOf(shapes)
  const words = marks.flatMap((mark) => (mark.shape === 'word' ? [mark.text] : [])).join('')
  await Promise.all([400, 600].map((weight) => document.fonts.load(`${weight} 12px ${face}`, words)))
  const scale = Math.min(sharpness, mostDots / Math.max(box.width, box.height))
  const canvas = document.createElement('canvas')
  canvas.width = Math.round(box.width * scale)
  canvas.height = Math.round(box.height * scale)
  const context = canvas.getContext('2d')
  if (!context) throw new Error('the picture could not be made')
  context.fillStyle = palette('sheet')
  context.fillRect(0, 0, canvas.width, canvas.height)
  context.scale(scale, scale)
  context.translate(-box.x, -box.y)
  context.lineJoin = 'round'
  for (const mark of marks) {
    if (mark.shape === 'word') write(context, mark, palette)
    else paint(context, mark, palette)
  }
  return new Promise((done, fail) =>
    canvas.toBlob((blob) => (blob ? done(blob) : fail(new Error('the picture could not be made'))), 'image/png'),
  )
}

function paint(context: CanvasRenderingContext2D, mark: Exclude<Mark, Word>, palette: Palette): void {
  const { wide, stroke = 'ink', fill, dashes = [], opacity = 1 } = mark
  const path = new Path2D()
  if (mark.shape === 'line') {
    for (const { x, y } of mark.places) path.lineTo(x, y)
    if (mark.closed) path.closePath()
  } else if (mark.shape === 'box') path.roundRect(mark.x, mark.y, mark.width, mark.height, mark.radius)
  else path.arc(mark.x, mark.y, mark.radius, 0, 2 * Math.PI)
  if (fill !== undefined) {
    context.fillStyle = palette(fill)
    context.fill(path)
  }
  if (wide === 0) return
  context.strokeStyle = palette(stroke)
  context.globalAlpha = opacity
  context.lineWidth = wide
  context.lineCap = mark.shape !== 'line' || mark.blunt ? 'butt' : 'round'
  context.setLineDash([...dashes])
  context.stroke(path)
  context.globalAlpha = 1
}

function write(
  context: CanvasRenderingContext2D,
  { text, x, y, anchor, size, bold, tone }: Word,
  palette: Palette,
): void {
  context.font = `${bold ? 600 : 400} ${size}px ${face}, monospace`
  context.fillStyle = palette(tone ?? 'ink')
  const pieces = piecesOf(text)
  const widths = pieces.map((piece) => context.measureText(piece.text).width)
  const whole = widths.reduce((sum, width) => sum + width, 0)
  let left = anchor === 'start' ? x : anchor === 'end' ? x - whole : x - whole / 2
  pieces.forEach((piece, i) => {
    context.fillText(piece.text, left, y)
    // The bar over digits that repeat.
    if (piece.barred) context.fillRect(left, y - size, widths[i], size / 14)
    left += widths[i]
  })
}
