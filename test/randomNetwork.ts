import type { NetworkDocument, PartDocument } from '@/core/network'

/** Numbers from 0 up to 1, the same for the same seed (mulberry32). */
export function randomNumbers(seed: number): () => number {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let t = Math.imul(state ^ (state >>> 15), state | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32
  }
}

const values = [
  '1',
  '1.5',
  '2.2',
  '3.3',
  '4R7',
  '10',
  '15',
  '22',
  '33',
  '47',
  '68',
  '100',
  '220',
  '470',
  '0R47',
  '1k',
  '2k2',
  '4.7 kΩ',
  '10k',
  '7/3',
]

export interface RandomOptions {
  /** Some resistors of 0 Ω. */
  readonly zeros?: boolean
  /** Wires that split points, dead ends, shorted and cut-off resistors. */
  readonly clutter?: boolean
  /** Ammeters in paths, voltmeters between points. */
  readonly meters?: boolean
  /** Some resistors have no value yet. */
  readonly open?: boolean
}

/** A random nesting of series and parallel groups with so many resistors on a 12 V source, its parts shuffled and turned. */
export function randomNetwork(seed: number, resistors: number, options: RandomOptions = {}): NetworkDocument {
  const random = randomNumbers(seed)
  const below = (n: number) => Math.floor(random() * n)
  const parts: PartDocument[] = []
  let points = 0
  const point = () => `p${points++}`
  const value = () => (options.zeros && random() < 0.15 ? '0' : values[below(values.length)])
  const resistor = (from: string, to: string) => {
    const turned = random() < 0.5
    parts.push({
      name: `R${parts.length + 1}`,
      kind: 'resistor',
      from: turned ? to : from,
      to: turned ? from : to,
      resistance: value(),
    })
  }
  // Split the count at random until single resistors are left; an explicit stack, since it may go deep.
  const start = point()
  const finish = point()
  const open = [{ from: start, to: finish, count: resistors, series: random() < 0.5 }]
  for (let item = open.pop(); item; item = open.pop()) {
    const { from, to, count, series } = item
    if (count === 1) {
      resistor(from, to)
      continue
    }
    const groups = Math.min(count, 2 + below(3))
    const counts = new Array<number>(groups).fill(1)
    for (let i = groups; i < count; i++) counts[below(groups)]++
    let here = from
    counts.forEach((inside, i) => {
      const next = !series || i === groups - 1 ? to : point()
      open.push({ from: series ? here : from, to: next, count: inside, series: !series })
      here = next
    })
  }
  if (options.clutter) clutter()
  if (options.meters) meters()
  if (options.open)
    parts.forEach(
      ({ name, kind, from, to }, i) => random() < 0.5 && (parts[i] = { name, kind, from, to } as PartDocument),
    )
  for (let i = parts.length - 1; i > 0; i--) {
    const j = below(i + 1)
    ;[parts[i], parts[j]] = [parts[j], parts[i]]
  }
  return {
    format: 'nodrel-network',
    version: 1,
    title: 'random',
    parts: [{ name: 'E1', kind: 'source', from: start, to: finish, voltage: '12 V' }, ...parts],
  }

  /** Splits a point: some part's end moves to a new point, joined by an ideal conductor. */
  function split(letter: string, kind: 'wire' | 'ammeter'): void {
    const moved = below(parts.length)
    const fresh = point()
    const [from, to] = random() < 0.5 ? [parts[moved].to, fresh] : [fresh, parts[moved].to]
    parts.push({ name: `${letter}${parts.length}`, kind, from, to })
    parts[moved] = { ...parts[moved], to: fresh }
  }

  function meters(): void {
    for (let i = 1 + below(3); i > 0; i--) split('A', 'ammeter')
    for (let i = 1 + below(2); i > 0; i--)
      parts.push({ name: `V${parts.length}`, kind: 'voltmeter', from: `p${below(points)}`, to: `p${below(points)}` })
  }

  function clutter(): void {
    const anyPoint = () => `p${below(points)}`
    for (let i = below(4); i > 0; i--) split('W', 'wire')
    if (random() < 0.5) {
      const [a, b] = [point(), point()]
      resistor(anyPoint(), a)
      resistor(a, b)
      if (random() < 0.5) resistor(b, a)
    }
    if (random() < 0.3) {
      const a = anyPoint()
      resistor(a, a)
    }
    if (random() < 0.3) resistor(point(), point())
  }
}

/** A ladder: resistors in turn along the rail and across to the − end. */
export function ladder(resistors: number, seed = 1): NetworkDocument {
  const random = randomNumbers(seed)
  const parts: PartDocument[] = [{ name: 'E1', kind: 'source', from: 'a0', to: 'z', voltage: '13.8 V' }]
  for (let i = 0; i < resistors; i++) {
    const rung = Math.floor(i / 2)
    const along = i % 2 === 0
    const resistance = values[Math.floor(random() * values.length)]
    parts.push({
      name: `R${i + 1}`,
      kind: 'resistor',
      from: along ? `a${rung}` : `a${rung + 1}`,
      to: along ? `a${rung + 1}` : 'z',
      resistance,
    })
  }
  if (resistors % 2 === 1) parts[resistors] = { ...parts[resistors], to: 'z' }
  return { format: 'nodrel-network', version: 1, title: 'ladder', parts }
}

/** A chain of so many bridges one inside or after another, with more resistors thrown across it, on a 12 V source. */
export function randomBridges(seed: number, nodes: number, { zeros = false }: RandomOptions = {}): NetworkDocument {
  const random = randomNumbers(seed)
  const below = (n: number) => Math.floor(random() * n)
  const parts: PartDocument[] = [{ name: 'E1', kind: 'source', from: 'p0', to: `p${nodes}`, voltage: '12 V' }]
  const resistor = (from: number, to: number) =>
    parts.push({
      name: `R${parts.length}`,
      kind: 'resistor',
      from: `p${from}`,
      to: `p${to}`,
      resistance: zeros && random() < 0.1 ? '0' : values[below(values.length)],
    })
  for (let node = 0; node < nodes; node++) resistor(node, node + 1)
  for (let node = 0; node + 2 <= nodes; node++) resistor(node, node + 2)
  for (let more = below(4); more > 0; more--) {
    const [a, b] = [below(nodes + 1), below(nodes + 1)]
    if (a !== b) resistor(a, b)
  }
  return { format: 'nodrel-network', version: 1, title: 'bridges', parts }
}
