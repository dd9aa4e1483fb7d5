import {
  bandsOf,
  branchesOf,
  isDisplay,
  isOnePath,
  layProbe,
  noLoading,
  predict,
  viewOf,
  type Band,
  type MeterRead,
  type Probe,
  type View,
} from '../plan'
import type { Bench } from '../tolerance'
import { asBuilt, isItsOwn, ofItself } from './asBuilt'
import type { LaidReading } from './lay'

export const verdictCodes = ['agrees', 'outside', 'against', 'scale', 'reversed', 'over', 'unknown'] as const
type VerdictCode = (typeof verdictCodes)[number]

/** A reading with what is said of it. */
export interface JudgedReading {
  readonly index: number
  /** null where nothing is known of what it measures. */
  readonly band: Band | null
  readonly verdict: VerdictCode
  /** Of `scale`: the power of ten by which it is off. */
  readonly power?: number
  /** Of `against`: the law. */
  readonly law?: LawFound
  /** Of what agrees: a part, or the source, beyond its own tolerance by no more than the meter may be off. */
  readonly edge?: Edge
  /** Of a part alone or of the source: its own tolerance, as a part of what is marked. */
  readonly tolerance?: number
  /** Of `unknown`: the range is so large that its last digits hide all that is expected. */
  readonly isCoarse?: true
}

/** How far a part reads off what is marked, and how far the meter may be, as parts of what is marked. */
export interface Edge {
  readonly off: number
  readonly meter: number
}

/** The powers of ten that a slip of range or prefix makes. */
const mostPower = 9

/**
 * The verdict on each reading: within its band it agrees, unless a law that the readings beside it decide speaks against it,
 * or what was read of the parts and the source themselves, where that is all within its own tolerance. Outside it, it looks
 * like a slip where its opposite or a power of ten of it would lie within, and no law confirms it as it stands.
 *
 * @param laws what they say between them, where that is known already
 */
export function judgeReadings(
  view: View,
  laid: readonly LaidReading[],
  laws: readonly LawFound[] = lawsAmong(view, laid),
): JudgedReading[] {
  const reads = laid.flatMap(({ read }) => (read ? [read] : []))
  const bands = bandsOf(view, reads)
  const bandOf = laid.map(({ read }) => (read ? bands[reads.indexOf(read)] : null))
  const built = builtBands(view, laid)
  const isOutside = (i: number) => {
    const { value } = laid[i].reading
    const band = bandOf[i]
    return band !== null && !value.isOver && !isWithin(band, value.value)
  }
  const against = new Map<number, LawFound>()
  for (const law of laws) {
    if (law.holds) continue
    const outside = law.readings.filter(isOutside)
    for (const i of outside.length > 0 ? outside : [law.readings[law.readings.length - 1]])
      if (!against.has(i)) against.set(i, law)
  }
  /** Whether a law holds with a reading as it stands, and would not with this one instead. */
  const isConfirmed = (i: number, instead: number) => {
    const { value } = laid[i].reading
    return laws.some(
      ({ holds, readings, allowed, law }) =>
        holds &&
        law !== 'ohm' &&
        readings.includes(i) &&
        !value.isOver &&
        Math.abs(value.value - instead) > 2 * allowed,
    )
  }
  return laid.map(({ reading, read }, i): JudgedReading => {
    const band = bandOf[i]
    const { index, value } = reading
    if (band === null) return { index, band, verdict: 'unknown' }
    if (value.isOver) {
      const end = reading.range ?? read?.range?.to ?? Infinity
      return { index, band, verdict: band.max > end || band.max === Infinity ? 'agrees' : 'over' }
    }
    if (read && isTooCoarse(read, band)) return { index, band, verdict: 'unknown', isCoarse: true }
    const law = against.get(i)
    if (isWithin(band, value.value)) {
      const against = law ?? againstBuilt(i, built[i], value.value)
      if (against) return { index, band, verdict: 'against', law: against }
      return { index, band, verdict: 'agrees', ...itselfOf(view.bench, laid[i]) }
    }
    if (isWithin(band, -value.value) && !isConfirmed(i, -value.value)) return { index, band, verdict: 'reversed' }
    const power = powerOff(band, value.value)
    if (power !== null && !isConfirmed(i, value.value / 10 ** power)) return { index, band, verdict: 'scale', power }
    return law
      ? { index, band, verdict: 'against', law }
      : { index, band, verdict: 'outside', ...itselfOf(view.bench, laid[i]) }
  })
}

/** Whether a reading speaks against what is marked. */
export function disagrees({ verdict }: Pick<JudgedReading, 'verdict'>): boolean {
  return verdict !== 'agrees' && verdict !== 'unknown'
}

/** Whether what the display may be off is more than half of what is expected, and a smaller range would tell. */
function isTooCoarse({ accuracy, isFinest }: MeterRead, { nominal }: Band): boolean {
  return !isFinest && Number.isFinite(nominal) && accuracy.amount > Math.abs(nominal) / 2
}

/**
 * The bands of readings as the bench is built; null of what they are built from, and of all where a part, or the source, reads
 * beyond its own tolerance: then nobody knows which of the two is so.
 */
function builtBands(view: View, laid: readonly LaidReading[]): readonly (Band | null)[] {
  const itself = laid.map((it) => ofItself(view.bench, it))
  const now = itself.every((it) => it === null || isItsOwn(it)) ? asBuilt(view.bench, laid) : null
  if (now === null) return laid.map(() => null)
  const there = viewOf(now, view.ends.slice(view.ports.resistors))
  const reads = laid.map(({ probe, read }, i) => {
    const at = read && !itself[i] ? layProbe(there, probe) : null
    return read && at && { ...read, laid: at }
  })
  const bands = bandsOf(
    there,
    reads.flatMap((it) => (it ? [it] : [])),
  )
  let next = 0
  return reads.map((it) => (it ? bands[next++] : null))
}

function againstBuilt(index: number, band: Band | null, value: number): LawFound | null {
  if (band === null || isWithin(band, value)) return null
  const off = Math.abs(value - band.nominal)
  const allowed = (band.max - band.min) / 2
  return {
    law: 'built',
    at: null,
    readings: [index],
    terms: [],
    off,
    allowed,
    holds: false,
    part: off / Math.abs(value),
  }
}

/** What a reading of a part alone, or of the source, says of its own tolerance. */
function itselfOf(bench: Bench, laid: LaidReading): Pick<JudgedReading, 'edge' | 'tolerance'> {
  const found = ofItself(bench, laid)
  const { measurement } = laid.reading
  const isOfIt = 'of' in measurement && measurement.of === bench.built.network.parts[found?.part ?? 0].name
  if (!found?.marked || !isOfIt) return {}
  const { value, marked, tolerance, allowed } = found
  const off = value / marked - 1
  const isBeyond = Math.abs(off) > tolerance * (1 + 1e-9)
  return { tolerance, ...(isBeyond && { edge: { off, meter: allowed / marked } }) }
}

/** Whether a value lies within a band. */
export function isWithin({ min, max }: Pick<Band, 'min' | 'max'>, value: number): boolean {
  return value >= min && value <= max
}

/**
 * The power of ten by which a reading is off, whatever its sign; null where none brings it into its band, or zero lies in
 * there too, to which every power leads.
 */
export function powerOff(band: Pick<Band, 'min' | 'max'>, value: number): number | null {
  if (value === 0 || isWithin(band, 0)) return null
  for (let size = 1; size <= mostPower; size++)
    for (const power of [size, -size]) if (isWithin(band, value / 10 ** power)) return power
  return null
}

/** A law that readings must obey between them. */
export interface LawFound {
  /** `built`: what was read of the parts and the source themselves. */
  readonly law: 'voltage' | 'current' | 'ohm' | 'built'
  /** Positions of its readings in the list, in order. */
  readonly readings: readonly number[]
  /** Of a loop, a node or a path: its readings with their signs, adding to 0 where the law holds; of others none. */
  readonly terms: readonly { readonly index: number; readonly sign: number }[]
  /** What is over, and how much of it the meter explains, in SI units. */
  readonly off: number
  readonly allowed: number
  readonly holds: boolean
  /** By how much the largest of its readings would have to be what it is not, as a part of it. */
  readonly part: number
  /** Of the current law the node's label, of Ohm's law the part; null for a loop. */
  readonly at: string | null
}

interface Value {
  readonly index: number
  readonly value: number
  readonly allowed: number
}

/**
 * The laws that are decided by the readings alone: voltages round every loop that they close, currents at every node where
 * all are read and along every path, and V = I·R of every part that has all three.
 */
export function lawsAmong(view: View, laid: readonly LaidReading[]): LawFound[] {
  const values = laid.map((it, index) => valueOf(view, it, index))
  return [...loops(view, laid, values), ...nodes(view, laid, values), ...ohms(view, laid, values)]
}

/** A reading with how far it may be off: by the meter, and by what that does to the circuit. */
function valueOf(view: View, { reading, read }: LaidReading, index: number): Value | null {
  if (reading.value.isOver || read === null) return null
  const { value } = reading.value
  const { laid, loading, accuracy } = read
  const shown = predict(view.ports, laid, view.volts, loading).value
  const ideal = predict(view.ports, laid, view.volts, noLoading).value
  const lost = shown === 0 || !Number.isFinite(ideal) ? 0 : Math.abs(ideal / shown - 1)
  return { index, value, allowed: accuracy.amount + (accuracy.part + 2 * lost) * Math.abs(value) }
}

function law(
  kind: LawFound['law'],
  at: string | null,
  terms: readonly (Value & { readonly sign: number })[],
): LawFound {
  const off = terms.reduce((sum, { sign, value }) => sum + sign * value, 0)
  const allowed = terms.reduce((sum, term) => sum + term.allowed, 0)
  const largest = Math.max(...terms.map(({ value }) => Math.abs(value)))
  return {
    law: kind,
    at,
    readings: terms.map(({ index }) => index).sort((a, b) => a - b),
    terms: terms.map(({ index, sign }) => ({ index, sign })),
    off: Math.abs(off),
    allowed,
    holds: Math.abs(off) <= allowed,
    part: largest === 0 ? 0 : Math.abs(off) / largest,
  }
}

/** Kirchhoff's voltage law: each voltage that closes a loop with those before it, the shortest of those loops. */
function loops({ bench }: View, laid: readonly LaidReading[], values: readonly (Value | null)[]): LawFound[] {
  const tiedTo = (node: number) => bench.built.wiring.nodes[node].tiedTo ?? node
  const beside = new Map<number, { readonly to: number; readonly sign: number; readonly value: Value }[]>()
  const found: LawFound[] = []
  // Loops close over what a meter read rather than over what the supply shows.
  const isShown = (i: number) => isDisplay(laid[i].reading.measurement)
  const order = laid.map((_, i) => i).sort((a, b) => Number(isShown(a)) - Number(isShown(b)))
  order.forEach((i) => {
    const { probe } = laid[i]
    const value = values[i]
    if (probe.kind !== 'voltage' || value === null) return
    const [red, black] = [tiedTo(probe.red), tiedTo(probe.black)]
    const way = wayBetween(beside, red, black)
    if (way !== null)
      found.push(
        law('voltage', null, [{ ...value, sign: 1 }, ...way.map(({ value: it, sign }) => ({ ...it, sign: -sign }))]),
      )
    beside.set(red, [...(beside.get(red) ?? []), { to: black, sign: 1, value }])
    beside.set(black, [...(beside.get(black) ?? []), { to: red, sign: -1, value }])
  })
  return found
}

type Steps = ReadonlyMap<number, readonly { readonly to: number; readonly sign: number; readonly value: Value }[]>

/** The voltages from one node to another through those that were read; null where they do not reach. */
function wayBetween(beside: Steps, from: number, to: number) {
  const came = new Map<number, { readonly at: number; readonly sign: number; readonly value: Value }>()
  const open = [from]
  for (const node of open) {
    if (node === to) break
    for (const step of beside.get(node) ?? []) {
      if (step.to === from || came.has(step.to)) continue
      came.set(step.to, { at: node, sign: step.sign, value: step.value })
      open.push(step.to)
    }
  }
  if (from !== to && !came.has(to)) return null
  const way: { readonly sign: number; readonly value: Value }[] = []
  for (let node = to; node !== from;) {
    const step = came.get(node)
    if (!step) return null
    way.push(step)
    node = step.at
  }
  return way
}

/** Kirchhoff's current law at every node whose currents are all read; along a path, both are the same. */
function nodes(
  { bench, ports, ends }: View,
  laid: readonly LaidReading[],
  values: readonly (Value | null)[],
): LawFound[] {
  const { wiring } = bench.built
  const { carriers, at, branchOf } = branchesOf(bench.built)
  const position = new Map(carriers.map((part, i) => [part, i]))
  const found: LawFound[] = []
  const readOf = new Map<number, Value & { readonly carrier: number }>()
  laid.forEach(({ probe }, i) => {
    const value = values[i]
    const part = probe.kind === 'total' ? wiring.supply : probe.kind === 'current' ? probe.part : -1
    const carrier = position.get(part)
    if (value === null || carrier === undefined) return
    const branch = branchOf(carrier)
    const before = readOf.get(branch)
    if (before)
      found.push(
        law('current', null, [
          { ...value, sign: 1 },
          { ...before, sign: -1 },
        ]),
      )
    else readOf.set(branch, { ...value, carrier })
  })
  if (ports.conductance === 0) return found
  /** 1 where a carrier's current, as it is read, flows out of a node, −1 where into it. */
  const sideOf = (carrier: number, node: number) => {
    if (carrier === 0) return node === wiring.start ? -1 : 1
    return ends[carrier - 1][0] === node ? 1 : -1
  }
  for (const [node, meeting] of at) {
    if (meeting.length < 3) continue
    const terms = meeting.flatMap((carrier) => {
      const value = readOf.get(branchOf(carrier))
      return value ? [{ ...value, sign: sideOf(carrier, node) }] : []
    })
    if (terms.length === meeting.length) found.push(law('current', wiring.nodes[node].label, terms))
  }
  return found
}

/** Ohm's law of every part whose resistance alone, voltage and current, or that of its path, are read; of the whole too. */
function ohms({ bench }: View, laid: readonly LaidReading[], values: readonly (Value | null)[]): LawFound[] {
  const { network, wiring } = bench.built
  const last = (fits: (it: LaidReading) => boolean): Value | null => {
    for (let i = laid.length - 1; i >= 0; i--) if (values[i] !== null && fits(laid[i])) return values[i]
    return null
  }
  const of = (name: string, quantity: string) => (it: LaidReading) =>
    it.reading.measurement.quantity === quantity && 'of' in it.reading.measurement && it.reading.measurement.of === name
  const inPathOf = (part: number) => {
    const path: Probe = part === wiring.supply ? { kind: 'total' } : { kind: 'current', part }
    return ({ probe }: LaidReading) => isOnePath(bench.built, probe, path)
  }
  return network.parts.flatMap(({ name, kind }, part): LawFound[] => {
    if (kind !== 'resistor' && part !== wiring.supply) return []
    const R = last((it) => of(name, 'resistance')(it) && (it.probe.kind === 'alone' || it.probe.kind === 'whole'))
    const [V, I] = [last(of(name, 'voltage')), last(of(name, 'current')) ?? last(inPathOf(part))]
    if (!R || !V || !I) return []
    const product = I.value * R.value
    const allowed = Math.abs(I.value) * R.allowed + Math.abs(R.value) * I.allowed + I.allowed * R.allowed
    const found = law('ohm', name, [
      { ...V, sign: 1 },
      { index: Math.max(R.index, I.index), value: product, allowed, sign: -1 },
    ])
    return [{ ...found, readings: [R.index, V.index, I.index].sort((a, b) => a - b), terms: [] }]
  })
}
