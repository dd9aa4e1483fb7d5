import { drawBoard, openBoard, plainBoardInk } from '../../entry'
import { writeNetwork } from '../../network'
import type { Figures } from '../../number'
import {
  describeSheet,
  drawLoops,
  drawSheet,
  drawStaircase,
  loopAround,
  loopsInk,
  loopsOf,
  sheetInk,
  stairInk,
  type Form,
  type Picture,
  type ResistorSymbol,
  type SheetOptions,
} from '../../picture'
import { sheetOf } from '../../structure'
import type { Line, Row, Side, Worksheet } from '../../worksheet'
import type { Drawing } from './report'

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
const mostDrawn = 60

/** Whether a value was there before anything was worked out. */
export function isGiven({ method }: Line): boolean {
  return method === 'given'
}

/** Larger drawings cannot be read on a page. */
const mostOnBoard = 80

/** The network as it was drawn; null where it is too large to be read. */
export function boardDrawing({ network, wiring }: Worksheet, symbols: ResistorSymbol): Drawing | null {
  if (network.parts.length > mostOnBoard) return null
  const picture = drawBoard(openBoard(writeNetwork(network)), wiring.nodes)
  const said = network.parts.filter(({ kind }) => kind !== 'wire').map(({ name }) => name)
  return {
    name: 'drawing',
    ink: plainBoardInk(picture, { symbols }, `The network as it was drawn: ${said.join(', ')}`),
  }
}

/** The sheet of a row; null where it is too large to be read. */
export function sheetDrawing(worksheet: Worksheet, row: DrawnRow, side: Side, looks: Looks): Drawing | null {
  const { isBlank, form } = looks
  const { lines } = worksheet.derivation
  const groups = row.down.flatMap(({ step }) => (step === null ? [] : [worksheet.elements[step].made?.members ?? []]))
  return drawn(worksheet, row, side, looks, {
    name: `sheet-${row.number ?? row.key}-${side}`,
    // A closed loop says what the supply gives, which is to be found.
    form: isBlank ? 'line' : form,
    ...(isBlank && { isFound: (line: number) => isGiven(lines[line]) }),
    groups,
  })
}

/** The first sheet, with what is given alone. */
export function stretchedDrawing(worksheet: Worksheet, looks: Looks): Drawing | null {
  if (hasNone(worksheet)) return null
  const { lines } = worksheet.derivation
  return drawn(worksheet, firstSheet, 'reduce', looks, {
    name: 'stretched',
    withoutOutward: true,
    isFound: (line) => isGiven(lines[line]),
  })
}

/** The first sheet with all values on it. */
export function valuesDrawing(worksheet: Worksheet, looks: Looks): Drawing | null {
  if (hasNone(worksheet) || looks.isBlank || worksheet.asked) return null
  return drawn(worksheet, firstSheet, 'expand', looks, { name: 'values', form: looks.form })
}

/** More steps than this cannot be told apart on paper. */
const mostStairs = 24
/** So wide are its steps at most: with the words beside them little wider than a page, so that they can be read there. */
const stairRoom = 540

/** The whole answer as a staircase; null where results are left out, or there is nothing to be seen. */
export function stairDrawing(worksheet: Worksheet, { figures, isBlank }: Looks): Drawing | null {
  if (isBlank || worksheet.asked || worksheet.stages[0].starts.length > mostStairs) return null
  const picture = drawStaircase(worksheet, { figures, room: stairRoom })
  return picture && { name: 'staircase', ink: stairInk(picture) }
}

/** Whether nothing carries current, so that the first sheet would be empty. */
function hasNone({ stages: [{ starts }] }: Worksheet): boolean {
  return starts.length === 0
}

const firstSheet = { stage: 0, sheet: 0, number: 0 }

interface DrawnAs {
  readonly name: string
  /** The members of each group that gets a loop. */
  readonly groups?: readonly (readonly number[])[]
}

type DrawnRow = Pick<Row, 'key' | 'stage' | 'sheet' | 'number' | 'down'>

/** A sheet in ink, with loops around groups; null where it is too large to be read. */
function drawn(
  worksheet: Worksheet,
  row: Pick<Row, 'stage' | 'sheet' | 'number'>,
  side: Side,
  { figures, symbols, electrons, isBlank }: Looks,
  { name, groups = [], ...options }: SheetOptions & DrawnAs,
): Drawing | null {
  const stage = worksheet.stages[row.stage]
  if (sheetOf(stage, row.sheet).elements.length > mostDrawn) return null
  const whole = drawSheet(worksheet, row, side, figures, options)
  const picture: Picture = isBlank ? { ...whole, aside: whole.aside.map((part) => withoutValues(part, side)) } : whole
  const nodeLabels = stage.wiring.nodes.map(({ label }) => label)
  const description = describeSheet(worksheet, row, side, picture)
  const loops = groups.flatMap((members) => loopAround(picture, members) ?? [])
  return { name, ink: sheetInk(picture, { nodeLabels, symbols, electrons, description, side }, { loops }) }
}

function withoutValues<P extends Picture['aside'][number]>(part: P, side: Side): P {
  return side === 'reduce' ? part : { ...part, label: { name: part.label.name, lines: [] } }
}

/** All groups of the first stage on one drawing. */
export function loopsDrawing(worksheet: Worksheet, { figures, symbols, electrons, isBlank }: Looks): Drawing | null {
  const [{ starts, steps, wiring }] = worksheet.stages
  if (starts.length > mostDrawn || steps.length === 0) return null
  const { lines } = worksheet.derivation
  const isFound = isBlank ? (line: number) => isGiven(lines[line]) : undefined
  const loops = loopsOf(worksheet, steps.length, figures, isFound)
  const nodeLabels = wiring.nodes.map(({ label }) => label)
  const description = `Loops around the groups: ${loops.map(({ text }) => text).join(', ')}`
  const looped = drawLoops(worksheet, loops, figures)
  return { name: 'loops', ink: loopsInk(looped, { nodeLabels, symbols, electrons, description, side: 'reduce' }) }
}
