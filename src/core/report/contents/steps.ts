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
  type RowBlock,
  type Formula,
  type Method,
  type Row,
  type Side,
  type Worksheet,
} from '../../worksheet'
import { differs, shownText } from '../../number'
import { isGiven, type Looks } from './drawings'
import type { ReportBlock, Drawing, ReportStep, SaidFormula } from './report'

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
function wordsOf(
  worksheet: Worksheet,
  exact: Worksheet | null,
  row: Row,
  block: RowBlock,
  side: Side,
  looks: Looks,
): ReportBlock[] {
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
): ReportBlock[] {
  const blocks: ReportBlock[] = []
  let run: SaidFormula[] = []
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
): SaidFormula[] {
  const line = worksheet.derivation.lines[id]
  const { formulas } = explainLine(worksheet, id, asSupply)
  if (isBlank && !isGiven(line)) {
    const [symbol, equals] = formulas[formulas.length - 1] ?? []
    return symbol === undefined ? [] : [{ tokens: [symbol, equals], blank: unitOfLine(line) }]
  }
  const exactly = exact && amountAt(exact, line.quantity, line.of)
  const last = formulas.length - 1
  return formulas.map((tokens, i): SaidFormula => {
    const isOff = i === last && exactly && line.amount && differs(line.amount, exactly)
    return isOff
      ? { tokens, note: `exactly ${shownText(exactly, unitOfLine(line), figures === 'repeating' ? figures : 6)}` }
      : { tokens }
  })
}

/** The check of a step: its members add up, at once or within rounding. Without numbers the law alone. */
function checkOf(worksheet: Worksheet, step: number): ReportBlock[] {
  const tokens: Formula | null = explainCheck(worksheet, step)
  if (!tokens) return []
  const said = (more: Omit<SaidFormula, 'tokens'>): ReportBlock[] => [
    { block: 'formulas', lines: [{ tokens, ...more }] },
  ]
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
export function supplyOf(worksheet: Worksheet, exact: Worksheet | null, row: Row, looks: Looks): ReportBlock[] {
  return row.down[0].lines.flatMap((id): ReportBlock[] => {
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
export function powersOf(worksheet: Worksheet, exact: Worksheet | null, looks: Looks): SaidFormula[] {
  const { stages, derivation, choices, shown } = worksheet
  const isShown = new Set(shown)
  const ids = stages[0].starts.flatMap((id) => {
    const line = derivation.found.power[id]
    return line === undefined || !isShown.has(line) ? [] : [{ id, line }]
  })
  if (choices.power !== 'all' || looks.isBlank)
    return ids.flatMap(({ line }) => formulasOf(worksheet, exact, line, looks))
  return ids.flatMap(({ id }) =>
    waysTo(worksheet, 'power', id).flatMap(({ formulas }) => formulas.map((tokens): SaidFormula => ({ tokens }))),
  )
}

export function capital(text: string): string {
  return text.slice(0, 1).toUpperCase() + text.slice(1)
}
