import { labelAt } from '@/core/structure'
import {
  isDisplay,
  isOnePath,
  nearEndOf,
  resolutionOf,
  type Band,
  type Bench,
  type Rated,
  leadsOf,
  type JudgedReading,
  type Measurement,
  type Meter,
  type Probe,
  type Range,
  isWithin,
  powerOff,
  probeOf,
  readValue,
} from '@/core/bench'
import { letterOf, powerOf, prefixOf, quantityText, shownText, unitOf, writeQuantity } from '@/core/number'
import type { Log, LogRow, Planning } from './laid'

const looksReversed = 'looks as if the leads were reversed'

/** What a measurement is called in its group: `R1, lead lifted`, `E1’s ends, whole`, `total, at E1`, `behind R1`. */
export function rowName(bench: Pick<Bench, 'built' | 'turned'>, measurement: Measurement, probe: Probe): string {
  const { wiring, network } = bench.built
  const supply = network.parts[wiring.supply].name
  if (isDisplay(measurement)) return measurement.quantity === 'current' ? 'total, read-out' : `${supply}, read-out`
  if (probe.kind === 'whole') return `${supply}’s ends, whole`
  if ('between' in measurement) {
    const [a, b] = measurement.between.map((point) => labelAt(wiring, point))
    return `node ${a} against ${b}`
  }
  const { of } = measurement
  if (probe.kind === 'total') return probe.end === 'to' ? `total, at ${of}’s −` : `total, at ${of}`
  if ('lifted' in measurement) return measurement.lifted ? `${of}, lead lifted` : `${of}, in place`
  if (probe.kind !== 'current') return of
  const isBefore = probe.end === undefined || probe.end === nearEndOf(bench, probe.part)
  const isTotal = isOnePath(bench.built, probe, { kind: 'total' })
  return `${isTotal ? 'total, ' : ''}${isBefore ? (isTotal ? 'at ' : '') : 'behind '}${of}`
}

/** A reading as a formula has it: `V(R2)`, `I(total)`. */
export function symbolOf(bench: Pick<Bench, 'built' | 'turned'>, measurement: Measurement, probe: Probe): string {
  return `${letterOf[measurement.quantity]}(${probe.kind === 'total' && !isDisplay(measurement) ? 'total' : rowName(bench, measurement, probe)})`
}

/** A part of something, with its sign: `+0.4 %`, `−12 %`. */
export function offText(part: number): string {
  const size = Math.abs(100 * part)
  const text = size >= 1000 ? size.toPrecision(2) : size >= 10 ? size.toFixed(0) : size.toFixed(1)
  return `${Number(text) === 0 ? '' : part < 0 ? '−' : '+'}${text}\u2009%`
}

/** How far a reading is off what marked values give, as a part of it; null where that is none, or no more than what the meter may be off. */
export function offOf({ value, band }: Pick<LogRow, 'value' | 'band'>): number | null {
  if (value === null || !band || !Number.isFinite(band.nominal) || isWithin(band, 0)) return null
  return value / band.nominal - 1
}

/** A value as it stands on the bench. */
export function benchText(value: number, quantity: Measurement['quantity'], figures: 3 | 4 = 3): string {
  return Number.isFinite(value) ? shownText({ value }, unitOf[quantity], figures) : 'over'
}

/** A band: `15.3 – 16.9 Ω`, both ends with one prefix. */
export function bandText(
  { min: least, max, isSigned }: Pick<Band, 'min' | 'max' | 'isSigned'>,
  quantity: Measurement['quantity'],
): string {
  // Below zero lies only what the meter's own error makes of what cannot be negative.
  const min = isSigned || max <= 0 ? least : Math.max(0, least)
  const unit = unitOf[quantity]
  if (!Number.isFinite(max)) return 'over the range'
  const largest = writeQuantity({ value: Math.max(Math.abs(min), Math.abs(max)) }, unit, 3)
  const power = powerOf(largest)
  const scale = 10 ** power
  const wide = Math.max(Math.abs(min), Math.abs(max), 1e-30)
  const digits = Math.max(0, Math.min(6, 2 - Math.floor(Math.log10(wide / scale) + 1e-9), 4))
  const write = (value: number) => {
    const text = (value / scale).toFixed(digits).replace('-', '−')
    return Number(text.replace('−', '-')) === 0 ? '0' : text
  }
  return `${write(min)} – ${write(max)}\u2009${prefixOf(power) ?? ''}${unit}`
}

/** A range of a meter by its end: `60 V`. */
export function rangeText({ to }: Pick<Range, 'to'>, quantity: Measurement['quantity']): string {
  return quantityText({ value: to }, unitOf[quantity], 3, '\u2009')
}

/** What is said of a reading. */
export function verdictText(judged: JudgedReading, quantity: Measurement['quantity'], value: number | null): string {
  const { verdict, band, power = 0, law, edge, tolerance } = judged
  const percent = (part: number) => `${Number((100 * part).toPrecision(2))} %`
  switch (verdict) {
    case 'agrees':
      if (edge) return `at the edge: ${percent(Math.abs(edge.off))} off, the meter may be off by ${percent(edge.meter)}`
      return tolerance === undefined ? 'agrees' : `within ${percent(tolerance)}`
    case 'outside':
      if (tolerance !== undefined) return `outside its ${percent(tolerance)}, further than the meter may be off`
      return band ? `outside: ${bandText(band, quantity)}` : 'outside'
    case 'scale':
      return `looks like a slip of ${power > 0 ? `×${10 ** power}` : `÷${10 ** -power}`}: ${value === null ? '' : benchText(value / 10 ** power, quantity, 4)}?`
    case 'reversed':
      return looksReversed
    case 'over':
      return 'over the range'
    case 'against':
      if (!law) return 'against a law'
      if (law.law === 'built')
        return `against what was read of the source and the parts themselves, by ${percent(law.part)}`
      if (law.law === 'ohm') return `against V = I·R of ${law.at} by ${percent(law.part)}, with the readings beside it`
      if (law.law === 'voltage')
        return `against the voltage law round a loop by ${percent(law.part)}, with the readings beside it`
      return `against the current law${law.at ? ` at node ${law.at}` : ' along its path'} by ${percent(law.part)}, with the readings beside it`
    case 'unknown':
      return judged.isCoarse
        ? 'on too large a range to tell anything: come down and read it again'
        : 'nothing to judge by'
  }
}

/** The sign of a verdict, so that it is never told by colour alone. */
export const verdictSigns = {
  agrees: '✓',
  outside: '✗',
  against: '≠',
  scale: '×10?',
  reversed: '±',
  over: '↑',
  unknown: '–',
} as const

/** A value as it is written down from a meter: with just the digits that its range has. */
export function asRead(
  value: number,
  quantity: Measurement['quantity'],
  meter: Pick<Meter, 'counts'>,
  range: Pick<Range, 'to'>,
): string {
  const unit = unitOf[quantity]
  const written = writeQuantity({ value: range.to }, unit, 3)
  const power = powerOf(written)
  const digits = Math.max(0, Math.round(power - Math.log10(resolutionOf(meter, range))))
  return `${(value / 10 ** power).toFixed(digits)} ${prefixOf(power) ?? ''}${unit}`
}

/** A text of the screen as it would be typed. */
export function asTyped(text: string): string {
  return text.replace('\u2009', ' ').replace('−', '-')
}

/** A value that looks like a slip: it waits for a word before it is logged. */
export interface Slip {
  readonly typed: string
  /** What was probably meant. */
  readonly meant: string
  readonly why: string
}

/** What looks like a slip in a value; null for one that is to be logged as it stands. */
export function slipOf({ band, measurement }: Pick<LogRow, 'band' | 'measurement'>, typed: string): Slip | null {
  const read = readValue(typed, measurement.quantity)
  if (typeof read === 'string' || read.isOver || !band || isWithin(band, read.value)) return null
  const { value } = read
  const say = (meant: number) => asTyped(benchText(meant, measurement.quantity, 4))
  if (isWithin(band, -value)) return { typed, meant: say(-value), why: looksReversed }
  const power = powerOff(band, value)
  if (power === null) return null
  const slip = Math.abs(power) % 3 === 0 ? 'a lost prefix' : 'a range or a power of ten'
  return { typed, meant: say(value / 10 ** power), why: `looks like ${slip}` }
}

/** What a law says of readings: `V(R1) + V(R2)`, what it must be, and how far it is off. */
export interface SumText {
  readonly key: string
  readonly group: Measurement['quantity']
  readonly left: string
  readonly right: string
  /** How far both are apart, and whether the meter explains it. */
  readonly off: string
  readonly holds: boolean
}

/**
 * The closing sums of one's own readings: round each loop that they close, at each junction, along each path.
 *
 * @returns of each law the sum of what lies on its one side against the largest reading on the other
 */
export function sumsOf(
  { bench }: Pick<Planning, 'bench'>,
  { laws, readings }: Pick<Log, 'laws' | 'readings'>,
): SumText[] {
  const { network, wiring } = bench.built
  const supply = network.parts[wiring.supply].name
  const told = new Set<string>()
  return laws.flatMap(({ law, terms, off, part, holds }): SumText[] => {
    const key = `${law} ${terms
      .map(({ index }) => index)
      .sort()
      .join()}`
    // Two junctions may have the same currents.
    if (terms.length < 2 || told.has(key)) return []
    told.add(key)
    const all = terms.flatMap(({ index, sign }) => {
      const { measurement, value } = readings[index]
      const found = probeOf(bench, measurement)
      return found.ok && !value.isOver
        ? [
            {
              index,
              sign,
              value: value.value,
              measurement,
              isOfSource: 'of' in measurement && measurement.of === supply,
              name: symbolOf(bench, measurement, found.probe),
            },
          ]
        : []
    })
    const bySize = [...all].sort((a, b) => Math.abs(b.value) - Math.abs(a.value))
    // Parts are summed up against the source, or against the largest of them.
    const first = bySize.find(({ isOfSource }) => isOfSource) ?? bySize.at(0)
    if (!first) return []
    const others = all
      .filter((it) => it !== first)
      .sort((a, b) => a.index - b.index)
      .map((it) => ({ ...it, sign: -it.sign * first.sign }))
    others.sort((a, b) => b.sign - a.sign)
    const sum = others.reduce((total, { sign, value }) => total + sign * value, 0)
    const text = (value: number) => benchText(value, first.measurement.quantity, 4)
    return [
      {
        key,
        group: first.measurement.quantity,
        left: `${others.map(({ sign, name }, i) => `${sign < 0 ? '− ' : i > 0 ? '+ ' : ''}${name}`).join(' ')} = ${text(sum)}`,
        right: `${first.name} = ${text(first.value)}`,
        off:
          off === 0
            ? 'the same'
            : `off by ${offText(part).replace('+', '')}, ${holds ? 'explained by the meter' : 'more than the meter explains'}`,
        holds,
      },
    ]
  })
}

/** Where the leads of a row go, in words. */
export function leadsText(bench: Bench, { measurement, probe }: Pick<LogRow, 'measurement' | 'probe'>): string {
  if (!isDisplay(measurement)) return leadsOf(bench, probe)
  const { drive } = bench.built
  const set =
    drive.at === 'source' && drive.quantity === 'voltage' ? `, set to ${benchText(drive.value, 'voltage')}` : ''
  return `as the supply itself shows it${set}; it may be off by 1\u2009% and half a digit`
}

export function capital(text: string): string {
  return text.slice(0, 1).toUpperCase() + text.slice(1)
}

/** The sizes that resistors are sold in, by what they bear in watts. */
export const sizeNames: ReadonlyMap<number, string> = new Map([
  [0.125, '⅛ W'],
  [0.25, '¼ W'],
  [0.5, '½ W'],
  [1, '1 W'],
  [2, '2 W'],
  [5, '5 W'],
])
/** The least that a resistor usually bears where none is entered, in watts. */
const leastUsual = 0.25

/** Why a part runs hot: `R2 0.6 W, more than ¼ W and ½ W bear`; null where it does not. */
export function hotText({ part, nominal, rating, verdict }: Rated): string | null {
  const power = shownText({ value: nominal }, 'W', 3)
  if (verdict === 'over' || verdict === 'hot')
    return `${part} ${power} of ${shownText({ value: rating ?? 0 }, 'W', 3)}${verdict === 'over' ? ', over its rating' : ''}`
  const less = [...sizeNames].filter(([bears]) => bears >= leastUsual && nominal > bears)
  if (verdict !== 'unrated' || less.length === 0) return null
  const names = less.slice(-2).map(([, name]) => name)
  return `${part} ${power}, more than ${names.join(' and ')} bear${names.length < 2 ? 's' : ''}`
}

/** `61 %`, `over 99 %`: never all of it. */
export function percentOf(probability: number): string {
  return probability >= 0.995 ? 'over 99 %' : `${Math.round(100 * probability)} %`
}
