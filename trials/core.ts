import type { Row } from '../speed/measure'
import { mutatedDocument } from '../test/mutate'
import { goTheWholeWay } from '../test/wholeWay'

/** Mutated documents through everything that takes one: none may throw, none may take two seconds. */
export function coreRows(): Row[] {
  const count = 50_000
  const longest = 2000
  const thrown: string[] = []
  let slowest = 0
  for (let seed = 0; seed < count; seed++) {
    const began = performance.now()
    try {
      goTheWholeWay(mutatedDocument(seed))
    } catch (error) {
      thrown.push(`seed ${seed}: ${(error as Error).message}`)
    }
    slowest = Math.max(slowest, performance.now() - began)
  }
  thrown.slice(0, 10).forEach((it) => console.error(it))
  return [
    {
      what: `mutated documents through the core, of ${count}: thrown`,
      measured: String(thrown.length),
      wanted: '0',
      holds: thrown.length === 0,
    },
    { what: '  the slowest', measured: `${slowest.toFixed(0)} ms`, wanted: '≤ 2000 ms', holds: slowest <= longest },
  ]
}
