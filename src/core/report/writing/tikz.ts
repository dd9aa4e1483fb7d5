import { marksOf, onPaper, piecesOf, type Coordinates, type Ink, type Mark } from '../../picture'
import { words } from './words'

/** The colours of paper. */
const fillings: Readonly<Record<string, string>> = { '#ffffff': 'white', '#ededed': 'black!7', '#000000': 'black' }

const short = (value: number) => String(Math.round(value * 100) / 100)

/**
 * A drawing in TikZ, from its own coordinates.
 *
 * @param scale points for each of its units
 */
export function tikzOf({ box, shapes }: Ink, scale: number): string {
  const at = ({ x, y }: Coordinates) => `(${short(x - box.x)},${short(box.y - y)})`
  const element = (shape: Mark): string => {
    switch (shape.shape) {
      case 'line':
        return `\\path[${paint(shape, scale)},line join=round${shape.blunt ? '' : ',line cap=round'}] ${shape.places.map(at).join(' -- ')}${shape.closed ? ' -- cycle' : ''};`
      case 'box': {
        const { x, y, width, height, radius } = shape
        const corner = { x: x + width, y: y + height }
        return `\\path[${paint(shape, scale)},rounded corners=${short(radius * scale)}pt] ${at({ x, y })} rectangle ${at(corner)};`
      }
      case 'circle':
        return `\\path[${paint(shape, scale)}] ${at(shape)} circle [radius=${short(shape.radius)}];`
      case 'word': {
        const { anchor, size, bold, text } = shape
        const side = anchor === 'start' ? 'base west' : anchor === 'end' ? 'base east' : 'base'
        const high = size * scale
        const said = piecesOf(text)
          .map(({ text: piece, barred }) => (barred ? `$\\overline{\\text{${words(piece)}}}$` : words(piece)))
          .join('')
        return `\\node[anchor=${side},inner sep=0pt,font=\\fontsize{${short(high)}pt}{${short(high * 1.2)}pt}\\selectfont${bold ? '\\bfseries' : ''}] at ${at(shape)} {${said}};`
      }
    }
  }
  return [
    `\\begin{tikzpicture}[x=${short4(scale)}pt,y=${short4(scale)}pt]`,
    `\\path[use as bounding box] (0,0) rectangle (${short(box.width)},${short(-box.height)});`,
    ...marksOf(shapes).map(element),
    '\\end{tikzpicture}',
    '',
  ].join('\n')
}

const short4 = (value: number) => String(Math.round(value * 10000) / 10000)

function paint(shape: Exclude<Mark, { shape: 'word' }>, scale: number): string {
  const { wide, fill, dashes } = shape
  const own = [
    ...(wide > 0 ? [`draw,line width=${short(wide * scale)}pt`] : []),
    ...(fill === undefined ? [] : [`fill=${fillings[onPaper(fill)]}`]),
    ...(dashes === undefined
      ? []
      : [`dash pattern=on ${short(dashes[0] * scale)}pt off ${short(dashes[1] * scale)}pt`]),
  ]
  return own.join(',')
}
