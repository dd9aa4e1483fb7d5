import {
  analyse,
  workOut,
  accountForCheck,
  accountForPowers,
  accountForWay,
  equivalentsOf,
  exchangesAt,
  explainBlock,
  explainLine,
  revealed,
  stopsOf,
  waysTo,
  withoutRounding,
  type Worksheet,
} from '@/core/worksheet'
import { currentPath, drawSheet } from '@/core/picture'
import { begin, hintFor, isDone } from '@/core/learner'
import { applyFormula, supplyText, writeFormula, closeBoard, drawBoard, openBoard } from '@/core/entry'
import { readNetwork, readPiece, writeNetwork, type NetworkDocument } from '@/core/network'

const quantities = ['voltage', 'current', 'power'] as const

/**
 * Takes a document, whatever it is, wherever the screens and doors take one: the analysis in every arithmetic, the
 * worksheet as the document wants it, every sheet, line, way and check, the formula, the board.
 *
 * @returns what became of it: the analysis' status
 */
export function goTheWholeWay(document: unknown): string {
  readPiece(document)
  const [first] = (['exact', 'float', 'rounded:3', 'rounded:1'] as const).map((arithmetic, i) => {
    const order = (['single', 'pairs', 'rounds', 'single'] as const)[i]
    return JSON.stringify(analyse(document, { arithmetic, order }))
  })
  const read = readNetwork(document)
  if (!read.ok) return 'refused'
  const { network } = read
  const written = writeNetwork(network)
  supplyText(written)
  const worksheet = workOut(network, { choices: network.worksheet })
  const board = openBoard(document as NetworkDocument)
  closeBoard(board)
  if ('problems' in worksheet) return 'refused'
  drawBoard(board, worksheet.wiring.nodes)
  walk(worksheet)
  if (network.parts.every((part) => part.kind !== 'resistor' || part.resistance?.exact !== '0')) {
    const position = begin(worksheet)
    isDone(position)
    hintFor(position, 3)
  }
  const formula = writeFormula(network, worksheet.wiring)
  if (formula) applyFormula(written, formula.text)
  currentPath(network, worksheet)
  return JSON.parse(first).status
}

function walk(worksheet: Worksheet): void {
  const stops = stopsOf(worksheet)
  revealed(worksheet, stops, stops.length >> 1)
  equivalentsOf(worksheet)
  withoutRounding(worksheet)
  worksheet.rows.forEach((row, i) => {
    for (const side of ['reduce', 'expand'] as const) {
      drawSheet(worksheet, row, side, worksheet.choices.figures, { form: i % 2 ? 'line' : 'loop' })
      for (const block of side === 'reduce' ? row.down : row.up) explainBlock(worksheet, row, block, side)
    }
    exchangesAt(worksheet, row)
  })
  for (const { id } of worksheet.derivation.lines) explainLine(worksheet, id)
  worksheet.elements.forEach((_, id) => {
    for (const quantity of quantities)
      for (const { found } of waysTo(worksheet, quantity, id)) accountForWay(worksheet, found)
    accountForCheck(worksheet, id)
  })
  accountForPowers(worksheet)
}
