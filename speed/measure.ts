/** A row of the table: what was measured, the number with its unit, what is wanted of it, and whether that holds. */
export interface Row {
  readonly what: string
  readonly measured: string
  readonly wanted: string
  readonly holds: boolean | null
}

/** The median time of one call in milliseconds: warmed up, then in batches long enough for the clock. */
export function medianTime(work: () => unknown, { warm = 400, budget = 800 } = {}): number {
  const until = performance.now() + warm
  let calls = 0
  while (performance.now() < until) {
    work()
    calls++
  }
  const batch = Math.max(1, Math.round((calls / warm) * 2)) // about 2 ms a batch
  const times: number[] = []
  const end = performance.now() + budget
  while (times.length < 7 || performance.now() < end) {
    const start = performance.now()
    for (let i = 0; i < batch; i++) work()
    times.push((performance.now() - start) / batch)
  }
  return median(times)
}

export function median(numbers: readonly number[]): number {
  const sorted = [...numbers].sort((a, b) => a - b)
  return sorted[sorted.length >> 1]
}

export function time(ms: number): string {
  return ms < 1 ? `${(1000 * ms).toPrecision(3)} µs` : `${ms.toPrecision(3)} ms`
}

export function print(rows: readonly Row[]): void {
  const cells = [
    ['measured', '', 'wanted', ''],
    ...rows.map(({ what, measured, wanted, holds }) => [
      what,
      measured,
      wanted,
      holds === null ? '' : holds ? '✓' : '✗',
    ]),
  ]
  const widths = cells[0].map((_, column) => Math.max(...cells.map((row) => row[column].length)))
  for (const row of cells)
    console.log(
      row
        .map((cell, column) => (column === 1 ? cell.padStart(widths[1]) : cell.padEnd(widths[column])))
        .join('   ')
        .trimEnd(),
    )
}
