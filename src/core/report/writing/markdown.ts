import { type Figures, shownText } from '../../number'
import { svgOf } from '../../picture'
import type { ReportBlock, Cell, Drawing, Report, ReportStep, ReportValue } from '../contents'
import { saidTex, valueTex } from './tex'
import { formulaText } from '../../worksheet'

/** A file of a folder that is handed on. */
export interface TextFile {
  readonly path: string
  readonly text: string
}

/**
 * A report as CommonMark with `$math$`, its drawings as SVG files beside it.
 *
 * @param name the text's file, without its ending; its drawings lie in a folder of the same name
 */
export function markdownOf(report: Report, name: string): readonly TextFile[] {
  const drawings: TextFile[] = []
  const { figures } = report
  const picture = ({ name: own, ink }: Drawing): string => {
    const path = `${name}/${own}.svg`
    if (!drawings.some((it) => it.path === path)) drawings.push({ path, text: svgOf(ink) })
    // Brackets around the address let it have spaces.
    return `![${plain(ink.description)}](<${path}>)`
  }
  const blocks = (list: readonly ReportBlock[], level: number): string[] => list.flatMap((block) => write(block, level))
  const write = (block: ReportBlock, level: number): string[] => {
    switch (block.block) {
      case 'words':
        return [block.as === 'strong' ? `**${plain(block.text)}**` : plain(block.text)]
      case 'list':
        return [block.items.map((item) => `- ${plain(item)}`).join('\n')]
      case 'formulas':
        return block.lines.map((line) => {
          const check = line.check === undefined ? '' : `${line.check} `
          const note = line.note === undefined ? '' : ` — ${plain(line.note)}`
          return `${check}$${saidTex(line, figures, 'math')}$${note}`
        })
      case 'drawing':
        return [picture(block.drawing)]
      case 'values': {
        const title = block.title === '' ? [] : [`${plain(block.title)}:`]
        return [
          ...title,
          block.items.map(({ name, value }) => `- ${plain(name)}: $${valueTex(value, figures, 'math')}$`).join('\n'),
        ]
      }
      case 'table':
        return [tableOf(block, figures)]
      case 'step':
        return [
          ...(block.title === '' ? [] : [`${'#'.repeat(level)} ${plain(block.title)}`]),
          ...(block.drawing ? [picture(block.drawing)] : []),
          ...blocks(block.body, level + 1),
        ]
    }
  }
  const fields = report.fields.map(
    ({ name: field, value }) => `${plain(field)}: ${value === '' ? '\\_\\_\\_\\_\\_\\_\\_\\_' : plain(value)}`,
  )
  const text = [
    `# ${plain(report.title)}${report.note === '' ? '' : ` (${report.note})`}`,
    ...(fields.length > 0 ? [fields.join(' · ')] : []),
    ...report.sections.flatMap(({ heading, blocks: own }) => [`## ${plain(heading)}`, ...blocks(own, 3)]),
  ].join('\n\n')
  return [{ path: `${name}.md`, text: `${text}\n` }, ...drawings]
}

/** A table as pipes, with its last row below the others: what has no tables shows it as lines. */
function tableOf(
  { head, rows, foot, wordColumns }: Extract<ReportBlock, { block: 'table' }>,
  figures: Figures,
): string {
  const cell = (it: Cell) => (typeof it === 'string' ? plain(it) : `$${valueTex(it, figures, 'math')}$`)
  const row = (cells: readonly Cell[]) => `| ${cells.map((it) => cell(it).replaceAll('|', '\\|')).join(' | ')} |`
  const ruler = `|${head.map((_, i) => (i < wordColumns ? ' --- ' : ' ---: ')).join('|')}|`
  return [row(head), ruler, ...rows.map(row), ...(foot ? [row(foot)] : [])].join('\n')
}

/** Plain text within Markdown: whatever would be read as a sign of it, HTML too, is made harmless. */
function plain(text: string): string {
  return text
    .replace(/\s+/g, ' ')
    .trim()
    .replace(/[\\`*_{}[\]()<>#+\-.!|~$&"']/g, (sign, at: number, whole: string) => {
      // A full stop, a plus, a minus, brackets and quotes within a line are only themselves.
      const isFirst = whole.slice(0, at).trim() === '' || /^\d+$/.test(whole.slice(0, at))
      return /[.+\-()!'"#]/.test(sign) && !isFirst ? sign : `\\${sign}`
    })
}

/** A step as plain text: its title, its reason, its arithmetic, a line each. */
export function stepText({ title, body }: ReportStep, figures: Figures): string {
  return [...(title === '' ? [] : [title]), ...body.flatMap((block) => linesOf(block, figures))].join('\n')
}

function linesOf(block: ReportBlock, figures: Figures): string[] {
  switch (block.block) {
    case 'words':
      return [block.text]
    case 'list':
      return block.items.map((item) => `- ${item}`)
    case 'formulas':
      return block.lines.map(({ tokens, check, note }) =>
        [check, formulaText(tokens, figures), note && `(${note})`].filter((text) => text !== undefined).join(' '),
      )
    case 'values':
      return block.items.map(({ name, value }) => `${name} ${valueText(value, figures)}`)
    case 'table':
      return block.rows.map((row) =>
        row.map((cell) => (typeof cell === 'string' ? cell : valueText(cell, figures))).join('\t'),
      )
    case 'step':
      return stepText(block, figures).split('\n')
    case 'drawing':
      return []
  }
}

/** A value with a plain space before its unit, as it is pasted. */
function valueText({ amount, unit, before }: ReportValue, figures: Figures): string {
  const value = shownText(amount, unit, figures).replace('\u2009', ' ')
  return before === undefined ? value : `${before} ${value}`
}
