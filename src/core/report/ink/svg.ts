import type { Coordinates } from '../../picture'
import { piecesOf, type Filling, type Ink, type Shape } from './ink'

const fillings: Readonly<Record<Filling, string>> = { white: '#ffffff', grey: '#ededed', black: '#000000' }

/** Only the digits that a drawing needs. */
const short = (value: number) => String(Math.round(value * 100) / 100)

/** A drawing as a file of its own: plain shapes, no style sheet, no script; figures in any monospaced face. */
export function svgOf({ box, shapes, description }: Ink): string {
  const { x, y, width, height } = box
  const size = `viewBox="${[x, y, width, height].map(short).join(' ')}" width="${short(width)}" height="${short(height)}"`
  const head = `<svg xmlns="http://www.w3.org/2000/svg" ${size} font-family="'JetBrains Mono', 'DejaVu Sans Mono', monospace" role="img">`
  const paper = `<rect x="${short(x)}" y="${short(y)}" width="${short(width)}" height="${short(height)}" fill="#ffffff"/>`
  return `${head}\n<title>${escaped(description)}</title>\n${paper}\n${shapes.map(element).join('\n')}\n</svg>\n`
}

function element(shape: Shape): string {
  switch (shape.shape) {
    case 'line': {
      const tag = shape.closed ? 'polygon' : 'polyline'
      const cap = shape.blunt ? '' : ' stroke-linecap="round"'
      return `<${tag} points="${shape.places.map(place).join(' ')}" ${paint(shape)} stroke-linejoin="round"${cap}/>`
    }
    case 'box':
      return `<rect x="${short(shape.x)}" y="${short(shape.y)}" width="${short(shape.width)}" height="${short(shape.height)}" rx="${short(shape.radius)}" ${paint(shape)}/>`
    case 'circle':
      return `<circle cx="${short(shape.x)}" cy="${short(shape.y)}" r="${short(shape.radius)}" ${paint(shape)}/>`
    case 'word': {
      const said = piecesOf(shape.text)
        .map(({ text, barred }) =>
          barred ? `<tspan text-decoration="overline">${escaped(text)}</tspan>` : escaped(text),
        )
        .join('')
      const weight = shape.bold ? ' font-weight="600"' : ''
      return `<text x="${short(shape.x)}" y="${short(shape.y)}" font-size="${short(shape.size)}" text-anchor="${shape.anchor}"${weight}>${said}</text>`
    }
  }
}

function place({ x, y }: Coordinates): string {
  return `${short(x)},${short(y)}`
}

function paint(shape: Exclude<Shape, { shape: 'word' }>): string {
  const { wide, filled } = shape
  const fill = `fill="${filled === undefined ? 'none' : fillings[filled]}"`
  const dash = 'dashed' in shape && shape.dashed ? ' stroke-dasharray="5 3"' : ''
  return wide === 0 ? fill : `${fill} stroke="#000000" stroke-width="${short(wide)}"${dash}`
}

/** A text in XML. What XML cannot have at all is left out. */
export function escaped(text: string): string {
  return text
    .replace(/(?![\t\n\r])\p{Cc}|[\uFFFE\uFFFF]/gu, '')
    .replace(/[&<>"']/g, (letter) => `&#${letter.charCodeAt(0)};`)
}
