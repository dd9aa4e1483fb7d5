import {
  accountForCheck,
  accountForWay,
  analyse,
  currentPath,
  drawSheet,
  equivalentsOf,
  explainExchangeBack,
  explainWays,
  offeredExchanges,
  rowsOf,
  stopsOf,
  withoutRounding,
  workOut,
  type Worksheet,
} from '@/core'
import { goalsOf, hintFor, replay } from '@/core/attempt'
import { applyFormula, supplyText, writeFormula } from '@/core/formula'
import { readNetwork, readPiece, writeNetwork, type NetworkDocument } from '@/core/network'
import { closeBoard, drawBoard, openBoard } from '@/core/sketch'

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
  if (network.parts.every((part) => part.kind !== 'resistor' || part.resistance.exact !== '0')) {
    goalsOf(worksheet, replay(worksheet, []))
    hintFor(worksheet, replay(worksheet, []), 3)
  }
  const formula = writeFormula(network, worksheet.wiring)
  if (formula) applyFormula(written, formula.text)
  currentPath(network, worksheet)
  return JSON.parse(first).status
}

function walk(worksheet: Worksheet): void {
  stopsOf(worksheet)
  equivalentsOf(worksheet)
  offeredExchanges(worksheet)
  withoutRounding(worksheet)
  const sheets = [worksheet, ...worksheet.beyond.map((next) => next.worksheet)]
  sheets.forEach((sheet, stage) => {
    for (let row = 0; row < rowsOf(sheet); row++)
      for (const side of ['reduce', 'expand'] as const)
        drawSheet(
          sheet,
          Math.min(row, sheet.reduction.steps.length),
          side,
          sheet.choices.figures,
          row % 2 ? 'line' : 'loop',
        )
    sheet.elements.forEach((_, id) => {
      for (const quantity of quantities)
        for (const { way } of explainWays(sheet, id, quantity)) accountForWay(sheet, id, quantity, way)
    })
    sheet.reduction.steps.forEach((_, step) => accountForCheck(sheet, step))
    accountForCheck(sheet, 'power')
    const exchange = worksheet.beyond[stage]?.exchange
    if (exchange) explainExchangeBack(sheet, exchange, sheets[stage + 1])
  })
}
