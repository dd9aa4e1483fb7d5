import { marksOf, svgOf, type Box, type Ink } from '@/core/picture'
import { downloadBlob } from './download'
import { paletteOf } from './Drawing'
import { fontFaces } from './fonts'

/** Saves a drawing in the colours of the theme, as a file that looks the same elsewhere: the fonts are inside. */
export async function savePicture(ink: Ink, kind: 'svg' | 'png', name: string): Promise<void> {
  const theme = getComputedStyle(document.documentElement)
  const words = marksOf(ink.shapes).flatMap((mark) => (mark.shape === 'word' ? [...mark.text] : []))
  const faces = await fontFaces(new Set(words), (family) => family.includes('JetBrains Mono'))
  const text = svgOf(
    ink,
    paletteOf((token) => theme.getPropertyValue(token).trim()),
    faces,
  )
  if (kind === 'svg') return downloadBlob(`${name}.svg`, new Blob([text], { type: 'image/svg+xml' }))
  downloadBlob(`${name}.png`, await raster(text, ink.box))
}

/** Dots of a picture for each of the drawing's units. */
const sharpness = 3
/** The most dots on a side that browsers draw. */
const mostDots = 8000

/** An SVG text as a PNG. */
export async function raster(text: string, { width, height }: Box): Promise<Blob> {
  const image = new Image()
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(text)}`
  await image.decode()
  const scale = Math.min(sharpness, mostDots / Math.max(width, height))
  const canvas = document.createElement('canvas')
  canvas.width = Math.round(width * scale)
  canvas.height = Math.round(height * scale)
  canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height)
  return new Promise((done, fail) =>
    canvas.toBlob((blob) => (blob ? done(blob) : fail(new Error('the picture could not be made'))), 'image/png'),
  )
}
