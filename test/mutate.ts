import { type NetworkDocument, schoolChoices } from '@/core/network'
import { samples } from '@/db/samples'
import { randomBridges, randomNetwork, randomNumbers } from './randomNetwork'

/** What stands where something sensible should: wrong kinds, edges of numbers, names that mean something to JavaScript. */
const odd: readonly unknown[] = [
  ...[null, true, false, 0, -0, -1, 1.5, 1e308, 5e-324, 2 ** 53, [], {}, [[]], [null], { a: { b: {} } }],
  ...[
    '',
    ' ',
    '0',
    '-1',
    'NaN',
    'Infinity',
    '1e999',
    '1/0',
    '0/1',
    '1e-150',
    '1e149',
    '4k7k',
    '12 V A',
    '\u0000',
    '💡',
  ],
  ...['constructor', '__proto__', 'toString', 'centre', 'n0', 'E1', 'R1', 'A', 'x'.repeat(300), '9'.repeat(100)],
]

/** Values that a resistor, a source or a known quantity may well have. */
const fair = ['0', '1', '3/7', '4k7', '0R47', '1e-150', '1e149', '123456789/987654321', 7, 0.1, '12 V', '5 mA', '2 W']

/**
 * A document as nobody would write it, the same for the same seed: a sample or a random network that makes sense, with
 * up to four things put in the place of others, doubled, dropped or joined. Many still pass the door, and those must be worked out.
 */
export function mutatedDocument(seed: number): unknown {
  const random = randomNumbers(seed)
  const below = (n: number) => Math.floor(random() * n)
  const one = <T>(of: readonly T[]): T => of[below(of.length)]
  const kind = random()
  const base: NetworkDocument =
    kind < 0.3
      ? one(samples)
      : kind < 0.6
        ? randomNetwork(seed, 1 + below(9), {
            zeros: random() < 0.5,
            clutter: random() < 0.5,
            meters: random() < 0.3,
            open: random() < 0.2,
          })
        : randomBridges(seed, 2 + below(4), { zeros: random() < 0.5 })
  const document = structuredClone(base) as unknown as Record<string, unknown>
  const parts = document.parts as Record<string, unknown>[]
  const points = () => one(parts)?.[one(['from', 'to'])]
  const changes: (() => void)[] = [
    () => (parts[below(parts.length)] = one(odd) as never),
    () => Object.assign(one(parts) ?? {}, { [one(['name', 'kind', 'from', 'to', 'resistance', 'voltage'])]: one(odd) }),
    () => Object.assign(one(parts) ?? {}, { [one(['from', 'to'])]: points() }),
    () => Object.assign(one(parts) ?? {}, { [one(['from', 'to'])]: points() }),
    () => Object.assign(one(parts) ?? {}, { resistance: one(fair) }),
    () =>
      Object.assign(one(parts) ?? {}, {
        kind: one(['resistor', 'wire', 'source', 'terminals', 'ammeter', 'voltmeter']),
      }),
    () => parts.push({ name: `W${parts.length}x`, kind: 'wire', from: points(), to: points() }),
    () =>
      parts.push({ name: `R${parts.length}x`, kind: 'resistor', from: points(), to: points(), resistance: one(fair) }),
    () => parts.push({ ...one(parts) }),
    () => parts.splice(below(parts.length), 1),
    () => know(),
    () => know(),
    () => (document.reference = random() < 0.7 ? points() : one(odd)),
    () => (document[one(Object.keys(document))] = one(odd)),
    () => (document.worksheet = school()),
    () => (document.worksheet = school()),
    () => (document.worksheet = { ...school(), [one(['ways', 'asked', 'exchanges', 'order', 'figures'])]: one(odd) }),
    () => (document.sketch = { [one(['points', 'strokes', 'labels'])]: one(odd) }),
    () => (document.sketch = { points: { [String(points())]: [below(9), one([1, -3, 1e9, 0.5])] } }),
  ]
  for (let count = below(5); count > 0; count--) one(changes)()
  return random() < 0.01 ? one(odd) : document

  /** What is known of some part in place of the source's voltage. */
  function know(): void {
    const source = parts.find((part) => part?.kind === 'source')
    if (source && random() < 0.9) delete source.voltage
    const quantity = one(['voltage', 'current', 'power'])
    document.known = { part: one(parts)?.name, quantity, value: random() < 0.8 ? one(fair) : one(odd) }
  }

  function school(): Record<string, unknown> {
    const chosen = Object.entries(schoolChoices).filter(() => random() < 0.5)
    const made: Record<string, unknown> = Object.fromEntries(
      chosen.map(([name, values]) => [name, one<unknown>(values)]),
    )
    if (random() < 0.3)
      made.asked = [0, 1].map(() => ({
        of: one(parts)?.name,
        quantity: one(['voltage', 'current', 'power', 'resistance']),
      }))
    return made
  }
}
