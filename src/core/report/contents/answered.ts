import { unitOf, type Unit } from '../../number'
import { amountAt, currentKeys, nameOf, openParts, readingPart, unitOfLine, type Worksheet } from '../../worksheet'
import { answerRows, columns, currentsByPart, percent, supplyRow, type AnswerRow } from './answers'
import type { Looks } from './drawings'
import { mostListed } from './given'
import type { ReportBlock, Cell, Density, ReportValue } from './report'

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
