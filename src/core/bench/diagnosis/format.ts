import {
  about,
  closed,
  flag,
  head,
  list,
  nullable,
  number,
  object,
  oneOf,
  optional,
  text,
  times,
  type Declared,
} from '../../format'
import { unreadDeclaration } from '../../structure'
import { verdictCodes } from '../readings'
import type { Measurement } from '../plan'
import { faultCodes } from './fault'

const place = number({ least: 0, isWhole: true })
const name = text({ least: 1, most: 32 })
const power = optional(about('The power of ten by which a reading is off.', number({ isWhole: true })))
const limit = about('null for what has no path.', nullable(number()))

/** What the readings say: the open format `nodrel-diagnosis`. */
export const diagnosisDeclaration = closed({
  ...head('nodrel-diagnosis'),
  readings: list(
    closed({
      index: place,
      expected: nullable(object({ nominal: limit, min: limit, max: limit })),
      verdict: oneOf(verdictCodes),
      power,
    }),
  ),
  hypotheses: list(
    closed({
      fault: oneOf(faultCodes),
      parts: list(name, { most: 2 }),
      points: optional(about('Two points that have become one; of `bridged` alone.', times(2, name))),
      value: about('The value that fits, in ohms or volts; null where the fault has none.', nullable(number())),
      reading: optional(about('Of `scale` and `reversed`: its place.', place)),
      power,
      explains: about('How many of the readings lie within its own 99 % band, of how many.', place),
      of: place,
      probability: number({ least: 0, most: 1 }),
      text: text(),
      alike: about('The places of those that no reading at hand tells from it.', list(place)),
    }),
    { least: 1 },
  ),
  next: about(
    'The measurement that would tell them apart best; null where none would.',
    nullable(
      closed({
        quantity: oneOf(['resistance', 'voltage', 'current']),
        of: optional(name),
        between: optional(times(2, name)),
        lifted: optional(flag()),
        end: optional(oneOf(['from', 'to'])),
      }),
    ),
  ),
  fits: about(
    'Whether the best hypothesis explains the readings at all; else two things are wrong, or a reading is.',
    flag(),
  ),
  tooLittle: about('There are too few readings for a verdict.', flag()),
  findings: optional(list(unreadDeclaration)),
})
type Written = Declared<typeof diagnosisDeclaration>
export type Hypothesis = Written['hypotheses'][number]
export interface Diagnosis extends Omit<Written, 'next' | 'readings' | 'findings'> {
  readonly readings: readonly (Omit<Written['readings'][number], 'expected'> & {
    /** What has no path is infinite here. */
    readonly expected: { readonly nominal: number; readonly min: number; readonly max: number } | null
  })[]
  readonly next: Measurement | null
}
