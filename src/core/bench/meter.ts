/**
 * In: what stands on a meter. Out: its ranges, how exact it is on each, what it does to what it measures.
 * Textbooks: “accuracy and resolution”, “loading”, “burden voltage”.
 */

import {
  about,
  head,
  isDeclared,
  list,
  number,
  object,
  optional,
  optionalOrNull,
  problemsOf,
  text,
  type Declaration,
  type Declared,
} from '../format'
import { readQuantity, typedQuantity, type Unit } from '../number'
import type { Problem } from '../network'

/** How far a reading may be off: a part of it, and an amount in SI units. */
export interface Accuracy {
  readonly part: number
  readonly amount: number
}

/** Without a meter: 1 % of the reading, and half a unit of its last digit. */
const usualPart = 0.01

/**
 * The accuracy that is taken where no meter is named.
 *
 * @param lastDigit what the last digit of the reading stands for, in SI units
 */
export function usualAccuracy(lastDigit: number): Accuracy {
  return { part: usualPart, amount: lastDigit / 2 }
}

/** The accuracy of a range: per cent of the reading, and counts of its last digit. */
export function allowance(meter: Pick<Meter, 'counts'>, range: Range): Accuracy {
  // A display is never nearer than half of its last digit.
  return { part: range.percent / 100, amount: Math.max(0.5, range.counts) * resolutionOf(meter, range) }
}

/** One range of a meter, its values in SI units. */
export interface Range {
  /** The largest reading it holds. */
  readonly to: number
  /** The accuracy: so many per cent of the reading and so many counts. */
  readonly percent: number
  readonly counts: number
  /** What lies in the path while a current is measured, in ohms; 0 otherwise. */
  readonly shunt: number
}

/** A meter as data; its ranges from the smallest up. */
export interface Meter {
  readonly name: string
  /** How many steps the display has. */
  readonly counts: number
  /** `resistance` is the meter's own, in ohms. */
  readonly voltage: { readonly resistance: number; readonly ranges: readonly Range[] }
  /** `fuse` in amperes; Infinity without one. */
  readonly current: { readonly fuse: number; readonly ranges: readonly Range[] }
  readonly resistance: { readonly ranges: readonly Range[] }
}

/** Read widely: null is as good as absent, though the format has it not. */
function orNull<D extends Declaration<unknown>>(declaration: D) {
  const { schema, judge } = declaration
  return optional<Declared<D>>({ schema, judge: (value, at, say) => value === null || judge(value, at, say) })
}
const rangeFields = (unit: Unit) => ({
  to: typedQuantity(unit),
  percent: orNull(number({ least: 0, most: 50 }, 'percent must be a number from 0 to 50')),
  counts: orNull(number({ least: 0, most: 1000 }, 'counts must be a number from 0 to 1000')),
})
const ranges = <T>(range: Declaration<T>) => list(range, { least: 1, most: 12 }, 'it needs 1 to 12 ranges')

/** A meter as plain JSON, quantities as they were typed: the open format `nodrel-meter`. */
export const meterDeclaration = object(
  {
    format: optional(head('nodrel-meter').format),
    version: optional(head('nodrel-meter').version),
    name: orNull(text({ most: 60 }, 'the name must have at most 60 characters')),
    counts: number(
      { least: 100, most: 10_000_000, isWhole: true },
      'the counts must be a whole number from 100 to 10000000',
    ),
    voltage: object(
      {
        resistance: orNull(about("The meter's own, 10M unless told otherwise.", typedQuantity('Ω'))),
        ranges: ranges(object(rangeFields('V'))),
      },
      'it needs 1 to 12 ranges',
    ),
    current: object(
      {
        fuse: optionalOrNull(typedQuantity('A')),
        ranges: ranges(
          object({ ...rangeFields('A'), shunt: about('What lies in the path on this range.', typedQuantity('Ω')) }),
        ),
      },
      'it needs 1 to 12 ranges',
    ),
    resistance: object({ ranges: ranges(object(rangeFields('Ω'))) }, 'it needs 1 to 12 ranges'),
  },
  'a meter is an object',
)
export type MeterDocument = Declared<typeof meterDeclaration>

export type ReadMeter =
  | { readonly ok: true; readonly meter: Meter }
  | { readonly ok: false; readonly problems: readonly Problem[] }

/** Reads a meter that was parsed from JSON, every fault at once. */
export function readMeter(raw: unknown): ReadMeter {
  if (!isDeclared(meterDeclaration, raw)) {
    const problems = problemsOf(meterDeclaration, raw).map(({ at, message }): Problem => {
      // What is said of all ranges of a function belongs to that.
      const field = at === '' ? 'meter' : at.replace(/\.ranges$/, '')
      return { part: 'meter', field, message }
    })
    return { ok: false, problems: problems.slice(0, 20) }
  }
  const { name, counts, voltage, current, resistance } = raw
  type RangeDocument = Declared<typeof meterDeclaration>['resistance']['ranges'][number]
  const rangesOf = (all: readonly (RangeDocument & { readonly shunt?: string | number })[], unit: Unit): Range[] =>
    all
      .map(({ to, percent, counts: digits, shunt }) => ({
        to: valueOf(to, unit),
        percent: percent ?? 0,
        counts: digits ?? 0,
        shunt: shunt === undefined ? 0 : valueOf(shunt, 'Ω'),
      }))
      .sort((a, b) => a.to - b.to)
  return {
    ok: true,
    meter: {
      name: name?.trim() || 'meter',
      counts,
      voltage: { resistance: valueOf(voltage.resistance ?? '10M', 'Ω'), ranges: rangesOf(voltage.ranges, 'V') },
      current: {
        fuse: current.fuse === undefined || current.fuse === null ? Infinity : valueOf(current.fuse, 'A'),
        ranges: rangesOf(current.ranges, 'A'),
      },
      resistance: { ranges: rangesOf(resistance.ranges, 'Ω') },
    },
  }
}

/** What was typed, and has been judged, in SI units. */
function valueOf(typed: string | number, unit: Unit): number {
  const read = readQuantity(typed, unit)
  return read.ok ? read.value : NaN
}

/** What the last digit of a range stands for: the least power of ten at which its counts reach its end. */
export function resolutionOf({ counts }: Pick<Meter, 'counts'>, { to }: Pick<Range, 'to'>): number {
  return 10 ** Math.ceil(Math.log10(to / counts) - 1e-9)
}

/** Whether a value is beyond a range, whatever its sign. */
export function isOver({ to }: Pick<Range, 'to'>, value: number): boolean {
  return !(Math.abs(value) <= to * (1 + 1e-9))
}

/** The smallest range that holds a value; the largest where none does. */
export function fullest(ranges: readonly Range[], value: number): Range {
  return ranges.find((range) => !isOver(range, value)) ?? ranges[ranges.length - 1]
}

/** Two made-up meters: one as schools have it, one a workshop would choose. */
export const meters: readonly MeterDocument[] = [
  {
    format: 'nodrel-meter',
    version: 1,
    name: '6,000 counts',
    counts: 6000,
    voltage: {
      resistance: '10M',
      ranges: [
        { to: '600 mV', percent: 0.5, counts: 3 },
        { to: '6 V', percent: 0.5, counts: 3 },
        { to: '60 V', percent: 0.5, counts: 3 },
        { to: '600 V', percent: 0.8, counts: 3 },
      ],
    },
    current: {
      fuse: '10 A',
      ranges: [
        { to: '6 mA', shunt: '33', percent: 1, counts: 3 },
        { to: '60 mA', shunt: '3.3', percent: 1, counts: 3 },
        { to: '600 mA', shunt: '0.33', percent: 1, counts: 3 },
        { to: '6 A', shunt: '0.02', percent: 1.5, counts: 3 },
      ],
    },
    resistance: {
      ranges: [
        { to: '600', percent: 0.9, counts: 2 },
        { to: '6k', percent: 0.9, counts: 2 },
        { to: '60k', percent: 0.9, counts: 2 },
        { to: '600k', percent: 0.9, counts: 2 },
        { to: '6M', percent: 1.5, counts: 3 },
        { to: '60M', percent: 3, counts: 5 },
      ],
    },
  },
  {
    format: 'nodrel-meter',
    version: 1,
    name: '2,000 counts, school',
    counts: 2000,
    voltage: {
      resistance: '1M',
      ranges: [
        { to: '200 mV', percent: 0.8, counts: 2 },
        { to: '2 V', percent: 0.8, counts: 2 },
        { to: '20 V', percent: 0.8, counts: 2 },
        { to: '200 V', percent: 1, counts: 2 },
      ],
    },
    current: {
      fuse: '200 mA',
      ranges: [
        { to: '2 mA', shunt: '100', percent: 1.2, counts: 2 },
        { to: '20 mA', shunt: '10', percent: 1.2, counts: 2 },
        { to: '200 mA', shunt: '1', percent: 1.5, counts: 2 },
      ],
    },
    resistance: {
      ranges: [
        { to: '200', percent: 1, counts: 3 },
        { to: '2k', percent: 1, counts: 2 },
        { to: '20k', percent: 1, counts: 2 },
        { to: '200k', percent: 1, counts: 2 },
        { to: '2M', percent: 1.5, counts: 3 },
      ],
    },
  },
]

/** How many steps displays usually have. */
export const usualCounts = [2000, 4000, 6000, 20_000, 50_000] as const

/** What a display with more steps is usually worth, as accuracy of V, A and Ω; made up, to be overwritten by one's own. */
const usualAccuracies: Readonly<
  Record<(typeof usualCounts)[number], { readonly percent: number; readonly counts: number }>
> = {
  2000: { percent: 0.8, counts: 2 },
  4000: { percent: 0.7, counts: 3 },
  6000: { percent: 0.5, counts: 3 },
  20_000: { percent: 0.1, counts: 4 },
  50_000: { percent: 0.05, counts: 5 },
}
/** What a shunt usually drops at the end of its range, in volts. */
const usualBurden = 0.2

/** A usual meter by the steps of its display, to be changed into one's own. */
export function usualMeter(counts: (typeof usualCounts)[number]): MeterDocument {
  const lead = Number(String(counts)[0])
  const { percent, counts: digits } = usualAccuracies[counts]
  const accuracy = (times = 1) => ({ percent: Number((times * percent).toPrecision(2)), counts: digits })
  const amperes = [1e-3, 1e-2, 1e-1].map((decade) => {
    const to = lead * decade
    return {
      to: `${Number((to * 1e3).toPrecision(3))} mA`,
      shunt: String(Number((usualBurden / to).toPrecision(2))),
      ...accuracy(2),
    }
  })
  return {
    format: 'nodrel-meter',
    version: 1,
    name: `${counts.toLocaleString('en')} counts`,
    counts,
    voltage: {
      resistance: '10M',
      ranges: [`${lead}00 mV`, `${lead} V`, `${lead}0 V`, `${lead}00 V`].map((to) => ({ to, ...accuracy() })),
    },
    current: { fuse: '10 A', ranges: [...amperes, { to: '10 A', shunt: '0.01', ...accuracy(3) }] },
    resistance: {
      ranges: [`${lead}00`, `${lead}k`, `${lead}0k`, `${lead}00k`, `${lead}M`, `${lead}0M`].map((to, i) => ({
        to,
        ...accuracy(i < 4 ? 1.5 : 3),
      })),
    },
  }
}
