import { document, network, networkOf, worked } from '../../../../test/documents'
import { randomNetwork } from '../../../../test/randomNetwork'
import { roughNodes, wire } from './index'

const labelsOf = (texts: readonly string[], more = {}) =>
  wire(network(texts, more)).nodes.map(({ points }) => points.join(''))
const findingsOf = (texts: readonly string[]) =>
  wire(network(texts)).findings.map(({ code, parts, nodes }) => `${code} ${parts.join()} @${nodes.join()}`)

test('nodes are numbered as the current meets them, whatever the listed order', () => {
  expect(labelsOf(worked)).toEqual(['A', 'B', 'M', 'C', 'D'])
  expect(labelsOf(['R5 C D 1', 'R3 M C 20', 'R4 C B 15', 'R2 B M 10', 'R1 B A 1.5', 'E1 A D 12'])).toEqual([
    'A',
    'B',
    'M',
    'C',
    'D',
  ])
})

test('points joined by wire are one node', () => {
  expect(labelsOf(['E1 A D 12', 'W1 A B', 'R1 B C 5', 'W2 C D', 'W3 D X'])).toEqual(['AB', 'DCX'])
})

test('the 0 V node stands last, and can be any', () => {
  expect(labelsOf(worked, { reference: 'B' })).toEqual(['A', 'M', 'C', 'D', 'B'])
})

test('junctions are where three or more current-carrying parts meet', () => {
  const { nodes } = wire(network([...worked, 'R6 M Q 5']))
  expect(nodes.filter(({ junction }) => junction).map(({ points }) => points.join())).toEqual(['B', 'C'])
})

test('a resistor whose both ends reach one node is shorted', () => {
  expect(findingsOf([...worked, 'R6 A A 5', 'W1 B B2', 'R7 B B2 5'])).toEqual(['shorted R6 @1', 'shorted R7 @2'])
})

test('a dead end is a whole dangling subnetwork, chains and loops included', () => {
  expect(findingsOf([...worked, 'R6 M X 1', 'R7 X Y 1', 'R8 Y X 1', 'R9 B Z 1'])).toEqual(
    ['dead-end R9 @2', 'dead-end R6,R7,R8 @3'].reverse(),
  )
  expect(findingsOf([...worked, 'W1 B X', 'W2 X Y'])).toEqual(['dead-end W1,W2 @2'])
})

test('what no path joins to the source is cut off', () => {
  expect(findingsOf([...worked, 'R6 X Y 1', 'R7 Y Z 1', 'W1 P Q'])).toEqual(['cut-off R6,R7 @5,6,7', 'cut-off W1 @8'])
})

test('a supply that 0 Ω closes is open; one whose ends are one node is shorted', () => {
  expect(findingsOf(['E1 A D 12', 'R1 A B 1', 'R2 D C 1'])).toEqual(['open-supply E1,R1,R2 @1,4'])
  expect(findingsOf(['E1 A D 12', 'W1 A D', 'R1 A B 1'])).toEqual(['shorted-supply E1 @2'])
})

test('findings say what to do', () => {
  const [finding] = wire(network([...worked, 'R6 M X 1'])).findings
  expect(finding.message).toBe(
    'R6 is a dead end: current can enter at node 3 but finds no way on. Remove it, or join the free end.',
  )
})

test('in random networks the current never runs to a lower place, and every point has one node', () => {
  for (let seed = 0; seed < 200; seed++) {
    const random = networkOf(randomNetwork(seed, 1 + (seed % 15), { clutter: true }))
    const wiring = wire(random)
    expect(wiring.nodes.flatMap(({ points }) => points).sort()).toEqual(
      [...new Set(random.parts.flatMap(({ from, to }) => [from, to]))].sort(),
    )
    expect(wiring.reference).toBe(wiring.nodes.length - 1)
    // Every live node but the last has a live resistor to a higher place, every one but the first to a lower.
    const up = new Set<number>()
    const down = new Set<number>()
    for (const part of wiring.live) {
      const [a, b] = [wiring.from[part], wiring.to[part]].sort((x, y) => wiring.rank[x] - wiring.rank[y])
      up.add(a)
      down.add(b)
    }
    const live = new Set([...up, ...down])
    for (const node of live) {
      if (node !== wiring.finish) expect(up.has(node)).toBe(true)
      if (node !== wiring.start) expect(down.has(node)).toBe(true)
    }
  }
})

test('a chain of 20,000 dangling resistors is one dead end', () => {
  const chain = Array.from({ length: 20_000 }, (_, i) => `X${i} q${i} q${i + 1} 1`)
  const { findings } = wire(networkOf(document([...worked, 'R9 B q0 1', ...chain])))
  expect(findings).toHaveLength(1)
  expect(findings[0].parts).toHaveLength(20_001)
})

test('nodes are lettered when wanted, on from Z with AA', () => {
  const chain = Array.from({ length: 27 }, (_, i) => `R${i} p${i} p${i + 1} 1`)
  const { nodes } = wire(network(['E1 p0 p27 5', ...chain]), 'letters')
  expect(nodes.map(({ label }) => label).slice(24)).toEqual(['Y', 'Z', 'AA', 'AB'])
})

test('of two labels for one node the first listed point’s counts, and no two nodes share one', () => {
  const labelled = (labels: Record<string, string>) =>
    wire(network([...worked, 'W1 B X'], { sketch: { labels } })).nodes.map(({ label }) => label)
  expect(labelled({ X: 'in', B: 'mid' })).toEqual(['1', 'mid', '2', '3', '4'])
  expect(labelled({ A: 'in', D: 'in' })).toEqual(['in', '1', '2', '3', '4'])
  expect(labelled({ M: '1', gone: '2' })).toEqual(['2', '3', '1', '4', '5'])
})

test('parts that make no network yet have nodes all the same, in the order of their points', () => {
  const parts = document(['R1 A B 1', 'W1 C B', 'R2 D E 2']).parts
  expect(roughNodes(parts, 'letters', { E: 'out' })).toEqual([
    { label: 'A', points: ['A'] },
    { label: 'B', points: ['B', 'C'] },
    { label: 'C', points: ['D'] },
    { label: 'out', points: ['E'] },
  ])
})
