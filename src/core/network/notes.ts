import { readQuantity } from '../number'
import { finding, type Finding } from '../structure'
import type { Network } from './network'

/** A tolerance as it stands on a part, `5 %`, `±1%`, `0,5 %`, as a part of the value; null where it is none below 100 %. */
export function readTolerance(typed: string | number | undefined): number | null {
  if (typeof typed !== 'string' || typed.length > 20) return null
  const match = /^(?:±\s*)?(\d+(?:[.,]\d*)?|[.,]\d+)\s*%$/.exec(
    typed.trim().replaceAll('\u2009', ' ').replaceAll('\u00a0', ' '),
  )
  if (!match) return null
  const percent = Number(match[1].replace(',', '.'))
  return percent < 100 ? percent / 100 : null
}

/** A power rating as it stands on a part, `1/4 W`, `0.5 W`, `250 mW`, in watts; null where it is none above 0. */
export function readRating(typed: string | number | undefined): number | null {
  if (typeof typed !== 'string') return null
  const read = readQuantity(typed, 'W')
  return read.ok && read.unit === 'W' && read.value > 0 ? read.value : null
}

/** What is noted of resistors as a tolerance or rating and is none: it is kept, and counts as missing. */
export function unreadNotes({ parts }: Network): Finding[] {
  return parts.flatMap((part) => {
    if (part.kind !== 'resistor') return []
    const { name, tolerance, rating } = part
    const found: Finding[] = []
    const isThere = (note: string | number | undefined) => note !== undefined && String(note).trim() !== ''
    if (isThere(tolerance) && readTolerance(tolerance) === null) found.push(finding('unread-tolerance', [name], []))
    if (isThere(rating) && readRating(rating) === null) found.push(finding('unread-rating', [name], []))
    return found
  })
}

/** A tolerance as it is written: `5 %`. */
export function toleranceText(part: number): string {
  return `${Number((100 * part).toPrecision(4))} %`
}
