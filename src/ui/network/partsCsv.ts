import Papa from 'papaparse'
import { csvSafe } from '@/ui/download'
import type { NetworkDocument } from '@/core/network'
import { valueOf } from './partRows'

/** The parts list as CSV, which can be brought in again: name, kind, from, to, value, tolerance, rating. */
export function partsCsv({ parts }: NetworkDocument): string {
  return Papa.unparse(
    parts.map((part) => ({
      name: part.name,
      kind: part.kind,
      from: part.from,
      to: part.to,
      value: valueOf(part),
      tolerance: part.tolerance ?? '',
      rating: part.rating ?? '',
    })),
    { ...csvSafe, newline: '\n' },
  )
}
