import {
  amountAt,
  type Outcome,
  type PartOutcome,
  type Worksheet,
  currentKeys,
  nameOf,
  openParts,
  readingPart,
  unitOfLine,
} from '../../worksheet'
import { quantityText, type Amount, type Figures, type Unit, unitOf } from '../../number'
import type { Looks } from './drawings'
import type { ReportBlock, Cell, Density, ReportValue } from './report'

/** A row of the answer table; amounts are null where they do not exist. */
export interface AnswerRow extends Omit<PartOutcome, 'kind'> {
  readonly kind: PartOutcome['kind'] | 'supply'
  /** Part of the power that the supply gives, 0 to 1; null where there is none. */
  readonly share: number | null
}

/** What meters show, then every resistor, its values in the direction in which its current runs, and its share of the total power. */
export function answerRows(worksheet: Worksheet): AnswerRow[] {
  const { outcome, elements } = worksheet
  const total = outcome.supply.power
  const idOf = new Map(elements.flatMap(({ part }, id) => (part === null ? [] : [[part, id] as const])))
  const nothing = { resistance: null, voltage: null, current: null, power: null, share: null }
  const meters = outcome.meters.map(({ name, quantity, value }): AnswerRow => {
    const kind = quantity === 'current' ? 'ammeter' : 'voltmeter'
    return { name, kind, ...nothing, [quantity]: value }
  })
  const resistors = outcome.parts.flatMap((part, i): AnswerRow[] => {
    if (part.kind !== 'resistor') return []
    const id = idOf.get(i)
    // What carries nothing has no direction; its zeros stand in the outcome.
    const along =
      id === undefined
        ? {}
        : { voltage: amountAt(worksheet, 'voltage', id), current: amountAt(worksheet, 'current', id) }
    const { power } = part
    return [
      {
        ...part,
        ...along,
        share: total && power && total.value > 0 ? quotient(power.value, total.value) : null,
      },
    ]
  })
  return [...meters, ...resistors]
}

/** The names of branch currents by those of the parts that they flow through; none where branches have none. */
export function currentsByPart({
  currents,
  elements,
  derivation,
  network,
  wiring,
}: Worksheet): ReadonlyMap<string, string> {
  if (currents === null) return new Map()
  const ofParts = elements.flatMap(({ name, part }, id) => (part === null ? [] : [[name, `I${currents[id]}`] as const]))
  const whole =
    derivation.whole === null ? [] : [[network.parts[wiring.supply].name, `I${currents[derivation.whole]}`] as const]
  return new Map([...ofParts, ...whole])
}

/** A quotient without the last digits of a double, so that 12 % is not 12.000000000000001 %. */
function quotient(a: number, b: number): number {
  const short = Number((a / b).toPrecision(12))
  return Math.abs(short - a / b) < 1e-15 * short ? short : a / b
}

export const columns = [
  { key: 'resistance', symbol: 'R', unit: 'Ω' },
  { key: 'voltage', symbol: 'V', unit: 'V' },
  { key: 'current', symbol: 'I', unit: 'A' },
  { key: 'power', symbol: 'P', unit: 'W' },
] as const

/** The table's last row: the whole. */
export function supplyRow({ parts, supply, equivalent }: Outcome): AnswerRow {
  const source = parts.find(({ kind }) => kind === 'source' || kind === 'terminals')
  return { name: source?.name ?? 'supply', kind: 'supply', resistance: equivalent, ...supply, share: null }
}

export function percent(share: number | null): string {
  return share === null ? '–' : `${(100 * share).toFixed(1)}\u2009%`
}

/** The table as text with aligned columns, for a report or a mail. */
export function answerText(worksheet: Worksheet, figures: Figures): string {
  const show = (value: Amount | null, unit: Unit) => (value ? quantityText(value, unit, figures) : '–')
  const named = currentsByPart(worksheet)
  const rows = [
    ['part', ...columns.map(({ symbol }) => symbol), 'share of P'],
    ...[...answerRows(worksheet), supplyRow(worksheet.outcome)].map((row) => [
      row.name,
      ...columns.map(({ key, unit }) =>
        [key === 'current' ? named.get(row.name) : undefined, show(row[key], unit)].filter(Boolean).join(' '),
      ),
      percent(row.share).replace('\u2009', ' '),
    ]),
  ]
  const widths = rows[0].map((_, column) => rows.reduce((widest, row) => Math.max(widest, row[column].length), 0))
  return rows
    .map((row) =>
      row
        .map((cell, column) => (column === 0 ? cell.padEnd(widths[0]) : cell.padStart(widths[column])))
        .join('  ')
        .trimEnd(),
    )
    .join('\n')
}

/** The most parts that a table on paper lists. */
export const mostListed = 400

/** So many resistors without a value are named. */
const mostNamed = 20

/** What was asked for, in boxes; or the table of everything. */
export function answersOf(worksheet: Worksheet, looks: Looks, density: Density): ReportBlock[] {
  const { asked, derivation, elements, outcome } = worksheet
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
  if (outcome.status === 'structure') {
    const { names, said } = openParts(outcome, mostNamed)
    return [{ block: 'words', text: `${names} ${said}` }]
  }
  const rows = answerRows(worksheet)
  const whole = supplyRow(outcome)
  const named = currentsByPart(worksheet)
  const hasValues = outcome.supply.current !== null
  const shownColumns = hasValues || outcome.supply.voltage !== null ? columns : columns.slice(0, 1)
  const cells = (row: AnswerRow, isWhole: boolean): Cell[] => [
    row.name,
    ...shownColumns.map(({ key, unit }): ReportValue => {
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

  function answer(amount: ReportValue['amount'], unit: Unit): ReportValue {
    return { amount, unit, boxed: true, ...(isBlank && { blank: true as const }) }
  }
}

/** The potentials of all nodes, and the currents of all branches by their names. */
function potentialsOf(worksheet: Worksheet): ReportBlock[] {
  const { outcome, currents, derivation, network, wiring } = worksheet
  const potentials = outcome.nodes.slice(0, mostListed).map(({ label, potential }) => ({
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
