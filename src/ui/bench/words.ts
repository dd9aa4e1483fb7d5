import { labelAt } from '@/core/structure'
import {
  resolutionOf,
  type Band,
  type Bench,
  type JudgedReading,
  type Measurement,
  type Meter,
  type Probe,
  type Range,
  isWithin,
  powerOff,
  readValue,
} from '@/core/bench'
import { powerOf, prefixOf, quantityText, shownText, unitOf, writeQuantity } from '@/core/number'
import type { LogRow } from './laid'

const looksReversed = 'looks as if the leads were reversed'

/** What a measurement is called in its group: `R1, lead lifted`, `E1’s ends, whole`, `total, at E1`. */
export function rowName({ built }: Pick<Bench, 'built'>, measurement: Measurement, probe: Probe): string {
  const { wiring } = built
  if (probe.kind === 'whole') return `${built.network.parts[wiring.supply].name}’s ends, whole`
  if ('between' in measurement) {
    const [a, b] = measurement.between.map((point) => labelAt(built.wiring, point))
    return `node ${a} against ${b}`
  }
  const { of } = measurement
  if (probe.kind === 'total') return `total, at ${of}`
  if ('lifted' in measurement) return measurement.lifted ? `${of}, lead lifted` : `${of}, in place`
  return of
}

/** A value as it stands on the bench. */
export function benchText(value: number, quantity: Measurement['quantity'], figures: 3 | 4 = 3): string {
  return Number.isFinite(value) ? shownText({ value }, unitOf[quantity], figures) : 'over'
}

/** A band: `15.3 – 16.9 Ω`, both ends with one prefix. */
export function bandText({ min, max }: Pick<Band, 'min' | 'max'>, quantity: Measurement['quantity']): string {
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
  const { verdict, band, power = 0, law } = judged
  const percent = (part: number) => `${Number((100 * part).toPrecision(2))} %`
  switch (verdict) {
    case 'agrees':
      return 'agrees'
    case 'outside':
      return band ? `outside: ${bandText(band, quantity)}` : 'outside'
    case 'scale':
      return `looks like a slip of ${power > 0 ? `×${10 ** power}` : `÷${10 ** -power}`}: ${value === null ? '' : benchText(value / 10 ** power, quantity, 4)}?`
    case 'reversed':
      return looksReversed
    case 'over':
      return 'over the range'
    case 'against':
      if (!law) return 'against a law'
      if (law.law === 'ohm') return `against V = I·R of ${law.at} by ${percent(law.part)}, with the readings beside it`
      if (law.law === 'voltage')
        return `against the voltage law round a loop by ${percent(law.part)}, with the readings beside it`
      return `against the current law${law.at ? ` at node ${law.at}` : ' along its path'} by ${percent(law.part)}, with the readings beside it`
    case 'unknown':
      return 'nothing to judge by'
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
export function asRead(value: number, quantity: Measurement['quantity'], meter: Meter, range: Range): string {
  const unit = unitOf[quantity]
  const written = writeQuantity({ value: range.to }, unit, 3)
  const power = powerOf(written)
  const digits = Math.max(0, Math.round(power - Math.log10(resolutionOf(meter, range))))
  return `${(value / 10 ** power).toFixed(digits)} ${prefixOf(power) ?? ''}${unit}`
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
  const say = (meant: number) => benchText(meant, measurement.quantity, 4).replace('\u2009', ' ').replace('−', '-')
  if (isWithin(band, -value)) return { typed, meant: say(-value), why: looksReversed }
  const power = powerOff(band, value)
  if (power === null) return null
  const slip = Math.abs(power) % 3 === 0 ? 'a lost prefix' : 'a range or a power of ten'
  return { typed, meant: say(value / 10 ** power), why: `looks like ${slip}` }
}
