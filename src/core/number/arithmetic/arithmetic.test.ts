import { exactText } from '../quantity'
import fc from 'fast-check'
import { exact, rounded } from './index'
import { greatestCommonDivisor } from './arithmetic'

/** What was read of an exact ratio. */
const of = (ratio: string) => ({ value: NaN, exact: ratio })

const show = (a: Parameters<typeof exact.toAmount>[0]) => exactText(exact.toAmount(a))

test('1/3 + 1/6 is 1/2', () => {
  expect(show(exact.add(exact.from(of('1/3')), exact.from(of('1/6'))))).toBe('1/2')
  expect(show(exact.subtract(exact.from(of('1/3')), exact.from(of('1/2'))))).toBe('-1/6')
  expect(show(exact.divide(exact.from(of('-2/3')), exact.from(of('4/9'))))).toBe('-3/2')
  expect(show(exact.invert(exact.from(of('-2/3'))))).toBe('-3/2')
})

test('square roots stay exact', () => {
  expect(show(exact.squareRoot(exact.from(of('9/4'))))).toBe('3/2')
  const root = exact.squareRoot(exact.from(of('125/2')))
  expect(show(root)).toBe('5√10/2')
  expect(exact.toAmount(root).value).toBeCloseTo(Math.sqrt(62.5), 12)
  expect(show(exact.multiply(root, root))).toBe('125/2')
  expect(show(exact.divide(exact.from(of('5')), root))).toBe('√10/5')
  expect(show(exact.add(root, root))).toBe('5√10')
  expect(exact.compare(root, exact.from(of('8')))).toBeLessThan(0)
  expect(exact.compare(root, exact.from(of('7')))).toBeGreaterThan(0)
  expect(exact.compare(root, exact.zero)).toBeGreaterThan(0)
})

test('rounded arithmetic rounds what is written down, half away from zero', () => {
  const paper = rounded(3)
  const written = (ratio: string) => paper.toAmount(paper.write(paper.from(of(ratio)))).value
  expect(written('1/3')).toBe(0.333)
  expect(written('1005/1000')).toBe(1.01)
  expect(written('-1005/1000')).toBe(-1.01)
  expect(written('123456')).toBe(123000)
  expect(paper.toAmount(paper.write(paper.squareRoot(paper.from(of('2'))))).value).toBe(1.41)
  expect(() => rounded(0)).toThrow(RangeError)
})

test('Lehmer’s method finds the same divisor as Euclid’s', () => {
  const euclid = (a: bigint, b: bigint): bigint => (b === 0n ? a : euclid(b, a % b))
  fc.assert(
    fc.property(
      fc.bigInt({ min: 1n, max: 2n ** 300n }),
      fc.bigInt({ min: 1n, max: 2n ** 300n }),
      fc.bigInt({ min: 1n, max: 2n ** 90n }),
      (a, b, c) => {
        expect(greatestCommonDivisor(a * c, b * c)).toBe(euclid(a * c, b * c))
      },
    ),
    { numRuns: 500 },
  )
})

test('exact arithmetic obeys the laws of fractions', () => {
  const number = fc
    .tuple(fc.bigInt({ min: -(10n ** 30n), max: 10n ** 30n }), fc.bigInt({ min: 1n, max: 10n ** 30n }))
    .map(([n, d]) => exact.write(exact.divide(exact.from(of(String(n))), exact.from(of(String(d))))))
  fc.assert(
    fc.property(number, number, number, (a, b, c) => {
      const left = exact.multiply(a, exact.add(b, c))
      const right = exact.add(exact.multiply(a, b), exact.multiply(a, c))
      expect(exact.compare(left, right)).toBe(0)
      expect(show(exact.write(left))).toBe(show(right))
      expect(exact.compare(exact.subtract(exact.add(a, b), b), a)).toBe(0)
    }),
  )
})
