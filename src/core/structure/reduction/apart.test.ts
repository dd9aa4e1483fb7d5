import Fraction from 'fraction.js'
import { networkOf } from '../../../../test/documents'
import { nodeVoltages } from '../../../../test/nodeVoltage'
import { randomBridges, randomNetwork, randomNumbers } from '../../../../test/randomNetwork'
import { runs } from '../../../../test/runs'
import { sheetAt } from '../../../../test/worked'
import type { NetworkDocument } from '../../network'
import { wire } from '../nodes'
import { combine, judge, reduce, type Sheet } from './index'

/** The size of the current of each resistor, by node-voltage analysis. */
function currents(document: NetworkDocument): Map<string, string> {
  const { potential } = nodeVoltages(networkOf(document))
  return new Map(
    document.parts.flatMap((part) => {
      if (part.kind !== 'resistor') return []
      const [a, b] = [part.from, part.to].map((point) => potential.get(point) ?? new Fraction(0))
      return [
        [
          part.name,
          a
            .sub(b)
            .div(new Fraction(part.resistance ?? '1'))
            .abs()
            .toFraction(),
        ],
      ]
    }),
  )
}

/** The same network with other values, so that nothing is equal by chance. */
function withValues(document: NetworkDocument, seed: number): NetworkDocument {
  const random = randomNumbers(seed)
  return {
    ...document,
    parts: document.parts.map((part) =>
      part.kind === 'resistor' ? { ...part, resistance: String(1 + Math.floor(random() * 99_999)) } : part,
    ),
  }
}

/** The same network with a resistor before it and one behind it. */
function between(document: NetworkDocument): NetworkDocument {
  const source = document.parts.find(({ kind }) => kind === 'source')
  if (!source) return document
  return {
    ...document,
    parts: [
      ...document.parts.map((part) => (part === source ? { ...part, from: 'before', to: 'behind' } : part)),
      { kind: 'resistor', name: 'R98', from: 'before', to: source.from, resistance: '98' },
      { kind: 'resistor', name: 'R99', from: source.to, to: 'behind', resistance: '99' },
    ],
  }
}

const nameOf = (document: NetworkDocument, live: readonly number[], id: number) => document.parts[live[id]].name

test('two are in series just where they carry one current, whatever the resistances are', () => {
  let apart = 0
  for (let seed = 0; seed < runs(60); seed++) {
    const made = seed % 4 === 3 ? randomBridges(seed, 3) : randomNetwork(seed, 2 + (seed % 7))
    const document = withValues(seed % 2 === 1 ? between(made) : made, seed)
    const of = wire(networkOf(document))
    const sheet: Sheet = sheetAt(reduce(of), of, 0)
    const [one, other] = [currents(document), currents(withValues(document, seed + 1000))]
    for (const b of sheet.elements)
      for (const a of sheet.elements.slice(0, sheet.elements.indexOf(b))) {
        const [first, second] = [a, b].map(({ id }) => nameOf(document, of.live, id))
        const isOne = [one, other].every((flow) => flow.get(first) === flow.get(second))
        const verdict = judge(sheet, [a.id, b.id])
        expect([seed, first, second, verdict.verdict === 'series']).toEqual([seed, first, second, isOne])
        if (verdict.verdict !== 'series' || !verdict.isApart) continue
        apart++
        // Where they were, nothing else changes: every other pair lies as it did.
        const after = combine(sheet, { kind: 'series', members: verdict.members }, 999)
        expect(after.elements.every(({ from, to }) => from !== to)).toBe(true)
        for (const c of sheet.elements) {
          if (c === a || c === b) continue
          const before = judge(sheet, [verdict.members[0], c.id])
          expect(judge(after, [999, c.id]).verdict === 'series').toBe(before.verdict === 'series')
        }
      }
  }
  expect(apart).toBeGreaterThan(runs(20))
})
