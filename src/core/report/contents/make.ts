import type { ReportContent } from '../../network'
import { accountForPowers, explainLine, withoutRounding, type Row, type Side, type Worksheet } from '../../worksheet'
import { answersOf, mostListed } from './answers'
import { askedText, givenOf } from './given'
import { loopsDrawing, sheetDrawing, stairDrawing, valuesDrawing, type Looks } from './drawings'
import { capital, formulasOf, powersOf, stepOf, supplyOf } from './steps'
import type { ReportBlock, Density, Report, ReportKind, ReportSection, SaidFormula } from './report'

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
 * A worksheet as a document, its contents as data: from its rows, lines and pictures; nothing is worked out anew.
 *
 * @param options what it is (report, task sheet, key), how dense, what is left out, and how numbers and symbols look
 * @returns sections of blocks; formulas as tokens, drawings as plain shapes
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
    answers: () => section('answers', 'Answers', [...answersOf(worksheet, looks, density), ...stairsOf(parts)]),
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

function section(
  content: ReportContent,
  heading: string,
  blocks: readonly ReportBlock[],
  columns = false,
): ReportSection {
  return { content, heading, blocks, ...(columns && { columns: true as const }) }
}

interface Parts {
  readonly worksheet: Worksheet
  readonly exact: Worksheet | null
  readonly looks: Looks
  readonly density: Density
}

/** Steps on the way down, the way outward from what is known before or behind them. */
function downOf(parts: Parts): ReportBlock[] {
  const { worksheet, looks, density } = parts
  const rows = worksheet.rows.filter(({ kind, down }) => kind !== 'supply' && down.some(isSaid))
  const loops = density === 'compact' ? loopsDrawing(worksheet, looks) : null
  return [
    ...(loops ? [{ block: 'drawing', drawing: loops } as const] : []),
    ...stepsOf(parts, rows.slice(0, mostSteps), 'reduce'),
    ...leftOut(rows.length),
  ]

  function isSaid({ step, lines }: Row['down'][number]): boolean {
    return step !== null || lines.length > 0 || worksheet.derivation.whole === null || worksheet.rows.length < 3
  }
}

/** What happens in each of these rows, in their order; in full with their sheets. */
function stepsOf({ worksheet, exact, looks, density }: Parts, rows: readonly Row[], side: Side): ReportBlock[] {
  return rows.map((row) => {
    const drawing = density === 'full' && row.kind === 'sheet' ? sheetDrawing(worksheet, row, side, looks) : null
    return stepOf(worksheet, exact, row, side, looks, drawing)
  })
}

function leftOut(count: number): ReportBlock[] {
  if (count <= mostSteps) return []
  const text = `${(count - mostSteps).toLocaleString('en')} more steps are left out here; the table of steps (CSV) has them all.`
  return [{ block: 'words', text, as: 'soft' }]
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
  const alone: ReportBlock[] = isAlone
    ? [{ block: 'formulas', lines: formulasOf(worksheet, exact, whole, looks, true) }]
    : []
  const body = [...alone, ...supplyOf(worksheet, exact, row, looks)]
  if (body.length === 0 && drawing === null) return null
  const isSource = worksheet.network.parts[worksheet.wiring.supply].kind === 'source'
  return section('supply', isSource ? 'The supply' : 'One resistance', [{ block: 'step', title: '', drawing, body }])
}

/** Steps on the way up: the last sheet first. */
function upOf(parts: Parts): ReportBlock[] {
  const { worksheet, exact, looks, density } = parts
  const rows = worksheet.rows.filter(({ kind, up }) => (kind === 'sheet' || kind === 'exchange') && up.length > 0)
  const powers = powersOf(worksheet, exact, looks)
  const readings = readingsShown(worksheet, exact, looks)
  if (rows.length === 0 && powers.length === 0) return []
  const first = density === 'compact' ? valuesDrawing(worksheet, looks) : null
  return [
    ...(first ? [{ block: 'drawing', drawing: first } as const] : []),
    ...stepsOf(parts, rows.slice(-mostSteps).reverse(), 'expand'),
    ...leftOut(rows.length),
    ...titled('Meters', readings, false),
    ...(powers.length <= mostListed ? titled('Powers', powers, density === 'full') : []),
  ]
}

/** In full the answer as a picture, too. */
function stairsOf({ worksheet, looks, density }: Parts): ReportBlock[] {
  const drawing = density === 'full' ? stairDrawing(worksheet, looks) : null
  return drawing ? [{ block: 'drawing', drawing }] : []
}

function titled(title: string, lines: readonly SaidFormula[], inColumns: boolean): ReportBlock[] {
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
function readingsShown(worksheet: Worksheet, exact: Worksheet | null, looks: Looks): SaidFormula[] {
  const shown = new Set(worksheet.shown)
  return worksheet.derivation.readings
    .filter(({ line }) => shown.has(line) && explainLine(worksheet, line).formulas.length > 0)
    .flatMap(({ line }) => formulasOf(worksheet, exact, line, looks))
}

/** The laws that were checked over the whole network, and what is worth saying. */
function checksOf(worksheet: Worksheet): ReportBlock[] {
  const { checks, findings } = worksheet.outcome
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
    ...items.map((text): ReportBlock => ({ block: 'words', text })),
    ...(said.length > 0 ? [{ block: 'list', items: said } as const] : []),
  ]
}

/** The notes of the network, paragraph by paragraph. */
function notesOf({ network }: Worksheet): ReportBlock[] {
  return network.notes
    .split(/\n+/)
    .filter((text) => text.trim() !== '')
    .map((text) => ({ block: 'words', text }))
}
