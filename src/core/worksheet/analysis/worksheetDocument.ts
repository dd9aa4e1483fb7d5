import type { Amount, Figures, ShownUnit } from '../../number'
import { unitOfLine } from '../derivation'
import { formulaText, unitText, wordSentence, writeAmount, type Formula, type Token } from '../explain'
import { explainBlock, explainCheck, explainLine, nameOf, type Side, type Worksheet } from '../worked'
import { valueOf } from './analyse'
import type { BlockDocument, FormulaDocument, TokenDocument, WorksheetDocument } from './format'

/** A worksheet in the open format, its formulas written with so many figures. */
export function worksheetDocument(worksheet: Worksheet, figures: Figures): WorksheetDocument {
  const { network, arithmetic, choices, nodeLabels, elements, derivation, rows } = worksheet
  const isExact = arithmetic === 'exact'
  const formula = (tokens: Formula): FormulaDocument => ({
    tokens: tokens.map((token) => tokenDocument(token, figures, isExact)),
    text: formulaText(tokens, figures),
  })
  const blockOf = (
    row: (typeof rows)[number],
    block: (typeof rows)[number]['down'][number],
    side: Side,
  ): BlockDocument => {
    const words = explainBlock(worksheet, row, block, side)
    const check = block.check && block.step !== null && side === 'expand' ? explainCheck(worksheet, block.step) : null
    return {
      step: block.step,
      title: words && wordSentence(words.title),
      reason: words?.reason ? wordSentence(words.reason) : null,
      carried: block.carried,
      lines: block.lines,
      check: check && formula(check),
    }
  }
  return {
    format: 'nodrel-worksheet',
    version: 1,
    title: network.title,
    arithmetic,
    choices,
    nodes: nodeLabels.map((label) => ({ label })),
    elements: elements.map(({ name, part, made }, id) => ({
      id,
      name,
      part: part === null ? null : network.parts[part].name,
      kind: made?.kind ?? (part === null ? 'exchanged' : 'resistor'),
      members: made?.members ?? [],
    })),
    rows: rows.map((row) => ({
      key: row.key,
      kind: row.kind,
      stage: row.stage,
      number: row.number,
      sheet: row.sheet,
      down: row.down.map((block) => blockOf(row, block, 'reduce')),
      up: row.up.map((block) => blockOf(row, block, 'expand')),
    })),
    lines: derivation.lines.map((line) => {
      const { name, formulas } = explainLine(worksheet, line.id)
      return {
        id: line.id,
        quantity: line.quantity,
        of: nameOf(worksheet, line),
        method: line.method,
        uses: line.uses,
        value: line.amount && valueOf(line.amount, unitOfLine(line), isExact),
        open: line.isOpen,
        section: line.section.at,
        words: wordSentence(name),
        formulas: formulas.map(formula),
      }
    }),
  }
}

function tokenDocument(token: Token, figures: Figures, isExact: boolean): TokenDocument {
  const all = (tokens: Formula) => tokens.map((it) => tokenDocument(it, figures, isExact))
  const value = (amount: Amount, unit: ShownUnit) => valueOf(amount, unit, isExact)
  switch (token.token) {
    case 'amount': {
      const { number, prefix, unit } = writeAmount(token, figures)
      return {
        token: 'amount',
        amount: value(token.amount, token.unit),
        unit: token.unit,
        written: `${number} ${prefix}${unit}`,
      }
    }
    case 'sum':
      return {
        token: 'sum',
        amounts: token.amounts.map((amount) => value(amount, token.unit)),
        unit: token.unit,
        sign: token.sign,
      }
    case 'unit':
      return { token: 'unit', text: unitText(token) }
    case 'fraction':
      return { token: 'fraction', over: all(token.over), under: all(token.under) }
    case 'root':
      return { token: 'root', under: all(token.under) }
    case 'bracket':
      return { token: 'bracket', inside: all(token.inside) }
    default:
      return token
  }
}
