import { shownText, type Amount, type Figures } from '../number'
import { sheetOf } from '../structure'
import type { Derivation, Line, Row, Side, Worksheet } from '../worksheet'
import { stretch, type Aside, type Label, type Picture, type ClosingSupply } from './drawing'

/** Whether a sheet is a line from + to −, or closes the loop with the source at the left. */
export type Form = 'line' | 'loop'

/** What a sheet is drawn from: a worksheet, or a learner's own steps and values. */
export interface Drawable extends Pick<Worksheet, 'stages' | 'shown' | 'network' | 'wiring' | 'analysis' | 'choices'> {
  readonly elements: readonly { readonly name: string }[]
  readonly derivation: Pick<Derivation, 'found' | 'enters' | 'outwardPath'> & {
    readonly lines: readonly Pick<Line, 'amount'>[]
  }
}

export interface SheetOptions {
  readonly form?: Form
  /** Whether a value has been found by then; room is kept for one that has not. All of them unless told otherwise. */
  readonly isFound?: (line: number) => boolean
  /** What is written for a value, if not its text alone. */
  readonly written?: (text: string, quantity: 'resistance' | 'voltage' | 'current', element: number) => string
  /** How many lines are kept free below an element. */
  readonly roomBelow?: (element: number) => number
  /** Leaves out values that are worked outward while reducing. */
  readonly withoutOutward?: boolean
}

const found = () => true

/**
 * Draws the sheet of a row: resistances on the way down, voltages and currents on the way up, each in the direction in
 * which it runs. Parts that carry nothing stand on the first sheet alone.
 */
export function drawSheet(
  worksheet: Drawable,
  { stage: index, sheet: count }: Pick<Row, 'stage' | 'sheet'>,
  side: Side,
  figures: Figures,
  { form = 'line', isFound = found, written, roomBelow, withoutOutward = false }: SheetOptions = {},
): Picture {
  const { elements, stages, derivation, network, wiring, analysis, choices } = worksheet
  const { lines, enters } = derivation
  const stage = stages[index]
  const shown = new Set(worksheet.shown)
  const onTheWay = withoutOutward || !choices.outward ? [] : derivation.outwardPath

  const label = (id: number): Label => {
    const valueOf = (quantity: 'resistance' | 'voltage' | 'current', unit: 'Ω' | 'V' | 'A') => {
      const line = derivation.found[quantity][id]
      if (line === undefined || (quantity !== 'resistance' && !shown.has(line))) return { text: '', isShown: false }
      const text = shownText(lines[line].amount, unit, figures)
      const isShown = isFound(line)
      // A figure space for each letter keeps the room of what is not found yet.
      return {
        text: isShown ? (written?.(text, quantity, id) ?? text) : '\u2007'.repeat(text.length),
        isShown: isShown && isFlow(lines[line].amount),
      }
    }
    const free = new Array<string>(roomBelow?.(id) ?? 0).fill('')
    const down = valueOf('resistance', 'Ω').text
    if (side === 'reduce' && !onTheWay.includes(id)) return { name: elements[id].name, lines: [down, ...free] }
    const [V, I] = [valueOf('voltage', 'V'), valueOf('current', 'A')]
    const along = enters[id] === undefined || enters[id] === stage.nodes[stage.from[id]] ? 1 : -1
    const values = [V.text, I.text, ...free]
    return {
      name: elements[id].name,
      lines: side === 'expand' ? values : [down, ...values],
      ...(side === 'expand' && V.isShown && { voltage: along }),
      ...(side === 'expand' && I.isShown && { current: along }),
    }
  }
  const aside = network.parts.flatMap(({ kind, name }, i): Aside[] => {
    if (index > 0 || count > 0 || kind !== 'resistor' || wiring.idle[i] === null) return []
    const { resistance, voltage, current } = analysis.parts[i]
    const values =
      side === 'expand'
        ? [shownText(voltage, 'V', figures), shownText(current, 'A', figures)]
        : [shownText(resistance, 'Ω', figures)]
    return [{ label: { name, lines: values }, from: wiring.from[i], to: wiring.to[i] }]
  })
  return stretch(sheetOf(stage, count), stage.wiring.rank, label, aside, form === 'line' ? null : closedBy())

  function closedBy(): ClosingSupply {
    const { name, kind } = network.parts[wiring.supply]
    const { voltage, current } = analysis.supply
    return {
      kind: kind === 'source' ? 'source' : 'terminals',
      label: {
        name,
        lines: [shownText(voltage, 'V', figures), ...(side === 'expand' ? [shownText(current, 'A', figures)] : [])],
      },
    }
  }
}

function isFlow(amount: Amount | null): boolean {
  return amount !== null && amount.value !== 0
}
