import { bandsOf, type Band, type View } from '../plan'
import { lawsAmong, type LawFound } from './laws'
import type { LaidReading } from './lay'

export const verdictCodes = ['agrees', 'outside', 'against', 'scale', 'reversed', 'over', 'unknown'] as const
export type VerdictCode = (typeof verdictCodes)[number]

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
}

/** The powers of ten that a slip of range or prefix makes. */
const mostPower = 9

/**
 * The verdict on each reading: within its band it agrees, unless a law that the readings beside it decide speaks against it.
 * Outside it, it looks like a slip where its opposite or a power of ten of it would lie within, and no law confirms it as it
 * stands.
 */
export function judgeReadings(view: View, laid: readonly LaidReading[]): JudgedReading[] {
  const reads = laid.flatMap(({ read }) => (read ? [read] : []))
  const bands = bandsOf(view, reads)
  const bandOf = laid.map(({ read }) => (read ? bands[reads.indexOf(read)] : null))
  const laws = lawsAmong(view, laid)
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
    const law = against.get(i)
    if (isWithin(band, value.value))
      return law ? { index, band, verdict: 'against', law } : { index, band, verdict: 'agrees' }
    if (isWithin(band, -value.value) && !isConfirmed(i, -value.value)) return { index, band, verdict: 'reversed' }
    const power = powerOff(band, value.value)
    if (power !== null && !isConfirmed(i, value.value / 10 ** power)) return { index, band, verdict: 'scale', power }
    return law ? { index, band, verdict: 'against', law } : { index, band, verdict: 'outside' }
  })
}

/** Whether a value lies within a band. */
export function isWithin({ min, max }: Pick<Band, 'min' | 'max'>, value: number): boolean {
  return value >= min && value <= max
}

/** The power of ten by which a reading is off, whatever its sign; null where none brings it into its band. */
export function powerOff(band: Pick<Band, 'min' | 'max'>, value: number): number | null {
  if (value === 0) return null
  for (let size = 1; size <= mostPower; size++)
    for (const power of [size, -size]) if (isWithin(band, value / 10 ** power)) return power
  return null
}
