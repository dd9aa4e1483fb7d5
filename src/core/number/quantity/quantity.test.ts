import fc from 'fast-check'
import {
  figureCount,
  inFormat,
  quantityProblem,
  equalText,
  exactOf,
  quantityText,
  readQuantity,
  digitsOfRatio,
  nearestNumber,
  writeQuantity,
  writeWithPrefix,
  type Figures,
  type Unit,
} from './index'

const ohms = (typed: unknown) => {
  const read = readQuantity(typed, 'Ω')
  return read.ok ? read.exact : read.problem
}

test.each([
  ['470', '470'],
  ['470R', '470'],
  ['4k7', '4700'],
  ['0R47', '47/100'],
  ['1M5', '1500000'],
  ['2.2k', '2200'],
  ['2.2 kΩ', '2200'],
  ['2.2 k\u2126', '2200'],
  ['33 ohm', '33'],
  ['1e3', '1000'],
  ['2.5E-3', '1/400'],
  ['3/2', '3/2'],
  ['3/2 kΩ', '1500'],
  ['1M', '1000000'],
  ['1m', '1/1000'],
  ['10µ', '1/100000'],
  ['10μ', '1/100000'],
  ['10u', '1/100000'],
  ['3n', '3/1000000000'],
  ['7p', '7/1000000000000'],
  ['1G', '1000000000'],
  ['.5', '1/2'],
  ['5.', '5'],
  ['+5', '5'],
  [' 5 ', '5'],
  ['0', '0'],
  [0, '0'],
  [0.1, '1/10'],
  [1e21, '1000000000000000000000'],
  ['0.1', '1/10'],
  // A prefix belongs to the number at which it stands; apart, to the whole.
  ['10/0.598k', '5/299'],
  ['10k/4', '2500'],
  ['10/4k7', '1/470'],
  ['1e3/2e2', '5'],
  // Small letters, and a comma that can only be a decimal sign.
  ['100r', '100'],
  ['0r47', '47/100'],
  ['2.2 KOHM', '2200'],
  ['33 ω', '33'],
  ['4,7k', '4700'],
  ['2,2', '11/5'],
  ['0,125', '1/8'],
  ['1234,567', '1234567/1000'],
  ['0,5/1,5', '1/3'],
])('%p is read as %s ohms, exactly', (typed, exact) => expect(ohms(typed)).toBe(exact))

test.each([
  ['-5', 'negative'],
  ['', 'empty'],
  ['  ', 'empty'],
  [undefined, 'missing'],
  ['abc', 'not-a-number'],
  ['4k7k', 'not-a-number'],
  ['4k7 k', 'not-a-number'],
  ['10k k', 'not-a-number'],
  ['0x10', 'not-a-number'],
  [{}, 'not-a-number'],
  [NaN, 'not-a-number'],
  ['12,000', 'comma'],
  ['4,700k', 'comma'],
  ['1,2,3', 'comma'],
  ['12,345,678', 'comma'],
  ['Infinity', 'infinite'],
  ['∞', 'infinite'],
  [Infinity, 'infinite'],
  ['1/0', 'infinite'],
  ['1e999999999', 'out-of-range'],
  ['1e200', 'out-of-range'],
  ['5 V A', 'two-units'],
  ['5 Ω V', 'two-units'],
  ['5 V', 'wrong-unit'],
  ['9'.repeat(101), 'too-long'],
])('%p is refused as %s', (typed, problem) => expect(ohms(typed)).toBe(problem))

test('a unit must be the one that is wanted', () => {
  expect(readQuantity('13.8 V', 'V')).toEqual({ ok: true, exact: '69/5', value: 13.8, unit: 'V' })
  expect(readQuantity('250mA', 'A')).toEqual({ ok: true, exact: '1/4', value: 0.25, unit: 'A' })
  expect(readQuantity('4k7', 'V')).toEqual({ ok: false, problem: 'wrong-unit' })
  expect(readQuantity('5 W', null)).toEqual({ ok: true, exact: '5', value: 5, unit: 'W' })
  expect(readQuantity('9v', 'V')).toEqual({ ok: true, exact: '9', value: 9, unit: 'V' })
  expect(readQuantity('250ma', null)).toEqual({ ok: true, exact: '1/4', value: 0.25, unit: 'A' })
  expect(readQuantity('2 Mw', 'W')).toEqual({ ok: true, exact: '2000000', value: 2e6, unit: 'W' })
})

test.each([
  ['4,7k', '4.7k'],
  ['9v', '9V'],
  ['100r', '100R'],
  ['4r7', '4R7'],
  ['250 ma ', '250 mA '],
  ['33 Ohms', '33 ohms'],
  ['2.2 kΩ', '2.2 kΩ'],
  ['10 W', '10 W'],
  ['12,000', '12,000'],
  ['3 or 4 r', '3 or 4 r'],
])('%p is spelled %p in the open formats', (typed, text) => expect(inFormat(typed)).toBe(text))

test('the spelling of the formats means the same', () => {
  const typed = fc
    .tuple(
      fc.nat(9999),
      fc.constantFrom('', ',5', ',25', '.75', 'r3', 'k2'),
      fc.constantFrom('', ' ', 'k', ' m'),
      fc.constantFrom('', 'v', 'R', 'w', 'ohm'),
    )
    .map((pieces) => pieces.join(''))
  fc.assert(fc.property(typed, (text) => expect(readQuantity(inFormat(text), null)).toEqual(readQuantity(text, null))))
})

test('a refusal says what was typed and what would be accepted', () => {
  expect(quantityProblem('negative', '-5', 'Ω')).toBe('“-5” is negative; a resistance here is 0 or more')
  expect(quantityProblem('not-a-number', 'x', 'A')).toContain('250 mA')
  expect(quantityProblem('not-a-number', { toString: false }, 'A')).toContain('“{"toString":false}” is not a number')
})

test.each([
  ['48/7', 'Ω', 4, '6.857 Ω'],
  ['24/25', 'A', 4, '960 mA'],
  ['4700', 'Ω', 3, '4.7 kΩ'],
  ['999999', 'Ω', 3, '1.00 MΩ'],
  ['9995', 'Ω', 3, '10.0 kΩ'],
  // 12/745.3 A: the 0 is the fourth figure. 16.1 mA is exact, and says so by being short.
  ['120/7453', 'A', 4, '16.10 mA'],
  ['161/10000', 'A', 4, '16.1 mA'],
  ['161000000000000001/10000000000000000000', 'A', 4, '16.10 mA'],
  ['1005/1000', 'V', 3, '1.01 V'],
  ['-16/5', 'V', 4, '−3.2 V'],
  ['0', 'W', 6, '0 W'],
  ['1/3', 'A', 6, '333.333 mA'],
  ['25/2', 'Ω', 'fraction', '25/2 Ω'],
  ['1234567890123/1234567', 'Ω', 'fraction', '1.00000 MΩ'],
  ['1/1000000000000000', 'A', 3, '1e-15 A'],
] as const)('%s %s with %s figures is written %s', (exact, unit, figures, text) => {
  const [n, d = '1'] = exact.split('/')
  expect(quantityText({ value: Number(n) / Number(d), exact: exactOf(exact) }, unit, figures)).toBe(text)
})

test('what is written is read back within the figures shown', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 1e-11, max: 1e11, noNaN: true }),
      fc.constantFrom(3, 4, 6),
      fc.constantFrom<Unit>('Ω', 'V', 'A', 'W'),
      (value, figures, unit) => {
        const back = readQuantity(quantityText({ value }, unit, figures as 3 | 4 | 6), unit)
        if (!back.ok) throw new Error(back.problem)
        const [n, d = '1'] = back.exact.split('/')
        expect(Math.abs(Number(n) / Number(d) - value)).toBeLessThanOrEqual(0.5000001 * 10 ** (1 - figures) * value)
      },
    ),
  )
})

test('digits are rounded half away from zero on the exact value', () => {
  expect(digitsOfRatio(1005n, 1000n, 3)).toEqual({ digits: '101', exponent: 0 })
  expect(digitsOfRatio(9996n, 1n, 3)).toEqual({ digits: '100', exponent: 4 })
  expect(digitsOfRatio(1n, 3n, 4)).toEqual({ digits: '3333', exponent: -1 })
})

test('the nearest double is found however long the fraction is', () => {
  const long = 10n ** 400n
  expect(nearestNumber(long, 3n * long)).toBe(1 / 3)
  expect(nearestNumber(2n ** 80n + 1n, 2n ** 79n)).toBe(2)
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 2 ** 31 }), fc.integer({ min: 1, max: 2 ** 31 }), (n, d) => {
      expect(nearestNumber(BigInt(n) * long, BigInt(d) * long)).toBe(n / d)
    }),
  )
})

describe('decimals that repeat', () => {
  test.each([
    ['7/27', '0.(259) Ω'],
    ['1/3', '0.(3) Ω'],
    ['1/6', '0.1(6) Ω'],
    ['100/3', '33.(3) Ω'],
    ['1000/3', '333.(3) Ω'],
    ['1/7', '0.(142857) Ω'],
    // Two thirds of a milliohm, and of a kilohm.
    ['1/1500', '0.(6) mΩ'],
    ['2000/3', '666.(6) Ω'],
    ['20000/3', '6.(6) kΩ'],
    ['1/60', '16.(6) mΩ'],
    ['12.5', '12.5 Ω'],
    // 25/14 = 1.7(857142): later than six digits. 1/17 repeats after sixteen.
    ['25/14', '1.78571 Ω'],
    ['1/17', '58.8235 mΩ'],
  ] as const)('%s is %s', (exact, shown) => {
    const [n, d = '1'] = exact.split('/')
    const value = Number(n) / Number(d)
    const read = readQuantity(exact, 'Ω')
    if (!read.ok) throw new Error('refused')
    expect(quantityText({ value, exact: exactOf(read.exact) }, 'Ω', 'repeating')).toBe(shown)
  })
  test('what is rounded, or below zero', () => {
    expect(quantityText({ value: 1 / 3, rounded: true }, 'A', 'repeating')).toBe('333.333 mA')
    expect(quantityText({ value: -1 / 3, exact: exactOf('-1/3') }, 'A', 'repeating')).toBe('−0.(3) A')
    expect(writeQuantity({ value: 1 / 3, exact: exactOf('1/3') }, 'A', 'repeating').rounded).toBe(false)
  })
  test('a prefix that is not its own, where it can be read', () => {
    const inMilli = (exact: string, figures: 3 | 4) => {
      const read = readQuantity(exact, 'A')
      if (!read.ok) throw new Error('refused')
      const written = writeWithPrefix({ value: read.value, exact: exactOf(read.exact) }, 'A', figures, -3)
      return written && `${written.rounded ? '≈' : '='} ${written.number} ${written.prefix}A`
    }
    expect(inMilli('0.96/1000', 4)).toBe('= 0.96 mA')
    expect(inMilli('2/3000', 4)).toBe('≈ 0.6667 mA')
    expect(inMilli('1/30000', 3)).toBe('≈ 0.0333 mA')
    expect(inMilli('1.2', 3)).toBe('= 1200 mA')
    expect(inMilli('123456/100000', 3)).toBeNull()
    expect(inMilli('1/3000000', 3)).toBeNull()
  })
})

describe('powers of ten', () => {
  test.each([
    ['4700', 'ten:3', '4.7·10³ Ω'],
    ['0.000047', 'ten:3', '4.7·10⁻⁵ Ω'],
    ['1.23456', 'ten:4', '1.235 Ω'],
    ['123456', 'ten:6', '1.23456·10⁵ Ω'],
    ['0', 'ten:3', '0 Ω'],
    ['9999', 'ten:3', '1.00·10⁴ Ω'],
  ] as const)('%s in %s is %s', (typed, figures, shown) => {
    const read = readQuantity(typed, 'Ω')
    if (!read.ok) throw new Error('refused')
    expect(quantityText({ value: read.value, exact: exactOf(read.exact) }, 'Ω', figures)).toBe(shown)
  })
  test('what was rounded on paper has all its figures, and so has a root', () => {
    expect(quantityText({ value: 0.0161, rounded: true }, 'A', 4)).toBe('16.10 mA')
    expect(quantityText({ value: 0.0161 }, 'A', 4)).toBe('16.1 mA')
    expect(quantityText({ value: Math.sqrt(2.56000001), exact: { n: 1n, d: 10000n, root: 256000001n } }, 'V', 4)).toBe(
      '1.600 V',
    )
  })
  test('= stands before what is exact, ≈ before what is rounded', () => {
    expect(equalText({ value: 12.5, exact: exactOf('25/2') }, 'Ω', 3)).toBe('= 12.5\u2009Ω')
    expect(equalText({ value: 1 / 3, exact: exactOf('1/3') }, 'A', 3)).toBe('≈ 333\u2009mA')
    expect(equalText({ value: 1 / 3, exact: exactOf('1/3') }, 'A', 'fraction')).toBe('= 1/3\u2009A')
    expect(equalText(null, 'A', 3)).toBe('= –')
  })
  test('so many figures are counted', () => {
    expect([4, 'fraction', 'ten:3'].map((figures) => figureCount(figures as Figures))).toEqual([4, 6, 3])
  })
})
