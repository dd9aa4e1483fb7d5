import { isOnePath, probeOf, readReading, type Measurement } from '@/core/bench'
import { groupKeys, rowKey, rowsOf, type Log, type LogRow, type Planning } from '@/ui/bench/laid'
import type { RunDocument } from '@/ui/bench/run'

/** The row after one that is still to be read; from the first where none comes after; null where all are. */
export function nextOpenAfter(log: Log, key: string): string | null {
  const shown = inOrder(log)
  const at = shown.findIndex((row) => row.key === key)
  const isNext = (row: LogRow) => row.key !== key && isOpen(row)
  return (shown.slice(at + 1).find(isNext) ?? shown.find(isNext))?.key ?? null
}

/** The row that was read last. */
export function lastRead({ bench }: Planning, run: RunDocument | null): string | null {
  const when = ({ at }: RunDocument['readings'][number]) => at ?? ''
  const last = run?.readings.reduce<RunDocument['readings'][number] | null>(
    (best, it) => (best !== null && when(it) < when(best) ? best : it),
    null,
  )
  const read = last ? readReading(last, 0) : null
  return read?.ok ? rowKey(bench, read.reading.measurement) : null
}

/** The rows as they stand on the screen. */
export function inOrder(log: Log): readonly LogRow[] {
  return groupKeys.flatMap((group) => rowsOf(log, group))
}

/** Whether a row is still to be read. */
export const isOpen = ({ reading, beyond }: LogRow) => reading === null && beyond === null

/** Whether two currents are one, wherever the path is broken for them. */
export function isSamePath({ bench }: Planning, a: Measurement, b: Measurement): boolean {
  const [one, other] = [probeOf(bench, a), probeOf(bench, b)]
  return one.ok && other.ok && isOnePath(bench.built, one.probe, other.probe)
}
