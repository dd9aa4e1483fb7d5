import Fraction from 'fraction.js'
import { analysed, of } from '../../../test/analysed'
import { document, network, networkOf, worked } from '../../../test/documents'
import { randomNetwork } from '../../../test/randomNetwork'
import { analyse } from '..'
import type { Known } from '../network'

describe('one known quantity anywhere gives the supply', () => {
  const source = worked.map((text) => text.replace(' 12 V', ''))
  test.each([
    ['E1', 'current', '24/25'],
    ['E1', 'power', '288/25'],
    ['R2', 'current', '320 mA'],
    ['R3', 'voltage', '6.4 V'],
    ['R4', 'power', '6.144 W'],
    ['R4', 'current', '0.64'],
    ['R1', 'power', '1.3824'],
  ] as const)('%s: its %s is %s', (part, quantity, value) => {
    const analysis = analysed(network(source, { known: { part, quantity, value } }))
    expect(analysis.supply).toMatchObject({
      voltage: { exact: '12' },
      current: { exact: '24/25' },
      power: { exact: '288/25' },
    })
    expect(of(analysis, 'R3')).toEqual(['32/5', '8/25', '256/125'])
  })

  test('a power whose root is not rational stays exact', () => {
    const analysis = analysed(network(source, { known: { part: 'E1', quantity: 'power', value: '5 W' } }))
    expect(analysis.supply).toMatchObject({
      voltage: { value: Math.sqrt(62.5), root: '5√10/2' },
      power: { exact: '5' },
    })
    expect(analysis.supply.voltage).not.toHaveProperty('exact')
    const powers = analysis.parts
      .filter(({ kind }) => kind === 'resistor')
      .map(({ power }) => new Fraction(power?.exact ?? NaN))
    expect(powers.reduce((a, b) => a.add(b)).toFraction()).toBe('5')
    expect(analysis.checks.every(({ holds }) => holds)).toBe(true)
  })

  test('random: any known quantity of any resistor gives the source back', () => {
    for (let seed = 0; seed < 120; seed++) {
      const random = randomNetwork(seed, 2 + (seed % 10))
      const solved = analysed(networkOf(random))
      const pick = solved.parts.filter(({ kind }) => kind === 'resistor')[seed % (solved.parts.length - 1)]
      const quantity = (['voltage', 'current', 'power'] as const)[seed % 3]
      const value = pick[quantity]?.exact?.replace('-', '') ?? ''
      if (value.length > 90) continue
      const parts = random.parts.map((part) => (part.kind === 'source' ? { ...part, voltage: undefined } : part))
      const back = analysed(networkOf({ ...random, parts, known: { part: pick.name, quantity, value } }))
      expect(back.supply.voltage?.exact).toBe('12')
    }
  })

  test('a known quantity that cannot tell is refused with the reason', () => {
    const refused = (texts: readonly string[], part: string, quantity: Known['quantity']) => {
      const result = analyse(document(texts, { known: { part, quantity, value: '1' } }))
      return result.status === 'refused' ? result.problems : []
    }
    const dead = [...source, 'R6 M X 1']
    expect(refused(dead, 'R6', 'current')).toEqual([
      { part: 'R6', field: 'known', message: expect.stringContaining('carries no current') },
    ])
    expect(refused(['E1 A C', 'R1 A B 0', 'R2 B C 5'], 'R1', 'voltage')[0].message).toContain('zero ohms')
    expect(refused(['E1 A C', 'R1 A B 0', 'R2 A B 5', 'R3 B C 5'], 'R2', 'current')[0].message).toContain(
      'beside zero ohms',
    )
    expect(refused(['E1 A C', 'R1 A B 5'], 'E1', 'current')[0].message).toContain('nothing closes')
    const through = analysed(
      network(['E1 A C', 'R1 A B 0', 'R2 A B 5', 'R3 B C 5'], {
        known: { part: 'R1', quantity: 'current', value: '1 A' },
      }),
    )
    expect(through.supply.voltage?.exact).toBe('5')
  })
})
