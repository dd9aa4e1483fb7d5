import { shownText, type Amount, type Figures } from '../number'
import { sheetOf, type Element } from '../structure'
import { readingId, type Derivation, type Line, type Row, type Side, type Worksheet } from '../worksheet'
import { withMeters } from './meters'
import { stretch, type Aside, type Label, type LineTone, type Picture, type ClosingSupply } from './drawing'

/** Whether a sheet is a line from + to −, or closes the loop with the source at the left. */
export type Form = 'line' | 'loop'

/** What a sheet is drawn from: a worksheet, or a learner's own steps and values. */
interface Drawable extends Pick<
  Worksheet,
  'stages' | 'shown' | 'network' | 'wiring' | 'outcome' | 'choices' | 'currents'
> {
  readonly elements: readonly Pick<Element, 'name' | 'made' | 'part'>[]
  readonly derivation: Pick<Derivation, 'found' | 'enters' | 'outwardPath' | 'readings'> & {
    readonly lines: readonly Pick<Line, 'amount' | 'isOpen'>[]
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

/** A value as a label says it, and the line that it is, where it can be pointed at. */
interface Said {
  readonly text: string
  readonly isOpen: boolean
  readonly line?: number
}

/** A sheet with what is written at each of its elements, before anything has its place. */
function lettered(
  worksheet: Drawable,
  { stage: index, sheet: count }: Pick<Row, 'stage' | 'sheet'>,
  side: Side,
  figures: Figures,
  { form = 'line', isFound = found, written, roomBelow, withoutOutward = false }: SheetOptions,
) {
  const { elements, stages, derivation, network, wiring, outcome, choices, currents } = worksheet
  const { lines, enters } = derivation
  const stage = stages[index]
  const shown = new Set(worksheet.shown)
  const onTheWay = withoutOutward || !choices.outward ? [] : derivation.outwardPath
  const idOf = (part: number) => readingId(elements.length, part)
  const bare = sheetOf(stage, count)
  const metered = withMeters(worksheet, stage, bare, idOf)
  const { sheet, rank } = metered ?? { sheet: bare, rank: stage.wiring.rank }
  const nodeOf = (node: number) => metered?.nodeOf[node] ?? node
  const drawnFrom = new Map(sheet.elements.map(({ id, from }) => [id, nodeOf(from)]))
  const free = (id: number) => new Array<string>(roomBelow?.(id) ?? 0).fill('')

  /** A value as it is written, with room for one that is not found yet. */
  const textOf = (line: number | undefined, unit: 'Ω' | 'V' | 'A', written?: (text: string) => string) => {
    if (line === undefined || lines[line].isOpen)
      return { text: '', isShown: false, isOpen: line !== undefined, line: undefined }
    const text = shownText(lines[line].amount, unit, figures)
    const isShown = isFound(line)
    // A figure space for each letter keeps the room of what is not found yet.
    return {
      text: isShown ? (written?.(text) ?? text) : '\u2007'.repeat(text.length),
      isShown: isShown && isFlow(lines[line].amount),
      isOpen: false,
      line: isShown ? line : undefined,
    }
  }
  /** Lines with their tones; what has no value yet takes no room. */
  const said = (all: readonly (readonly [Said, LineTone | null])[], id: number) => {
    const kept = all.filter(([{ isOpen }]) => !isOpen)
    return {
      lines: [...kept.map(([{ text }]) => text), ...free(id)],
      tones: kept.map(([, tone]) => tone),
      ids: kept.map(([{ line }]) => line),
    }
  }
  const branchOf = (id: number) => (currents?.[id] === undefined ? '' : `I${currents[id]}`)
  const firstOf = new Map([...sheet.elements].reverse().map(({ id }) => [branchOf(id), id]))
  const label = (id: number): Label => {
    const valueOf = (quantity: 'resistance' | 'voltage' | 'current', unit: 'Ω' | 'V' | 'A') => {
      const line = derivation.found[quantity][id]
      if (line !== undefined && quantity !== 'resistance' && !shown.has(line))
        return { text: '', isShown: false, isOpen: false, line: undefined }
      return textOf(line, unit, written && ((text) => written(text, quantity, id)))
    }
    const { name } = elements[id]
    const down = valueOf('resistance', 'Ω')
    const isTurned = drawnFrom.get(id) !== stage.from[id]
    const along = (enters[id] === undefined || enters[id] === stage.nodes[stage.from[id]]) !== isTurned ? 1 : -1
    const branch = branchOf(id)
    if (side === 'reduce' && !onTheWay.includes(id)) {
      if (branch === '') return { name, lines: [down.text, ...free(id)], ids: [down.line] }
      return {
        name,
        ...said(
          [
            [down, null],
            [{ text: branch, isOpen: false }, 'current'],
          ],
          id,
        ),
        current: along,
      }
    }
    const [V, I] = [valueOf('voltage', 'V'), valueOf('current', 'A')]
    // The value of a branch current stands once on a sheet; its name stands at every part.
    const isOwn = branch === '' || firstOf.get(branch) === id
    const flow = [branch, isOwn ? I.text : ''].filter((text) => text !== '').join(' ')
    const isDirected = side === 'expand' && (I.isShown || (branch !== '' && I.text.trim() === ''))
    return {
      name,
      ...said(
        [
          ...(side === 'expand' ? [] : [[down, null] as const]),
          [V, 'voltage'],
          [{ text: flow, isOpen: flow === '' && I.isOpen, line: I.line }, 'current'],
        ],
        id,
      ),
      ...(side === 'expand' && V.isShown && { voltage: along }),
      ...(isDirected && { current: along }),
    }
  }
  /** What a meter shows, on the way up; its + side always. */
  const meterLabel = (part: number, along: boolean) => {
    const { name, kind } = network.parts[part]
    const symbol = kind === 'ammeter' ? ('ammeter' as const) : ('voltmeter' as const)
    const reading = derivation.readings.find((it) => it.part === part)
    const shows = side === 'expand' && reading ? textOf(reading.line, symbol === 'ammeter' ? 'A' : 'V') : null
    const tones = [symbol === 'ammeter' ? ('current' as const) : ('voltage' as const)]
    return {
      symbol,
      name,
      lines: shows === null || shows.text === '' ? [] : [shows.text],
      tones,
      ids: [shows?.line],
      voltage: along ? (1 as const) : (-1 as const),
    }
  }
  const aside = [
    ...network.parts.flatMap(({ kind, name }, i): Aside[] => {
      if (index > 0 || count > 0 || kind !== 'resistor' || wiring.idle[i] === null) return []
      const { resistance, voltage, current } = outcome.parts[i]
      const values =
        side === 'expand'
          ? [shownText(voltage, 'V', figures), shownText(current, 'A', figures)]
          : [resistance ? shownText(resistance, 'Ω', figures) : '']
      const tones = side === 'expand' ? (['voltage', 'current'] as const) : undefined
      return [{ label: { name, lines: values, tones }, from: wiring.from[i], to: wiring.to[i] }]
    }),
    ...(metered?.aside ?? []).map(({ part, from, to }): Aside => {
      const { symbol, ...words } = meterLabel(part, true)
      return { symbol, label: words, from, to }
    }),
  ]
  const labelled = (id: number) => {
    const meter = metered?.meters.get(id)
    return meter ? meterLabel(meter.part, meter.along) : label(id)
  }
  // What stands aside is between nodes of the stage, which have numbers of their own.
  const apart =
    sheet === bare ? aside : aside.map((it) => ({ ...it, from: it.from + rank.length, to: it.to + rank.length }))
  const own = metered && ((node: number) => (node >= rank.length ? node - rank.length : nodeOf(node)))
  return { sheet, rank, labelled, apart, closing: form === 'line' ? null : closedBy(), own }

  function closedBy(): ClosingSupply {
    const { name, kind } = network.parts[wiring.supply]
    const { voltage, current } = outcome.supply
    return {
      kind: kind === 'source' ? 'source' : 'terminals',
      label: {
        name,
        lines: [shownText(voltage, 'V', figures), ...(side === 'expand' ? [shownText(current, 'A', figures)] : [])],
        tones: side === 'expand' ? ['voltage', 'current'] : undefined,
      },
    }
  }
}

/**
 * Draws the sheet of a row, stretched from + to −: resistances on the way down, voltages and currents on the way up, each in
 * the direction in which it runs. Parts that carry nothing stand on the first sheet alone.
 *
 * @param side `reduce` on the way down, `expand` on the way back
 * @param figures significant figures of what is written
 * @returns parts, wires, nodes and labels as coordinates, in units of a drawing that is 24 high for each line of text
 */
export function drawSheet(
  worksheet: Drawable,
  row: Pick<Row, 'stage' | 'sheet'>,
  side: Side,
  figures: Figures,
  options: SheetOptions = {},
): Picture {
  const { sheet, rank, labelled, apart, closing, own } = lettered(worksheet, row, side, figures, options)
  const picture = stretch(sheet, rank, labelled, apart, closing)
  if (!own) return picture
  const named = <P extends { readonly node: number }>(list: readonly P[]) =>
    list.map((it) => ({ ...it, node: own(it.node) }))
  return { ...picture, lines: named(picture.lines), nodes: named(picture.nodes), dots: named(picture.dots) }
}

/**
 * A picture with other words where its own stand.
 *
 * @param words of another worksheet of the same network, as {@link drawSheet} takes them
 * @param mark what is put behind a word, by its line
 */
export function relabelled(
  picture: Picture,
  words: Parameters<typeof drawSheet>,
  mark: (line: number) => string,
): Picture {
  const [worksheet, row, side, figures, options = {}] = words
  const { labelled } = lettered(worksheet, row, side, figures, options)
  const parts = picture.parts.map((part) => {
    const label = labelled(part.id)
    const lines = label.lines.map((text, i) => {
      const line = label.ids?.[i]
      return line === undefined ? text : text + mark(line)
    })
    return { ...part, label: { ...label, lines } }
  })
  return { ...picture, parts }
}

/**
 * A sheet read aloud, in one sentence.
 *
 * @param picture the same sheet as {@link drawSheet} drew it
 */
export function describeSheet(
  { stages }: Pick<Worksheet, 'stages'>,
  { stage, number }: Pick<Row, 'stage' | 'number'>,
  side: Side,
  picture: Picture,
): string {
  const { nodes, start, finish } = stages[stage].wiring
  const parts = picture.parts.map(({ label }) => `${label.name} ${label.lines.join(' ').trim()}`).join(', ')
  return `Sheet ${number}, ${side === 'reduce' ? 'resistances' : 'voltages and currents'}, from + (node ${nodes[start].label}) to − (node ${nodes[finish].label}): ${parts}`
}

function isFlow(amount: Amount | null): boolean {
  return amount !== null && amount.value !== 0
}
