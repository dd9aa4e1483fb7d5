import { isWithin, powerOff, readValue } from '@/core/bench'
import type { LogRow } from './laid'
import { benchText } from './words'

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
  if (isWithin(band, -value)) return { typed, meant: say(-value), why: 'looks as if the leads were reversed' }
  const power = powerOff(band, value)
  if (power === null) return null
  const slip = Math.abs(power) % 3 === 0 ? 'a lost prefix' : 'a range or a power of ten'
  return { typed, meant: say(value / 10 ** power), why: `looks like ${slip}` }
}
