import {
  about,
  also,
  anyOf,
  closed,
  flag,
  head,
  list,
  named,
  nullable,
  number,
  object,
  oneOf,
  optional,
  text,
  times,
  type Declaration,
  type Declared,
} from '../../format'
import { findingDeclaration, orderNames, type Finding } from '../../structure'
import { kinds, type Choices } from '../../network'
import { exactText, quantityText, type Amount, type Figures, type ShownUnit } from '../../number'
import { unitOfLine } from '../derivation'
import { formulaText, unitText, wordSentence, writeAmount, type Formula, type Token } from '../explain'
import { explainBlock, explainCheck, explainLine, nameOf, type Side, type Worksheet } from '../worked'

/** A quantity: in SI base units, with a text for people, and the exact fraction when there is one. */
const value = closed({
  value: number(),
  exact: optional(text({ pattern: /^-?[0-9]+(\/[0-9]+)?$/ })),
  root: optional(
    about(
      'The exact value when it is a rational times a square root (a power was given).',
      text({ pattern: /^-?[0-9]*√[0-9]+(\/[0-9]+)?$/ }),
    ),
  ),
  text: text(),
})
export type Value = Declared<typeof value>

const mayBe = nullable(value)
const arithmetic = text({ pattern: /^(exact|float|rounded:[0-9]+)$/ })

const refusal = closed({
  status: oneOf(['refused']),
  problems: list(object({ part: nullable(text()), field: text(), message: text() }), { least: 1 }),
})

const analysis = also(
  closed({
    ...head('nodrel-analysis'),
    status: oneOf(['solved', 'resistance', 'not-series-parallel', 'structure']),
    arithmetic: optional(arithmetic),
    order: optional(oneOf(orderNames)),
    equivalent: mayBe,
    supply: closed({ voltage: mayBe, current: mayBe, power: mayBe }),
    parts: list(
      closed({ name: text(), kind: oneOf(kinds), resistance: mayBe, voltage: mayBe, current: mayBe, power: mayBe }),
    ),
    nodes: list(closed({ label: text(), points: list(text(), { least: 1 }), potential: mayBe })),
    steps: list(
      closed({
        kind: oneOf(['series', 'parallel']),
        members: list(text(), { least: 2 }),
        result: text(),
        between: times(2, text()),
        resistance: mayBe,
        formula: optional(about('In letters, where resistors have no value yet.', text())),
        round: optional(number({ least: 0, isWhole: true })),
      }),
    ),
    meters: optional(
      about(
        'What each meter drawn into the picture shows; only where there is one.',
        list(closed({ name: text(), quantity: oneOf(['current', 'voltage']), value: mayBe }), { least: 1 }),
      ),
    ),
    checks: list(
      closed({ law: oneOf(['current', 'voltage', 'power']), at: text(), sum: value, expected: value, holds: flag() }),
    ),
    findings: list(findingDeclaration),
    residue: optional(about('The elements that stop the reduction.', list(text(), { least: 1 }))),
  }),
  { if: { properties: { status: { const: 'not-series-parallel' } } }, then: { required: ['residue'] } },
)
/** The analysis of a network, or why it was refused: the open format `nodrel-analysis`. */
export const analysisDeclaration = anyOf([refusal, analysis])

type Written = Declared<typeof analysis>
export interface Analysis
  extends Omit<Written, 'findings' | 'arithmetic' | 'order'>, Required<Pick<Written, 'arithmetic' | 'order'>> {
  readonly findings: readonly Finding[]
}

const id = number({ least: 0, isWhole: true })
const ids = list(id)

/** A formula's token as plain data: amounts with their exact value as a text. */
type TokenDocument =
  | { readonly token: 'symbol'; readonly letter: 'R' | 'V' | 'I' | 'P' | 'E'; readonly of: string | null }
  | { readonly token: 'number'; readonly value: number }
  | { readonly token: 'amount'; readonly amount: Value; readonly unit: string; readonly written: string }
  | { readonly token: 'unit'; readonly text: string }
  | { readonly token: 'sum'; readonly amounts: readonly Value[]; readonly unit: string; readonly sign: '+' | '−' }
  | { readonly token: 'sign'; readonly sign: '=' | '≈' | '·' | '+' | '−' | '²' }
  | { readonly token: 'fraction'; readonly over: readonly TokenDocument[]; readonly under: readonly TokenDocument[] }
  | { readonly token: 'root'; readonly under: readonly TokenDocument[] }
  | { readonly token: 'bracket'; readonly inside: readonly TokenDocument[] }

const tokens = list(named('token', (): Declaration<TokenDocument> => token))
const token: Declaration<TokenDocument> = anyOf([
  closed({ token: oneOf(['symbol']), letter: oneOf(['R', 'V', 'I', 'P', 'E']), of: nullable(text()) }),
  closed({ token: oneOf(['number']), value: number() }),
  closed({ token: oneOf(['amount']), amount: value, unit: text(), written: text() }),
  closed({ token: oneOf(['unit']), text: text() }),
  closed({ token: oneOf(['sum']), amounts: list(value), unit: text(), sign: oneOf(['+', '−']) }),
  closed({ token: oneOf(['sign']), sign: oneOf(['=', '≈', '·', '+', '−', '²']) }),
  closed({ token: oneOf(['fraction']), over: tokens, under: tokens }),
  closed({ token: oneOf(['root']), under: tokens }),
  closed({ token: oneOf(['bracket']), inside: tokens }),
])

/** A formula, as tokens and in one line of text. */
const formula = closed({ tokens, text: text() })
type FormulaDocument = Declared<typeof formula>

const block = closed({
  step: about('The equivalent whose step it is, by its id.', nullable(number({ isWhole: true }))),
  title: nullable(text()),
  reason: nullable(text()),
  carried: about('The lines that are handed on.', ids),
  lines: about('The lines that are worked out.', ids),
  check: nullable(formula),
})
type BlockDocument = Declared<typeof block>

/** The derivation as data, every value with what it was found from, in rows: the open format `nodrel-worksheet`. */
export const worksheetDeclaration = also(
  closed({
    ...head('nodrel-worksheet'),
    title: text(),
    arithmetic,
    choices: object({}) as unknown as Declaration<Choices>,
    nodes: list(closed({ label: text() })),
    elements: list(
      closed({
        id,
        name: text(),
        part: about('The name of its part; null for what steps and exchanges make.', nullable(text())),
        kind: oneOf(['resistor', 'series', 'parallel', 'exchanged']),
        members: ids,
      }),
    ),
    rows: list(
      closed({
        key: text(),
        kind: oneOf(['sheet', 'exchange', 'known', 'supply']),
        stage: id,
        number: nullable(number({ isWhole: true })),
        sheet: id,
        down: list(block),
        up: list(block),
      }),
    ),
    lines: list(
      closed({
        id,
        quantity: oneOf(['resistance', 'voltage', 'current', 'power', 'potential']),
        of: about("Whose value: the name of an element or part, or a node's label.", text()),
        method: text(),
        uses: ids,
        value: mayBe,
        open: about('It waits for resistors that have no value yet.', flag()),
        section: oneOf(['given', 'step', 'exchange', 'known', 'supply', 'powers', 'potentials', 'readings']),
        words: text(),
        formulas: list(formula),
      }),
    ),
  }),
  { $defs: { token: token.schema } },
)
export type WorksheetDocument = Declared<typeof worksheetDeclaration>

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

/** An amount as the format has it: with the exact fraction only where the whole analysis is exact. */
export function valueOf(amount: Amount, unit: ShownUnit, isExact: boolean): Value {
  const exact = isExact ? exactText(amount) : undefined
  return {
    value: amount.value,
    ...(exact !== undefined && { [amount.exact?.root === 1n || amount.value === 0 ? 'exact' : 'root']: exact }),
    text: quantityText(amount, unit),
  }
}
