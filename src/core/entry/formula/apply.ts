import {
  readNetwork,
  type NetworkDocument,
  type PartDocument,
  type ResistorDocument,
  type Unplaced,
  type SourceDocument,
} from '../../network'
import { wire } from '../../structure'
import { readFormula, type FormulaProblem, resistorsOf, type FormulaTree } from './read'
import { writeFormula } from './write'
import { inFormat, quantityProblem, readQuantity, type Unit } from '../../number'

export type AppliedFormula =
  | {
      readonly ok: true
      readonly document: NetworkDocument
      /** Names of parts that are no longer there. */
      readonly gone: readonly string[]
      /** Another structure: resistors, wires and where they were drawn are replaced. */
      readonly rebuilt: boolean
    }
  | { readonly ok: false; readonly problem: FormulaProblem }

/**
 * Makes a document be what a formula says, as `R1 1.5 + (R2 10 + R3 20) // R4 15`. Where only names and values differ, all else
 * stays: points, wires, what carries nothing, the sketch. Another structure replaces resistors and wires; the source, title,
 * notes, and the tolerance and rating of resistors that keep their name stay.
 *
 * @param text + for series, // or ∥ for parallel, brackets; names may be left out; values in Ω
 * @returns the document; or where in the text it cannot be read (from 0, in characters), and why
 */
export function applyFormula(document: NetworkDocument, text: string): AppliedFormula {
  const read = readFormula(text)
  if (!read.ok) return read
  const network = readNetwork(document)
  const written = network.ok ? writeFormula(network.network, wire(network.network)) : null
  if (written && written.shape === shapeOf(read.tree))
    return { ok: true, document: inPlace(document, written.resistors, read.tree), gone: [], rebuilt: false }
  return rebuilt(document, read.tree)
}

function shapeOf(tree: FormulaTree): string {
  // Innermost last in `order`, so that members are ready when their group is written.
  const order: FormulaTree[] = [tree]
  for (const it of order) if (it.kind !== 'resistor') order.push(...it.members)
  const shapes = new Map<FormulaTree, string>()
  for (const it of order.reverse()) {
    if (it.kind === 'resistor') shapes.set(it, '·')
    else {
      const inside = it.members.map((member) => {
        const shape = shapes.get(member) as string
        return it.kind === 'parallel' && member.kind === 'series' ? `(${shape})` : shape
      })
      shapes.set(it, inside.join(it.kind === 'series' ? '+' : '∥'))
    }
  }
  return shapes.get(tree) as string
}

function inPlace(document: NetworkDocument, resistors: readonly number[], tree: FormulaTree): NetworkDocument {
  const parts = [...document.parts]
  const renamed = new Map<string, string>()
  resistorsOf(tree).forEach(({ name, typed }, i) => {
    const part = parts[resistors[i]] as ResistorDocument
    renamed.set(part.name, name ?? part.name)
    parts[resistors[i]] = withValue({ ...part, name: name ?? part.name }, typed)
  })
  const { known } = document
  return { ...document, parts, ...(known && { known: { ...known, part: renamed.get(known.part) ?? known.part } }) }
}

function rebuilt(document: NetworkDocument, tree: FormulaTree): AppliedFormula {
  const kept = document.parts.filter(({ kind }) => kind === 'source' || kind === 'terminals')
  const supply: PartDocument = kept[0] ?? { name: 'E1', kind: 'source', from: 'A', to: 'B', voltage: '12 V' }
  const before = new Map(document.parts.filter((part) => part.kind === 'resistor').map((part) => [part.name, part]))
  const taken = new Set([supply.name, ...resistorsOf(tree).flatMap(({ name }) => name ?? [])])
  let number = 0
  const nextName = (): string => {
    do number += 1
    while (taken.has(`R${number}`))
    taken.add(`R${number}`)
    return `R${number}`
  }

  // Points as numbers first: 0 is the + end, 1 the − end.
  let points = 2
  const placed: { part: Unplaced<ResistorDocument>; from: number; to: number }[] = []
  const open: { tree: FormulaTree; from: number; to: number }[] = [{ tree, from: 0, to: 1 }]
  for (let it = open.pop(); it; it = open.pop()) {
    const { tree: here, from, to } = it
    if (here.kind === 'resistor') {
      const name = here.name ?? nextName()
      placed.push({ part: withValue({ ...before.get(name), name, kind: 'resistor' }, here.typed), from, to })
      continue
    }
    let at = from
    const inside = here.members.map((member, i) => {
      if (here.kind === 'parallel') return { tree: member, from, to }
      const next = i === here.members.length - 1 ? to : points++
      const placedAt = { tree: member, from: at, to: next }
      at = next
      return placedAt
    })
    open.push(...inside.reverse())
  }

  const names = pointNames(placed, points)
  const parts = [
    { ...supply, from: names[0], to: names[1] },
    ...placed.map(({ part, from, to }): PartDocument => ({ ...part, from: names[from], to: names[to] })),
  ]
  const there = new Set(parts.map(({ name }) => name))
  const gone = document.parts.map(({ name }) => name).filter((name) => !there.has(name))
  const { sketch: _sketch, reference: _reference, ...rest } = document
  return { ok: true, document: { ...rest, parts }, gone, rebuilt: true }
}

/** A resistor with a value, or with none yet. */
function withValue<P extends Unplaced<ResistorDocument>>(
  { resistance: _before, ...part }: P,
  typed: string | undefined,
) {
  return typed === undefined ? part : { ...part, resistance: typed }
}

/** The names that points are given, by their number from 0: A … Z, P27, P28 …. */
export function pointName(i: number): string {
  return i < 26 ? String.fromCharCode(65 + i) : `P${i + 1}`
}

/** A, B, C… as the current meets the points, then P27, P28…; the − end has the last. */
function pointNames(placed: readonly { from: number; to: number }[], points: number): string[] {
  const names: string[] = []
  let used = 0
  for (const point of placed.flatMap(({ from, to }) => [from, to]))
    if (point !== 1 && names[point] === undefined) names[point] = pointName(used++)
  names[1] = pointName(points - 1)
  return names
}

type AppliedSupply =
  | { readonly ok: true; readonly document: NetworkDocument }
  | { readonly ok: false; readonly message: string }

const like = 'write 12 V, 250 mA or 5 W for the source, R6 250 mA for a resistor, or ? for terminals'
const quantityOfUnit = { V: 'voltage', A: 'current', W: 'power' } as const

/** What is known of the supply as the source field shows it: `12 V`, `I 250 mA`, `R6 250 mA`, or `?` for terminals. */
export function supplyText(document: NetworkDocument): string {
  const supply = document.parts.find(({ kind }) => kind === 'source' || kind === 'terminals')
  if (!supply || supply.kind === 'terminals') return '?'
  const { known } = document
  if (!known) return supply.voltage === undefined ? '' : withUnit(supply.voltage, 'V')
  const unit = known.quantity === 'current' ? 'A' : known.quantity === 'power' ? 'W' : 'V'
  const value = withUnit(known.value, unit)
  return known.part === supply.name ? value : `${known.part} ${value}`
}

/** A quantity as it was typed, with the unit that it was typed without. */
export function withUnit(typed: string | number, unit: Unit): string {
  const read = readQuantity(typed, unit)
  return read.ok && read.unit === null ? `${typed} ${unit}` : String(typed)
}

/** Whether a text is a voltage, a current or a power with its unit, as only a source has it. */
export function tellsSource(text: string): boolean {
  const read = readQuantity(text, null)
  return read.ok && read.unit !== null && read.unit !== 'Ω'
}

/**
 * Makes a document's supply be what a text says. The unit decides: `12 V` (or a bare number) is the source's voltage,
 * `250 mA` its current, `5 W` its power; a resistor's name in front makes it that resistor's; `?` asks for the
 * resistance between two terminals.
 */
export function applySupplyText(document: NetworkDocument, text: string): AppliedSupply {
  const typed = text.trim().replace(/^(?:[VIPE]\d*\s*=|=)\s*/, '')
  const supply = document.parts.find((part) => part.kind === 'source' || part.kind === 'terminals')
  if (!supply) return { ok: false, message: 'there is no source in the parts list' }
  const { known: _known, ...rest } = document
  const withSupply = (part: PartDocument): NetworkDocument => ({
    ...rest,
    parts: document.parts.map((it) => (it === supply ? part : it)),
  })
  const { voltage: _voltage, ...bare } = supply
  const freeName = (name: string) =>
    document.parts.some((part) => part !== supply && part.name === name) ? supply.name : name
  if (typed === '?')
    return {
      ok: true,
      document: withSupply({
        ...bare,
        kind: 'terminals',
        name: supply.kind === 'source' ? freeName('T1') : supply.name,
      }),
    }
  if (typed === '') return { ok: false, message: like }
  const source: SourceDocument = {
    ...bare,
    kind: 'source',
    name: supply.kind === 'terminals' ? freeName('E1') : supply.name,
  }

  const whole = readQuantity(typed, null)
  const [, owner, value] = /^(\S+)\s*[ =:]\s*(.+)$/.exec(typed) ?? []
  const part = document.parts.find(({ name }) => name === owner)
  if (!whole.ok && part === undefined) {
    return {
      ok: false,
      message:
        owner !== undefined && value !== undefined && readQuantity(value, null).ok
          ? `there is no part ${owner}`
          : `${quantityProblem(whole.problem, typed, 'V').split(';')[0]}; ${like}`,
    }
  }
  if (whole.ok && (whole.unit === null || whole.unit === 'V'))
    return { ok: true, document: withSupply({ ...source, voltage: inFormat(typed) }) }
  if (whole.ok) {
    if (whole.unit === 'Ω' || whole.unit === null) return { ok: false, message: `“${typed}” is a resistance; ${like}` }
    return {
      ok: true,
      document: {
        ...withSupply(source),
        known: { part: source.name, quantity: quantityOfUnit[whole.unit], value: inFormat(typed) },
      },
    }
  }

  const read = readQuantity(value, null)
  if (!read.ok) return { ok: false, message: quantityProblem(read.problem, value, 'A') }
  if (part?.kind !== 'resistor' && part !== supply)
    return { ok: false, message: `${owner} is a ${part?.kind}; ${like}` }
  if (read.unit === 'Ω' || read.unit === null) return { ok: false, message: `“${value}” needs the unit V, A or W` }
  if (part === supply) return applySupplyText(document, value)
  return {
    ok: true,
    document: {
      ...withSupply(source),
      known: { part: owner, quantity: quantityOfUnit[read.unit], value: inFormat(value) },
    },
  }
}
