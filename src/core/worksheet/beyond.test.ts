import Fraction from 'fraction.js'
import { network, networkOf } from '../../../test/documents'
import { randomBridges } from '../../../test/randomNetwork'
import { compare, textOf } from '../../../test/schools'
import { worksheetOf as sheet } from '../../../test/worked'
import { runs } from '../../../test/runs'
import { exchangeText } from '../structure'
import { amountAt, type Worksheet } from '.'

/** The exchanges of a worksheet, as a document keeps them. */
const exchanges = (worksheet: Worksheet) =>
  worksheet.stages.flatMap(({ exchange }) => (exchange ? [exchangeText(exchange, worksheet)] : []))

describe('beyond series-parallel', () => {
  test('a Wheatstone bridge by a delta: as node voltages say', () => {
    const of = network(['E1 A D 10', 'R1 A B 1', 'R2 A C 2', 'R3 B C 3', 'R4 B D 4', 'R5 C D 5'])
    const worksheet = sheet(of, { beyond: 'yes' })
    expect(exchanges(worksheet)).toEqual(['delta R1 R2 R3'])
    // Legs: 1·2/6, 1·3/6 and 2·3/6.
    expect(worksheet.stages[0].exchange?.placed.map(({ id }) => textOf(amountAt(worksheet, 'resistance', id)))).toEqual(
      ['1/3', '1', '1/2'],
    )
    compare(of, worksheet)
    const wye = sheet(of, { beyond: 'yes', exchanges: ['wye R1 R3 R4'] })
    expect(wye.stages[0].exchange?.kind).toBe('wye')
    compare(of, wye)
    expect(exchanges(sheet(of, { beyond: 'yes', exchanges: ['wye no such'] }))[0]).toBe('delta R1 R2 R3')
  })
  test('random bridges agree with node-voltage equations to the fraction', () => {
    let count = 0
    for (let seed = 0; seed < runs(50); seed++) {
      const of = networkOf(randomBridges(seed, 3 + (seed % 5), { zeros: seed % 4 === 0 }))
      const worksheet = sheet(of, { beyond: 'yes' })
      if (worksheet.outcome.equivalent?.value === 0) continue
      compare(of, worksheet)
      count += exchanges(worksheet).length
      const last = worksheet.stages[worksheet.stages.length - 1]
      expect(last.left.length).toBeLessThanOrEqual(1)
      expect(worksheet.outcome.checks.every(({ holds }) => holds)).toBe(true)
    }
    expect(count).toBeGreaterThan(60)
  })
  test('currents obey Kirchhoff’s current law at every point, through zero ohms too, or are undefined', () => {
    let zeros = 0
    for (let seed = 0; seed < runs(50); seed++) {
      const of = networkOf(randomBridges(seed, 3 + (seed % 4), { zeros: true }))
      const { outcome } = sheet(of, { beyond: 'yes' })
      if (outcome.supply.current === null) continue
      const balance = new Map<string, Fraction | null>()
      of.parts.forEach(({ from, to }, i) => {
        const I = outcome.parts[i].current
        if (I && outcome.parts[i].resistance?.value === 0) zeros++
        for (const [point, sign] of [
          [from, -1],
          [to, 1],
        ] as const) {
          const sofar = balance.get(point)
          const next = sofar === null || I === null ? null : new Fraction(textOf(I) ?? NaN).mul(sign).add(sofar ?? 0)
          balance.set(point, next)
        }
      })
      for (const sum of balance.values()) if (sum !== null) expect(sum.toFraction()).toBe('0')
    }
    expect(zeros).toBeGreaterThan(20)
  })
  test('a leg of 0 Ω makes its corner the centre', () => {
    const of = network(['E1 A D 10', 'R1 A B 4', 'R2 A C 0', 'R3 B C 7', 'R4 B D 40', 'R5 C D 50'])
    const worksheet = sheet(of, { beyond: 'yes', exchanges: ['wye R2 R3 R5'] })
    const { placed = [], corners } = worksheet.stages[0].exchange ?? { corners: [] }
    // All that met there are tied to the corner of R2.
    expect(placed.map(({ id }) => textOf(amountAt(worksheet, 'resistance', id))).sort()).toEqual(['50', '7'])
    expect(corners).toContain(placed[0].to)
    compare(of, worksheet)
  })
  test('what is known inside a bridge gives the source, exactly', () => {
    const texts = ['R1 A B 1', 'R2 A C 2', 'R3 B C 3', 'R4 B D 4', 'R5 C D 5']
    const solved = sheet(network(['E1 A D 10', ...texts]), { beyond: 'yes' })
    for (const [part, quantity] of [
      ['R3', 'current'],
      ['R4', 'voltage'],
      ['R5', 'power'],
    ] as const) {
      const value = textOf(solved.outcome.parts.find(({ name }) => name === part)?.[quantity])?.replace('-', '') ?? ''
      const of = network(['E1 A D', ...texts], { known: { part, quantity, value } })
      expect(textOf(sheet(of, { beyond: 'yes' }).outcome.supply.voltage)).toBe('10')
    }
  })
})
