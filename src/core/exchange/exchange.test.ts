import { network } from '../../../test/documents'
import { exact, type ExactNumber } from '../arithmetic'
import { wire } from '../nodes'
import { reduce, sheetAt } from '../reduction'
import { exchanged, findExchanges, valuesBefore, type Exchange } from '.'

const number = (text: string) => exact.from({ value: 0, exact: text })
const text = (n: ExactNumber | null) => n && exact.toAmount(n).exact
const delta: Exchange = { kind: 'delta', members: [0, 1, 2], corners: [10, 11, 12] }
const wye: Exchange = { kind: 'wye', members: [0, 1, 2], corners: [10, 11, 12], centre: 13 }

/** Resistances of what takes the place, as `10-13 1/3`; the new centre is `*`. */
function placed(exchange: Exchange, R: readonly string[]): string[] {
  return exchanged(exchange, R.map(number), exact).map(
    ({ from, to, resistance }) => `${from}-${to ?? '*'} ${text(resistance)}`,
  )
}

test('a delta’s legs are the product of the sides beside the corner over the sum of all', () => {
  // Sides 10–11: 1 Ω, 11–12: 2 Ω, 12–10: 3 Ω, in all 6 Ω.
  expect(placed(delta, ['1', '2', '3'])).toEqual(['10-* 1/2', '11-* 1/3', '12-* 1'])
  expect(placed(delta, ['3', '3', '3'])).toEqual(['10-* 1', '11-* 1', '12-* 1'])
  expect(placed(delta, ['0', '0', '0'])).toEqual(['10-* 0', '11-* 0', '12-* 0'])
})

test('a wye’s sides are the products of legs, all summed, over the leg that is opposite', () => {
  // Legs 1, 2, 3 Ω: 1·2 + 2·3 + 3·1 = 11.
  expect(placed(wye, ['1', '2', '3'])).toEqual(['10-11 11/3', '10-12 11/2', '11-12 11'])
})

test('there and back again gives the same resistances', () => {
  const legs = exchanged(delta, ['4', '5', '9'].map(number), exact).map(({ resistance }) => resistance)
  const sides = exchanged(wye, legs, exact).map(({ resistance }) => text(resistance))
  expect(sides).toEqual(['4', '9', '5']) // 10–11, 10–12, 11–12
})

test('a leg of 0 Ω makes its corner the centre', () => {
  expect(placed(wye, ['4', '0', '7'])).toEqual(['10-11 4', '12-11 7'])
})

test('a star of four becomes a mesh of six', () => {
  const star: Exchange = { kind: 'wye', members: [0, 1, 2, 3], corners: [10, 11, 12, 13], centre: 14 }
  // 1 + 1/2 + 1/2 + 1 = 3
  expect(placed(star, ['1', '2', '2', '1'])).toEqual([
    '10-11 6',
    '10-12 6',
    '10-13 3',
    '11-12 12',
    '11-13 6',
    '12-13 6',
  ])
})

describe('values come back', () => {
  const back = (exchange: Exchange, R: readonly string[], after: readonly (readonly [string, string | null])[]) => {
    const values = after.map(([V, I]) => ({ voltage: number(V), current: I === null ? null : number(I) }))
    const resistances = R.map(number)
    return valuesBefore(exchange, resistances, exchanged(exchange, resistances, exact), values, exact).map(
      ({ voltage, current }) => [text(voltage), text(current)],
    )
  }
  test('to a delta as differences between its legs', () => {
    // Legs carry 2 A, −1 A and −1 A: 1 V, −1/3 V, −1 V across them.
    expect(
      back(
        delta,
        ['1', '2', '3'],
        [
          ['1', '2'],
          ['-1/3', '-1'],
          ['-1', '-1'],
        ],
      ),
    ).toEqual([
      ['4/3', '4/3'],
      ['2/3', '1/3'],
      ['-2', '-2/3'],
    ])
  })
  test('to a side of 0 Ω by the current law at its corner', () => {
    // Sides 0, 2 and 2 Ω: legs 0, 0 and 1 Ω. 3 A in at the first corner, 1 A at the second, 4 A out at the third.
    expect(
      back(
        delta,
        ['0', '2', '2'],
        [
          ['0', '3'],
          ['0', '1'],
          ['-4', '-4'],
        ],
      ),
    ).toEqual([
      ['0', '1'],
      ['4', '2'],
      ['-4', '-2'],
    ])
  })
  test('to a wye as what leaves its corners', () => {
    expect(
      back(
        wye,
        ['1', '2', '3'],
        [
          ['11/3', '1'],
          ['11/2', '1'],
          ['11', '1'],
        ],
      ),
    ).toEqual([
      ['2', '2'],
      ['0', '0'],
      ['-6', '-2'],
    ])
    expect(
      back(
        wye,
        ['1', '2', '3'],
        [
          ['11/3', null],
          ['11/2', '1'],
          ['11', '1'],
        ],
      )[0],
    ).toEqual(['0', null])
  })
})

test('every delta and every wye of a bridge is found, deltas first; the supply’s ends are no centre', () => {
  const wiring = wire(network(['E1 A D 10', 'R1 A B 1', 'R2 A C 2', 'R3 B C 3', 'R4 B D 4', 'R5 C D 5']))
  const found = findExchanges(sheetAt(reduce(wiring), wiring, 0), wiring.place)
  expect(found.map(({ kind, members }) => [kind, [...members].sort((a, b) => a - b).join('')])).toEqual([
    ['delta', '012'],
    ['delta', '234'],
    ['wye', expect.stringMatching(/^(124|023)$/)],
    ['wye', expect.stringMatching(/^(124|023)$/)],
  ])
})
