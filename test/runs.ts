/**
 * How many runs a property has: as many as tell most faults within seconds, and so many times that where `RUNS` says so
 * (`RUNS=10 npm run unit`).
 */
export const runs = (few: number): number => few * Number(process.env.RUNS ?? 1)

/** So many of a list, evenly spread over it; all of them where `RUNS` says so. */
export function spread<T>(all: readonly T[], few: number): readonly T[] {
  const count = Math.min(all.length, runs(few))
  return Array.from({ length: count }, (_, i) => all[Math.floor((i * all.length) / count)])
}
