import { askedName, askedTexts, listed, type Worksheet } from '../../worksheet'
import { quantityText, unitOf, exactOf } from '../../number'
import { mostListed } from './answers'
import { type Looks, boardDrawing, stretchedDrawing } from './drawings'
import type { ReportBlock, Cell, Density } from './report'
import { knownOf, type GivenQuantity, type Network } from '../../network'
import { labelAt } from '../../structure'

/** What is given: the drawing, the same stretched, every part, and what is known. */
export function givenOf(worksheet: Worksheet, looks: Looks, density: Density): ReportBlock[] {
  const { network, wiring } = worksheet
  const drawing = boardDrawing(worksheet, looks.symbols)
  const stretched = density === 'full' ? stretchedDrawing(worksheet, looks) : null
  const known = knownOf(network)
  const source = network.parts[wiring.supply]
  const knownText =
    known && known.part !== source.name
      ? `Known: the ${known.quantity} of ${known.part}, ${givenText(known.value, known.quantity)}.`
      : known && known.quantity !== 'voltage'
        ? `Known: the ${known.quantity} of the supply ${source.name}, ${givenText(known.value, known.quantity)}.`
        : null
  return [
    ...(drawing ? [{ block: 'drawing', drawing } as const] : []),
    ...(stretched
      ? [
          { block: 'words', text: 'The same, stretched from + to −:', as: 'soft' } as const,
          { block: 'drawing', drawing: stretched } as const,
        ]
      : []),
    // The answer table has the parts already.
    ...(density === 'answers' && drawing ? [] : [partsTable(worksheet)]),
    ...(knownText ? [{ block: 'words', text: knownText } as const] : []),
  ]
}

/** A value that was given, with its unit, however it was typed. */
function givenText({ value, exact }: GivenQuantity, quantity: keyof typeof unitOf): string {
  return quantityText({ value, exact: exactOf(exact) }, unitOf[quantity], 6, '\u2009')
}

/** Every part but plain wires: its value as it was typed, tolerance and rating where any has one, the nodes between which it lies. */
function partsTable({ network, wiring }: Worksheet): ReportBlock {
  const parts = network.parts.filter(({ kind }) => kind !== 'wire')
  const has = (field: 'tolerance' | 'rating') => parts.some((part) => noteOf(part, field) !== '')
  const notes = (['tolerance', 'rating'] as const).filter(has)
  const rows = parts.slice(0, mostListed).map((part): Cell[] => {
    const value =
      part.kind === 'resistor'
        ? part.resistance && givenText(part.resistance, 'resistance')
        : part.kind === 'source'
          ? part.voltage && givenText(part.voltage, 'voltage')
          : undefined
    const between = [part.from, part.to].map((point) => labelAt(wiring, point)).join(', ')
    return [part.name, part.kind, value ?? '–', ...notes.map((field) => noteOf(part, field)), between]
  })
  const more = parts.length - rows.length
  return {
    block: 'table',
    head: ['part', 'kind', 'value', ...notes, 'between nodes'],
    rows: more > 0 ? [...rows, [`and ${more.toLocaleString('en')} more`, ...rows[0].slice(1).map(() => '')]] : rows,
    wordColumns: 4 + notes.length,
  }
}

function noteOf(part: Network['parts'][number], field: 'tolerance' | 'rating'): string {
  return part.kind === 'resistor' ? String(part[field] ?? '') : ''
}

/** What is asked, in a sentence. */
export function askedText({ network, wiring, choices, asked }: Worksheet): string {
  const source = network.parts[wiring.supply]
  if (asked) return `Find ${listed(choices.asked.map((it) => `${askedTexts[it.quantity]} ${askedName(wiring, it)}`))}.`
  if (source.kind === 'terminals') return `Find the one resistance between the terminals ${source.name}.`
  const known = knownOf(network)
  const isVoltageKnown = known?.part === source.name && known.quantity === 'voltage'
  return `Find the equivalent resistance, ${isVoltageKnown ? 'the total current' : 'the values of the supply'}, and the voltage, current and power of every resistor.`
}
