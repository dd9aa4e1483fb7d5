import { drawLoops, drawSheet, describeSheet, loopsOf } from '../../picture'
import type { ReportContent } from '../../network'
import { unitOf, type Unit } from '../../number'
import {
  accountForPowers,
  amountAt,
  currentKeys,
  explainLine,
  nameOf,
  readingPart,
  unitOfLine,
  withoutRounding,
  type Row,
  type Worksheet,
} from '../../worksheet'
import { loopsInk, sheetInk } from '../ink'
import { answerRows, columns, currentsByPart, percent, supplyRow, type AnswerRow } from './answers'
import { askedText, givenOf, mostListed } from './given'
import { capital, formulasOf, isGiven, mostDrawn, powersOf, sheetDrawing, stepOf, supplyOf, type Looks } from './steps'
import type { Block, Cell, Density, Drawing, Report, ReportKind, ReportSection, Said, Value } from './report'

/** How a report is made. */
export interface ReportOptions extends Pick<Looks, 'figures' | 'symbols' | 'form' | 'electrons'> {
  readonly kind: ReportKind
  readonly density: Density
  readonly leaveOut: readonly ReportContent[]
  readonly title: string
  /** What is filled in beside the title; empty ones are to be filled in by hand. */
  readonly fields: Report['fields']
  /** What comes from elsewhere: readings, an attempt. */
  readonly more: readonly ReportSection[]
}

/** More steps than this are not read on paper. */
const mostSteps = 200

const notes: Readonly<Record<ReportKind, string>> = { report: '', tasks: 'task sheet', key: 'key' }

/**
 * A worksheet as a document, from its rows, lines and pictures; nothing is worked out anew.
 */
export function makeReport(worksheet: Worksheet, options: ReportOptions): Report {
  const { kind, density, leaveOut, figures, symbols, form, electrons, title, fields, more } = options
  const isBlank = kind === 'tasks'
  const looks: Looks = { figures, symbols, form, electrons, isBlank, hasChecks: !leaveOut.includes('checks') }
  const exact = withoutRounding(worksheet)
  const parts = { worksheet, exact, looks, density }
  const wanted = (density === 'answers' ? ofAnswers : ofAll).filter((content) => !leaveOut.includes(content))
  const make: Readonly<Record<(typeof ofAll)[number], () => ReportSection | null>> = {
    given: () => section('given', 'Given', givenOf(worksheet, looks, density)),
    asked: () => section('asked', 'Asked', [{ block: 'words', text: askedText(worksheet) }]),
    steps: () => section('steps', 'Reduce', downOf(parts), density === 'compact'),
    supply: () => supplySection(parts),
    back: () => section('back', 'Expand', upOf(parts), density === 'compact'),
    checks: () => (isBlank ? null : section('checks', 'Checks', checksOf(worksheet))),
    answers: () => section('answers', 'Answers', answersOf(parts)),
    notes: () => section('notes', 'Notes', notesOf(worksheet)),
  }
  // Only what is wanted is made.
  const sections = wanted.flatMap((content) => make[content]() ?? [])
  const others = isBlank ? [] : more.filter(({ content }) => !leaveOut.includes(content))
  return {
    title,
    note: notes[kind],
    fields,
    sections: [...sections, ...others].filter(({ blocks }) => blocks.length > 0),
    figures,
  }
}

/** What the worksheet itself gives, in its order; and what of that answers alone have. */
const ofAll = ['given', 'asked', 'steps', 'supply', 'back', 'checks', 'answers', 'notes'] as const
const ofAnswers: readonly (typeof ofAll)[number][] = ['given', 'asked', 'answers', 'notes']

function section(content: ReportContent, heading: string, blocks: readonly Block[], columns = false): ReportSection {
  return { content, heading, blocks, ...(columns && { columns: true as const }) }
}

interface Parts {
  readonly worksheet: Worksheet
  readonly exact: Worksheet | null
  readonly looks: Looks
  readonly density: Density
}

/** Steps on the way down, the way outward from what is known before or behind them. */
function downOf({ worksheet, exact, looks, density }: Parts): Block[] {
  const rows = worksheet.rows.filter(({ kind, down }) => kind !== 'supply' && down.some(isSaid))
  const loops = density === 'compact' ? loopsDrawing(worksheet, looks) : null
  return [
    ...(loops ? [{ block: 'drawing', drawing: loops } as const] : []),
    ...rows
      .slice(0, mostSteps)
      .map((row) =>
        stepOf(
          worksheet,
          exact,
          row,
          'reduce',
          looks,
          density === 'full' && row.kind === 'sheet' ? sheetDrawing(worksheet, row, 'reduce', looks) : null,
        ),
      ),
    ...leftOut(rows.length),
  ]

  function isSaid({ step, lines }: Row['down'][number]): boolean {
    return step !== null || lines.length > 0 || worksheet.derivation.whole === null || worksheet.rows.length < 3
  }
}

function leftOut(count: number): Block[] {
  if (count <= mostSteps) return []
  const text = `${(count - mostSteps).toLocaleString('en')} more steps are left out here; the table of steps (CSV) has them all.`
  return [{ block: 'words', text, as: 'soft' }]
}

/** All groups of the first stage on one drawing. */
function loopsDrawing(worksheet: Worksheet, { figures, symbols, electrons, isBlank }: Looks): Drawing | null {
  const [{ starts, steps, wiring }] = worksheet.stages
  if (starts.length > mostDrawn || steps.length === 0) return null
  const { lines } = worksheet.derivation
  const isFound = isBlank ? (line: number) => isGiven(lines[line]) : undefined
  const loops = loopsOf(worksheet, steps.length, figures, isFound)
  const nodeLabels = wiring.nodes.map(({ label }) => label)
  const description = `Loops around the groups: ${loops.map(({ text }) => text).join(', ')}`
  const looped = drawLoops(worksheet, loops, figures)
  return { name: 'loops', ink: loopsInk(looped, { nodeLabels, symbols, electrons, description }) }
}

function supplySection({ worksheet, exact, looks, density }: Parts): ReportSection | null {
  const row = worksheet.rows.find(({ kind }) => kind === 'supply')
  if (!row || worksheet.derivation.whole === null) return null
  const drawn = { ...row, number: worksheet.rows.filter(({ kind }) => kind === 'sheet').length }
  const drawing =
    density === 'full' && worksheet.stages[row.stage].left.length === 1 && worksheet.reduction.steps.length > 0
      ? sheetDrawing(worksheet, drawn, 'reduce', looks)
      : null
  const { resistance } = worksheet.derivation.found
  const whole = resistance[worksheet.derivation.whole]
  // One resistor alone is the whole as it is: its resistance is given.
  const isAlone = whole !== undefined && worksheet.reduction.steps.length === 0
  const alone: Block[] = isAlone ? [{ block: 'formulas', lines: formulasOf(worksheet, exact, whole, looks, true) }] : []
  const body = [...alone, ...supplyOf(worksheet, exact, row, looks)]
  if (body.length === 0 && drawing === null) return null
  const isSource = worksheet.network.parts[worksheet.wiring.supply].kind === 'source'
  return section('supply', isSource ? 'The supply' : 'One resistance', [{ block: 'step', title: '', drawing, body }])
}

/** Steps on the way up: the last sheet first. */
function upOf({ worksheet, exact, looks, density }: Parts): Block[] {
  const rows = worksheet.rows.filter(({ kind, up }) => (kind === 'sheet' || kind === 'exchange') && up.length > 0)
  const powers = powersOf(worksheet, exact, looks)
  const readings = readingsShown(worksheet, exact, looks)
  if (rows.length === 0 && powers.length === 0) return []
  const first = density === 'compact' ? valuesDrawing(worksheet, looks) : null
  return [
    ...(first ? [{ block: 'drawing', drawing: first } as const] : []),
    ...rows
      .slice(-mostSteps)
      .reverse()
      .map((row) =>
        stepOf(
          worksheet,
          exact,
          row,
          'expand',
          looks,
          density === 'full' && row.kind === 'sheet' ? sheetDrawing(worksheet, row, 'expand', looks) : null,
        ),
      ),
    ...leftOut(rows.length),
    ...titled('Meters', readings, false),
    ...(powers.length <= mostListed ? titled('Powers', powers, density === 'full') : []),
  ]
}

function titled(title: string, lines: readonly Said[], inColumns: boolean): Block[] {
  if (lines.length === 0) return []
  return [
    {
      block: 'step',
      title: '',
      drawing: null,
      body: [
        { block: 'words', text: title, as: 'strong' },
        { block: 'formulas', lines, ...(inColumns && { columns: true as const }) },
      ],
    },
  ]
}

/** What meters in the picture show, as it is worked out. */
function readingsShown(worksheet: Worksheet, exact: Worksheet | null, looks: Looks): Said[] {
  const shown = new Set(worksheet.shown)
  return worksheet.derivation.readings
    .filter(({ line }) => shown.has(line) && explainLine(worksheet, line).formulas.length > 0)
    .flatMap(({ line }) => formulasOf(worksheet, exact, line, looks))
}

/** The first sheet with all values on it. */
function valuesDrawing(worksheet: Worksheet, { figures, symbols, form, electrons, isBlank }: Looks): Drawing | null {
  const [{ starts, wiring }] = worksheet.stages
  if (starts.length > mostDrawn || starts.length === 0 || isBlank || worksheet.asked) return null
  const first = { stage: 0, sheet: 0, number: 0 }
  const picture = drawSheet(worksheet, first, 'expand', figures, { form })
  const nodeLabels = wiring.nodes.map(({ label }) => label)
  const description = describeSheet(worksheet, first, 'expand', picture)
  return { name: 'values', ink: sheetInk(picture, { nodeLabels, symbols, electrons, description }) }
}

/** The laws that were checked over the whole network, and what is worth saying. */
function checksOf(worksheet: Worksheet): Block[] {
  const { checks, findings } = worksheet.analysis
  const names = { current: 'the current law', voltage: 'the voltage law', power: 'the power balance' } as const
  const onPaper = accountForPowers(worksheet)
  const items = (['current', 'voltage', 'power'] as const).flatMap((law): string[] => {
    const own = checks.filter((check) => check.law === law)
    if (own.length === 0) return []
    const holding = own.filter(({ holds }) => holds).length
    const where = law === 'current' ? 'nodes' : law === 'voltage' ? 'groups' : ''
    const isWithin = onPaper?.explained ? ' within rounding' : ''
    const at = own.filter(({ holds }) => !holds).map(({ at }) => at)
    if (law === 'power')
      return [
        holding === own.length
          ? `✓ The powers of all resistors add up to what the supply gives${isWithin}.`
          : '✗ The powers do not add up to what the supply gives.',
      ]
    return holding === own.length
      ? [`✓ ${capital(names[law])} holds at all ${own.length} ${where} that were checked${isWithin}.`]
      : [`✗ ${capital(names[law])} does not hold at ${at.join(', ')}.`]
  })
  const said = findings.map(({ message }) => message)
  return [
    ...items.map((text): Block => ({ block: 'words', text })),
    ...(said.length > 0 ? [{ block: 'list', items: said } as const] : []),
  ]
}

/** What was asked for, in boxes; or the table of everything. */
function answersOf({ worksheet, looks, density }: Parts): Block[] {
  const { asked, derivation, elements, analysis } = worksheet
  const { isBlank } = looks
  if (asked) {
    const items = asked.answers.map(({ line: id }) => {
      const line = derivation.lines[id]
      const isReading = line.quantity !== 'potential' && readingPart(elements.length, line.of) !== null
      const name = nameOf(worksheet, line)
      return {
        name: isReading ? `${name} shows` : `${line.quantity} of ${name}`,
        value: answer(line.amount, unitOfLine(line)),
      }
    })
    const missing = asked.missing.map(({ quantity, of }) => `There is no ${quantity} of ${of} to find in this network.`)
    return [
      { block: 'values', title: '', items },
      ...(missing.length > 0 ? [{ block: 'list', items: missing } as const] : []),
    ]
  }
  if (analysis.status === 'structure') return letters(worksheet)
  const rows = answerRows(worksheet)
  const whole = supplyRow(analysis)
  const named = currentsByPart(worksheet)
  const hasValues = analysis.supply.current !== null
  const shownColumns = hasValues || analysis.supply.voltage !== null ? columns : columns.slice(0, 1)
  const cells = (row: AnswerRow, isWhole: boolean): Cell[] => [
    row.name,
    ...shownColumns.map(({ key, unit }): Value => {
      const isKnown = key === 'resistance' && !isWhole
      const before = key === 'current' ? named.get(row.name) : undefined
      return {
        amount: row[key],
        unit,
        ...(before !== undefined && { before }),
        // Every answer stands in a box; what was given does not.
        ...(!isKnown && row[key] !== null && { boxed: true as const }),
        ...(isBlank && !isKnown && { blank: true as const }),
      }
    }),
    ...(hasValues && !isBlank ? [percent(row.share)] : []),
  ]
  const listed = rows.slice(0, mostListed).map((row) => cells(row, false))
  const more = rows.length - listed.length
  return [
    ...(density === 'answers' || isBlank ? [] : potentialsOf(worksheet)),
    {
      block: 'table',
      head: ['part', ...shownColumns.map(({ symbol }) => symbol), ...(hasValues && !isBlank ? ['share of P'] : [])],
      rows: listed,
      foot: [...cells({ ...whole, name: `whole, ${whole.name}` }, true)],
      wordColumns: 1,
    },
    ...(more > 0
      ? [
          {
            block: 'words',
            text: `${more.toLocaleString('en')} more parts are left out here; the answer table (CSV) has them all.`,
            as: 'soft',
          } as const,
        ]
      : []),
  ]

  function answer(amount: Value['amount'], unit: Unit): Value {
    return { amount, unit, boxed: true, ...(isBlank && { blank: true as const }) }
  }
}

/** What the whole is, in letters, while values are missing. */
function letters(worksheet: Worksheet): Block[] {
  const open = worksheet.analysis.parts.filter(({ kind, resistance }) => kind === 'resistor' && resistance === null)
  return [
    {
      block: 'words',
      text: `${open
        .slice(0, 20)
        .map(({ name }) => name)
        .join(
          ', ',
        )}${open.length > 20 ? ` and ${open.length - 20} more` : ''} ${open.length === 1 ? 'has' : 'have'} no value yet: what depends on ${open.length === 1 ? 'it' : 'them'} stands in letters.`,
    },
  ]
}

/** The potentials of all nodes, and the currents of all branches by their names. */
function potentialsOf(worksheet: Worksheet): Block[] {
  const { analysis, currents, derivation, network, wiring } = worksheet
  const potentials = analysis.nodes.slice(0, mostListed).map(({ label, potential }) => ({
    name: `node ${label}`,
    value: { amount: potential, unit: unitOf.voltage },
  }))
  const branches =
    currents === null || derivation.whole === null
      ? []
      : currentKeys(worksheet, derivation.whole, network.parts[wiring.supply].name).map(({ element }) => ({
          name: `I${currents[element]}`,
          value: { amount: amountAt(worksheet, 'current', element), unit: unitOf.current },
        }))
  return [
    ...(potentials.some(({ value }) => value.amount !== null)
      ? [{ block: 'values', title: 'Potentials against 0 V', items: potentials } as const]
      : []),
    ...(branches.length > 0 ? [{ block: 'values', title: 'Branch currents', items: branches } as const] : []),
  ]
}

/** The notes of the network, paragraph by paragraph. */
function notesOf({ network }: Worksheet): Block[] {
  return network.notes
    .split(/\n+/)
    .filter((text) => text.trim() !== '')
    .map((text) => ({ block: 'words', text }))
}
