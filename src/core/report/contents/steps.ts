import {
  accountForCheck,
  accountText,
  amountAt,
  explainBlock,
  explainCheck,
  explainLine,
  explainOutward,
  methods,
  unitOfLine,
  waysTo,
  wordSentence,
  type Block as RowBlock,
  type Formula,
  type Line,
  type Method,
  type Row,
  type Side,
  type Worksheet,
} from '../../worksheet'
import { describeSheet, drawSheet, loopAround, type Form, type Picture, type ResistorSymbol } from '../../picture'
import { differs, shownText, type Figures } from '../../number'
import { sheetOf } from '../../structure'
import { sheetInk } from '../ink'
import type { Block, Drawing, ReportStep, Said } from './report'

/** How a report looks, and whether its results are left out. */
export interface Looks {
  readonly figures: Figures
  readonly symbols: ResistorSymbol
  readonly form: Form
  readonly electrons: boolean
  readonly isBlank: boolean
  readonly hasChecks: boolean
}

/** Sheets with more elements than this are not drawn: nobody could read them. */
export const mostDrawn = 60

/** Whether a value was there before anything was worked out. */
export function isGiven({ method }: Line): boolean {
  return method === 'given'
}

/** The sheet of a row; null where it is too large to be read. */
export function sheetDrawing(
  worksheet: Worksheet,
  row: Pick<Row, 'key' | 'stage' | 'sheet' | 'number' | 'down'>,
  side: Side,
  { figures, symbols, form, electrons, isBlank }: Looks,
): Drawing | null {
  const stage = worksheet.stages[row.stage]
  if (sheetOf(stage, row.sheet).elements.length > mostDrawn) return null
  const { lines } = worksheet.derivation
  // A closed loop says what the supply gives, which is to be found.
  const drawn = drawSheet(worksheet, row, side, figures, {
    form: isBlank ? 'line' : form,
    ...(isBlank && { isFound: (line: number) => isGiven(lines[line]) }),
  })
  const picture: Picture = isBlank ? { ...drawn, aside: drawn.aside.map((part) => withoutValues(part, side)) } : drawn
  const groups = row.down.flatMap(({ step }) => (step === null ? [] : [worksheet.elements[step].made?.members ?? []]))
  return {
    name: `sheet-${row.number ?? row.key}-${side}`,
    ink: sheetInk(
      picture,
      {
        nodeLabels: stage.wiring.nodes.map(({ label }) => label),
        symbols,
        electrons,
        description: describeSheet(worksheet, row, side, picture),
      },
      groups.flatMap((members) => loopAround(picture, members) ?? []),
    ),
  }
}

function withoutValues<P extends Picture['aside'][number]>(part: P, side: Side): P {
  return side === 'reduce' ? part : { ...part, label: { name: part.label.name, lines: [] } }
}

/** The sheet of a row, and what happens there. */
export function stepOf(
  worksheet: Worksheet,
  exact: Worksheet | null,
  row: Row,
  side: Side,
  looks: Looks,
  drawing: Drawing | null,
): ReportStep {
  const blocks = side === 'reduce' ? row.down : row.up
  return {
    block: 'step',
    title: row.number === null ? '' : `Sheet ${row.number}`,
    drawing,
    body: blocks.flatMap((block) => wordsOf(worksheet, exact, row, block, side, looks)),
  }
}

/** What a block of a row says: what it is, why it may be done, its arithmetic, its check. */
export function wordsOf(
  worksheet: Worksheet,
  exact: Worksheet | null,
  row: Row,
  block: RowBlock,
  side: Side,
  looks: Looks,
): Block[] {
  const { step, lines, check } = block
  const words = explainBlock(worksheet, row, block, side)
  const checked = check && step !== null && side === 'expand' && looks.hasChecks && !looks.isBlank
  return [
    ...(words ? [{ block: 'words', text: capital(wordSentence(words.title)), as: 'strong' } as const] : []),
    // Why they lie so is part of what is to be found.
    ...(words?.reason && !looks.isBlank
      ? [{ block: 'words', text: wordSentence(words.reason), as: 'soft' } as const]
      : []),
    ...formulaBlocks(worksheet, exact, lines, side, looks),
    ...(checked ? checkOf(worksheet, step) : []),
  ]
}

/** Lines with what introduces those that are worked outward while reducing. */
function formulaBlocks(
  worksheet: Worksheet,
  exact: Worksheet | null,
  ids: readonly number[],
  side: Side,
  looks: Looks,
): Block[] {
  const blocks: Block[] = []
  let run: Said[] = []
  const close = () => {
    if (run.length > 0) blocks.push({ block: 'formulas', lines: run })
    run = []
  }
  for (const id of ids) {
    if (side === 'reduce' && worksheet.derivation.lines[id].quantity !== 'resistance') {
      close()
      blocks.push({ block: 'words', text: wordSentence(explainOutward(worksheet, id)), as: 'soft' })
    }
    run.push(...formulasOf(worksheet, exact, id, looks))
  }
  close()
  return blocks
}

/** The arithmetic of one line; on paper with the exact value beside it; to be filled in, its symbol alone. */
export function formulasOf(
  worksheet: Worksheet,
  exact: Worksheet | null,
  id: number,
  { isBlank, figures }: Pick<Looks, 'isBlank' | 'figures'>,
  asSupply = false,
): Said[] {
  const line = worksheet.derivation.lines[id]
  const { formulas } = explainLine(worksheet, id, asSupply)
  if (isBlank && !isGiven(line)) {
    const [symbol, equals] = formulas[formulas.length - 1] ?? []
    return symbol === undefined ? [] : [{ tokens: [symbol, equals], blank: unitOfLine(line) }]
  }
  const exactly = exact && amountAt(exact, line.quantity, line.of)
  const last = formulas.length - 1
  return formulas.map((tokens, i): Said => {
    const isOff = i === last && exactly && line.amount && differs(line.amount, exactly)
    return isOff
      ? { tokens, note: `exactly ${shownText(exactly, unitOfLine(line), figures === 'repeating' ? figures : 6)}` }
      : { tokens }
  })
}

/** The check of a step: its members add up, at once or within rounding. Without numbers the law alone. */
function checkOf(worksheet: Worksheet, step: number): Block[] {
  const tokens: Formula | null = explainCheck(worksheet, step)
  if (!tokens) return []
  const said = (more: Omit<Said, 'tokens'>): Block[] => [{ block: 'formulas', lines: [{ tokens, ...more }] }]
  if (!tokens.some(({ token }) => token === 'sum')) return said({})
  if (!tokens.some((token) => token.token === 'sign' && token.sign === '≈')) return said({ check: '✓' })
  const account = accountForCheck(worksheet, step)
  const quantity = worksheet.elements[step].made?.kind === 'series' ? 'voltage' : 'current'
  return said({
    check: account?.explained ? '≈' : '✗',
    ...(account && { note: accountText(account, quantity) }),
  })
}

/** The supply: the one resistance that is left, and what it leads to. */
export function supplyOf(worksheet: Worksheet, exact: Worksheet | null, row: Row, looks: Looks): Block[] {
  return row.down[0].lines.flatMap((id): Block[] => {
    const { isLaw }: Method = methods[worksheet.derivation.lines[id].method]
    const lines = formulasOf(worksheet, exact, id, looks, true)
    const words = wordSentence(explainLine(worksheet, id, true).name)
    return [
      ...(isLaw || looks.isBlank ? [] : [{ block: 'words', text: capital(words), as: 'soft' } as const]),
      { block: 'formulas', lines },
    ]
  })
}

/** The power of every resistor, by the formula that was chosen, or by all that apply. */
export function powersOf(worksheet: Worksheet, exact: Worksheet | null, looks: Looks): Said[] {
  const { stages, derivation, choices, shown } = worksheet
  const isShown = new Set(shown)
  const ids = stages[0].starts.flatMap((id) => {
    const line = derivation.found.power[id]
    return line === undefined || !isShown.has(line) ? [] : [{ id, line }]
  })
  if (choices.power !== 'all' || looks.isBlank)
    return ids.flatMap(({ line }) => formulasOf(worksheet, exact, line, looks))
  return ids.flatMap(({ id }) =>
    waysTo(worksheet, 'power', id).flatMap(({ formulas }) => formulas.map((tokens): Said => ({ tokens }))),
  )
}

export function capital(text: string): string {
  return text.slice(0, 1).toUpperCase() + text.slice(1)
}
