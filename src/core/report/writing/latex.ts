import type { Figures } from '../../number'
import { type Ink, marksOf, onPaper, piecesOf, type Coordinates, type Mark } from '../../picture'
import type { ReportBlock, Cell, Drawing, PaperSize, Report, ReportStep } from '../contents'
import { blankTex, saidTex, valueTex, words } from './tex'
import type { TextFile } from './markdown'

/** How wide a drawing may be on the page, in points. */
const widest = { whole: 480, column: 232 } as const

/**
 * A report as LaTeX: one file that compiles by itself with amsmath, siunitx, booktabs and TikZ, each drawing a file beside it.
 *
 * @param name the text's file, without its ending; its drawings lie in a folder of the same name
 * @param paper what it is printed on
 */
export function latexOf(report: Report, name: string, paper: PaperSize): readonly TextFile[] {
  const drawings: TextFile[] = []
  const picture = ({ name: own, ink }: Drawing, isNarrow: boolean): string => {
    const path = `${name}/${own}.tex`
    const known = drawings.some((it) => it.path === path)
    if (!known) drawings.push({ path, text: tikzOf(ink, scaleOf(ink, isNarrow ? widest.column : widest.whole)) })
    return `\\begin{center}\\input{${path}}\\end{center}`
  }
  const body = report.sections.flatMap(({ heading, blocks, columns }) => {
    const steps = blocks.filter(({ block }) => block === 'step')
    const first = columns ? blocks.filter(({ block }) => block !== 'step') : blocks
    return [
      `\\section*{${words(heading)}}`,
      ...first.flatMap((block) => write(block, report.figures, (it) => picture(it, false))),
      ...(columns && steps.length > 0
        ? [
            '\\begin{multicols}{2}',
            ...steps.flatMap((block) => write(block, report.figures, (it) => picture(it, true))),
            '\\end{multicols}',
          ]
        : []),
    ]
  })
  const title = `${words(report.title)}${report.note === '' ? '' : ` (${words(report.note)})`}`
  const fields = report.fields.map(
    ({ name: field, value }) => `${words(field)}: ${value === '' ? '\\underline{\\hspace{8em}}' : words(value)}`,
  )
  const whole = [
    ...preamble(paper, title),
    '\\begin{document}',
    `\\section*{\\LARGE ${title}}`,
    ...(fields.length > 0 ? [`\\noindent ${fields.join('\\hfill ')}\\par`] : []),
    ...body,
    '\\end{document}',
  ].join('\n')
  const files = [{ path: `${name}.tex`, text: `${whole}\n` }, ...drawings]
  return files.map(({ path, text: own }, i) =>
    i === 0 ? { path, text: withLetters(own, files) } : { path, text: own },
  )
}

function scaleOf({ box }: Ink, width: number): number {
  return Math.min(0.75, width / box.width)
}

function preamble(paper: PaperSize, title: string): readonly string[] {
  return [
    '% Compiles with pdflatex, lualatex or xelatex; long tables need a second run.',
    `\\documentclass[10pt,${paper}paper]{article}`,
    '\\usepackage{iftex}',
    '\\iftutex\\usepackage{fontspec}\\else\\usepackage[T1]{fontenc}\\usepackage[utf8]{inputenc}\\usepackage{lmodern}\\fi',
    '\\usepackage[margin=18mm]{geometry}',
    '\\usepackage{amsmath,amssymb}',
    '\\usepackage{siunitx}',
    // Older releases of siunitx have other names for the same.
    '\\providecommand{\\qty}[2]{\\SI{#1}{#2}}',
    '\\providecommand{\\unit}[1]{\\si{#1}}',
    '\\usepackage{booktabs,longtable,multicol}',
    '\\usepackage{tikz}',
    '\\usepackage{fancyhdr}',
    '\\pagestyle{fancy}\\fancyhf{}\\renewcommand{\\headrulewidth}{0pt}',
    `\\fancyfoot[L]{\\small ${title}}\\fancyfoot[R]{\\small\\thepage}`,
    '\\raggedbottom\\setlength{\\parindent}{0pt}\\setlength{\\parskip}{3pt}',
    '% letters',
  ]
}

function write(block: ReportBlock, figures: Figures, picture: (drawing: Drawing) => string): string[] {
  switch (block.block) {
    case 'words':
      return [block.as === 'strong' ? `\\textbf{${words(block.text)}}\\par` : `${words(block.text)}\\par`]
    case 'list':
      return ['\\begin{itemize}', ...block.items.map((item) => `\\item ${words(item)}`), '\\end{itemize}']
    case 'formulas': {
      const lines = block.lines.map((line) => {
        const check = line.check === undefined ? '' : `${words(line.check)}\\ `
        const note = line.note === undefined ? '' : `\\quad {\\small ${words(line.note)}}`
        return `\\noindent ${check}$${saidTex(line, figures, 'siunitx')}$${note}\\par`
      })
      return block.columns && lines.length > 4 ? ['\\begin{multicols}{2}', ...lines, '\\end{multicols}'] : lines
    }
    case 'drawing':
      return [picture(block.drawing)]
    case 'values': {
      const title = block.title === '' ? '' : `${words(block.title)}: `
      const items = block.items.map(({ name, value }) => `${words(name)} $${valueTex(value, figures, 'siunitx')}$`)
      return [`${title}${items.join(',\\quad ')}\\par`]
    }
    case 'table':
      return tableOf(block, figures)
    case 'step':
      // What stands together is not torn between pages.
      return [
        '\\par\\vspace{6pt}\\noindent\\begin{minipage}{\\linewidth}',
        ...(block.title === '' ? [] : [`\\textit{${words(block.title)}}\\par`]),
        ...(block.drawing ? [picture(block.drawing)] : []),
        ...block.body.flatMap((inner) => write(inner, figures, picture)),
        '\\end{minipage}\\par',
      ]
  }
}

/** A step to be put into a text of one's own: it needs amsmath, siunitx and TikZ. */
export function stepLatex({ title, drawing, body }: ReportStep, figures: Figures): string {
  const inline = ({ ink }: Drawing) => tikzOf(ink, scaleOf(ink, widest.whole))
  return [
    ...(title === '' ? [] : [`\\textit{${words(title)}}\\par`]),
    ...(drawing ? [inline(drawing)] : []),
    ...body.flatMap((block) => write(block, figures, inline)),
    '',
  ].join('\n')
}

/** Tables of more rows go over pages. */
const mostTogether = 40

function tableOf(
  { head, rows, foot, wordColumns }: Extract<ReportBlock, { block: 'table' }>,
  figures: Figures,
): string[] {
  const cell = (it: Cell) =>
    typeof it === 'string' ? words(it) : it.blank ? `$${blankTex}$` : `$${valueTex(it, figures, 'siunitx')}$`
  const row = (cells: readonly Cell[]) => `${cells.map(cell).join(' & ')} \\\\`
  // Pages are broken within long tables alone; the others need one run less.
  const table = rows.length > mostTogether ? 'longtable' : 'tabular'
  return [
    `\\begin{${table}}{${head.map((_, i) => (i < wordColumns ? 'l' : 'r')).join('')}}`,
    '\\toprule',
    row(head),
    '\\midrule',
    ...(table === 'longtable' ? ['\\endhead'] : []),
    ...rows.map(row),
    ...(foot ? ['\\midrule', row(foot)] : []),
    '\\bottomrule',
    `\\end{${table}}${table === 'tabular' ? '\\par' : ''}`,
  ]
}

/**
 * Letters that pdflatex does not know are set as their numbers there, so that it compiles and nothing is lost in silence; the
 * others have them in their fonts.
 */
function withLetters(text: string, files: readonly TextFile[]): string {
  const strange = [...new Set(files.flatMap((file) => [...file.text]))].filter((letter) => letter > '\u017f').sort()
  if (strange.length === 0) return text.replace('% letters\n', '')
  const declared = strange.map((letter) => {
    const code = (letter.codePointAt(0) as number).toString(16).toUpperCase().padStart(4, '0')
    return `\\DeclareUnicodeCharacter{${code}}{[U+${code}]}`
  })
  return text.replace('% letters', `\\iftutex\\else\n${declared.join('\n')}\n\\fi`)
}

/** The colours of paper. */
const fillings: Readonly<Record<string, string>> = { '#ffffff': 'white', '#ededed': 'black!7', '#000000': 'black' }

const short = (value: number) => String(Math.round(value * 100) / 100)

/**
 * A drawing in TikZ, from its own coordinates.
 *
 * @param scale points for each of its units
 */
function tikzOf({ box, shapes }: Ink, scale: number): string {
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
