import { mutatedDocument } from '../test/mutate'
import { goTheWholeWay } from '../test/wholeWay'

const count = Number(process.argv[2] ?? 3000)
const seen = new Map<string, number>()
const became = new Map<string, number>()
let slowest = 0,
  at = -1
for (let seed = 0; seed < count; seed++) {
  const began = performance.now()
  try {
    const status = goTheWholeWay(mutatedDocument(seed))
    became.set(status, (became.get(status) ?? 0) + 1)
  } catch (error) {
    const e = error as Error
    const line =
      e.message +
      ' | ' +
      (e.stack ?? '')
        .split('\n')
        .slice(1, 6)
        .map((l) => l.trim().split(' ')[1])
        .join(' < ')
    if (!seen.has(line)) console.log(seed, line)
    seen.set(line, (seen.get(line) ?? 0) + 1)
  }
  const took = performance.now() - began
  if (took > slowest) {
    slowest = took
    at = seed
  }
}
console.log([...seen], [...became], slowest, at)
