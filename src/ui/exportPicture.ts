import type { Box } from '@/core/picture'
import { downloadBlob } from './download'
import { fontFaces } from './fonts'

/** What of an element's look must be written down, so that it looks the same without our style sheet. */
const properties = [
  'fill',
  'fill-opacity',
  'stroke',
  'stroke-width',
  'stroke-opacity',
  'stroke-dasharray',
  'stroke-linecap',
  'stroke-linejoin',
  'opacity',
  'font-family',
  'font-size',
  'font-weight',
  'text-anchor',
  'text-decoration-line',
] as const

/**
 * Saves a drawing as it looks now, as a file that looks the same elsewhere: every style is written at its element, and the
 * fonts are inside. What is only for working on the drawing (`data-chrome`) is left out.
 *
 * @param box what of the drawing's own coordinates is shown; all of its view box if it has one
 * @param name the file's name without its ending
 */
export async function exportPicture(
  drawing: SVGSVGElement,
  kind: 'svg' | 'png',
  name: string,
  box: Box = boxOf(drawing),
): Promise<void> {
  const text = await standalone(drawing, box)
  if (kind === 'svg') return downloadBlob(`${name}.svg`, new Blob([text], { type: 'image/svg+xml' }))
  downloadBlob(`${name}.png`, await raster(text, box))
}

function boxOf(drawing: SVGSVGElement): Box {
  const { x, y, width, height } = drawing.viewBox.baseVal
  return { x, y, width, height }
}

/** The drawing as an SVG text of its own, with a background in the colour of the sheet. */
async function standalone(drawing: SVGSVGElement, box: Box): Promise<string> {
  const copy = drawing.cloneNode(true) as SVGSVGElement
  // A thread that is shown, and how values go with a knob, are for working on it too.
  const threaded = drawing.closest('[data-threaded]')
  threaded?.removeAttribute('data-threaded')
  writeStyles(drawing, copy)
  threaded?.setAttribute('data-threaded', '')
  const texts = document.createTreeWalker(copy, NodeFilter.SHOW_TEXT)
  while (texts.nextNode()) (texts.currentNode as Text).data = (texts.currentNode as Text).data.replace(/[▴▾]$/, '')
  const letters = new Set(copy.textContent ?? '')
  for (const chrome of [...copy.querySelectorAll('[data-chrome]')]) chrome.remove()
  copy.querySelector(':scope > [data-stage]')?.removeAttribute('transform')
  for (const element of [copy, ...copy.querySelectorAll('*')])
    for (const { name } of [...element.attributes])
      if (/^(data-|aria-|(class|style|role|tabindex)$)/.test(name)) element.removeAttribute(name)
  const attributes: Readonly<Record<string, string>> = {
    xmlns: 'http://www.w3.org/2000/svg',
    viewBox: `${box.x} ${box.y} ${box.width} ${box.height}`,
    width: String(box.width),
    height: String(box.height),
  }
  for (const [attribute, value] of Object.entries(attributes)) copy.setAttribute(attribute, value)
  const style = document.createElementNS('http://www.w3.org/2000/svg', 'style')
  style.textContent = await fontFaces(letters, (name) => name.includes('JetBrains Mono'))
  const paper = document.createElementNS('http://www.w3.org/2000/svg', 'rect')
  for (const [attribute, value] of Object.entries({ ...box, fill: sheetColour() }))
    paper.setAttribute(attribute, String(value))
  copy.prepend(style, paper)
  return `<?xml version="1.0" encoding="UTF-8"?>\n${new XMLSerializer().serializeToString(copy)}\n`
}

function sheetColour(): string {
  return getComputedStyle(document.documentElement).getPropertyValue('--sheet').trim()
}

/** Writes the look of every element at its copy. */
function writeStyles(from: Element, to: Element): void {
  const look = getComputedStyle(from)
  for (const property of properties) {
    const value = look.getPropertyValue(property)
    if (value !== '') to.setAttribute(property, value)
  }
  ;[...from.children].forEach((child, i) => writeStyles(child, to.children[i]))
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
