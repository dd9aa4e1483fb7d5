import type { Coordinates } from '../drawing'
import { marksOf, piecesOf, type Ink, type Mark, type Tone } from './ink'

/** The colour of each tone, as CSS writes it. */
export type Palette = (tone: Tone) => string

/** Black on white: washes are grey. */
export const onPaper: Palette = (tone) =>
  tone === 'sheet' || tone === 'step' || tone === 'white' ? '#ffffff' : tone.endsWith('-wash') ? '#ededed' : '#000000'

/** An element of SVG by the names that its attributes have in JavaScript; a word's text is not among them. */
interface SvgElement {
  readonly tag: 'polyline' | 'polygon' | 'rect' | 'circle' | 'text'
  readonly attributes: Readonly<Record<string, string | number>>
}

/** What a mark is in SVG. */
export function svgElement(mark: Mark, palette: Palette): SvgElement {
  switch (mark.shape) {
    case 'line':
      return {
        tag: mark.closed ? 'polygon' : 'polyline',
        attributes: {
          points: pointsText(mark.places),
          ...painted(mark, palette),
          strokeLinejoin: 'round',
          ...(!mark.blunt && { strokeLinecap: 'round' }),
        },
      }
    case 'box': {
      const { x, y, width, height, radius } = mark
      return {
        tag: 'rect',
        attributes: {
          x: rounded(x),
          y: rounded(y),
          width: rounded(width),
          height: rounded(height),
          rx: rounded(radius),
          ...painted(mark, palette),
        },
      }
    }
    case 'circle':
      return {
        tag: 'circle',
        attributes: { cx: rounded(mark.x), cy: rounded(mark.y), r: rounded(mark.radius), ...painted(mark, palette) },
      }
    case 'word': {
      const { x, y, size, anchor, bold, tone, clear } = mark
      const colour = palette(tone ?? 'ink')
      return {
        tag: 'text',
        attributes: {
          x: rounded(x),
          y: rounded(y),
          fontSize: rounded(size),
          textAnchor: anchor,
          ...(bold && { fontWeight: 600 }),
          // Black is what words are without being told.
          ...(colour !== '#000000' && { fill: colour }),
          ...(clear && { stroke: palette('sheet'), strokeWidth: 3, paintOrder: 'stroke' }),
        },
      }
    }
  }
}

/** Places as SVG writes them: `x,y x,y`, with only the digits that a drawing needs. */
export function pointsText(places: readonly Coordinates[]): string {
  return places.map(({ x, y }) => `${rounded(x)},${rounded(y)}`).join(' ')
}

function rounded(value: number): number {
  return Math.round(value * 100) / 100
}

function painted(mark: Exclude<Mark, { shape: 'word' }>, palette: Palette) {
  const { wide, stroke = 'ink', fill, dashes, opacity } = mark
  return {
    fill: fill === undefined ? 'none' : palette(fill),
    ...(wide > 0 && {
      stroke: palette(stroke),
      strokeWidth: rounded(wide),
      ...(dashes !== undefined && dashes.length > 0 && { strokeDasharray: dashes.map(rounded).join(' ') }),
      ...(opacity !== undefined && { strokeOpacity: opacity }),
    }),
  }
}

/**
 * A drawing as a file of its own: plain shapes, no script; figures in any monospaced face.
 *
 * @param faces CSS with fonts for it, put inside
 */
export function svgOf({ box, shapes, description }: Ink, palette: Palette = onPaper, faces = ''): string {
  const [x, y, width, height] = [box.x, box.y, box.width, box.height].map(rounded)
  const head = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${x} ${y} ${width} ${height}" width="${width}" height="${height}" font-family="${faces === '' ? family : `'JetBrains Mono Variable', ${family}`}" role="img">`
  const sheet = `<rect x="${x}" y="${y}" width="${width}" height="${height}" fill="${palette('sheet')}"/>`
  const marks = marksOf(shapes).map((mark) => elementText(mark, palette))
  const style = faces === '' ? [] : [`<style>${faces}</style>`]
  return [head, `<title>${escaped(description)}</title>`, ...style, sheet, ...marks, '</svg>', ''].join('\n')
}

const family = "'JetBrains Mono', 'DejaVu Sans Mono', monospace"

function elementText(mark: Mark, palette: Palette): string {
  const { tag, attributes } = svgElement(mark, palette)
  const own = Object.entries(attributes)
    .map(([name, value]) => ` ${hyphenated(name)}="${value}"`)
    .join('')
  if (mark.shape !== 'word') return `<${tag}${own}/>`
  const said = piecesOf(mark.text).map(({ text, barred }) =>
    barred ? `<tspan text-decoration="overline">${escaped(text)}</tspan>` : escaped(text),
  )
  return `<${tag}${own}>${said.join('')}</${tag}>`
}

function hyphenated(name: string): string {
  return name.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`)
}

/** A text in XML. What XML cannot have at all is left out. */
function escaped(text: string): string {
  return text
    .replace(/(?![\t\n\r])\p{Cc}|[\uFFFE\uFFFF]/gu, '')
    .replace(/[&<>"']/g, (letter) => `&#${letter.charCodeAt(0)};`)
}
