import { formulaText } from '../../worksheet'
import { shownText, type Figures } from '../../number'
import type { ReportBlock, ReportStep, ReportValue } from '../contents'

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
