import { exact, exactText, type ExactNumber } from '../../number'
import { methods, type MethodName } from '.'

const number = (text: string) => exact.from({ value: 0, exact: text })

/** What a method gives of these values, as a fraction. */
const by = (name: MethodName, ...values: readonly string[]) =>
  exactText(exact.toAmount(methods[name].work(values.map(number) as ExactNumber[], exact, [])))

test('a delta’s legs are the product of the sides beside the corner over the sum of all', () => {
  // Sides 10–11: 1 Ω, 11–12: 2 Ω, 12–10: 3 Ω, in all 6 Ω.
  const sides = ['1', '2', '3']
  expect([
    by('delta-to-wye', '1', '3', ...sides),
    by('delta-to-wye', '2', '1', ...sides),
    by('delta-to-wye', '3', '2', ...sides),
  ]).toEqual(['1/2', '1/3', '1'])
  expect(by('delta-to-wye', '3', '3', '3', '3', '3')).toBe('1')
})

test('a wye’s sides are the products of legs, all summed, over the leg that is opposite', () => {
  // Legs 1, 2, 3 Ω: 1·2 + 2·3 + 3·1 = 11.
  expect(['3', '2', '1'].map((opposite) => by('wye-to-delta', '1', '2', '3', opposite))).toEqual(['11/3', '11/2', '11'])
})

test('there and back again gives the same resistances', () => {
  const sides = ['4', '5', '9']
  const legs = [0, 1, 2].map((i) => by('delta-to-wye', sides[i], sides[(i + 2) % 3], ...sides) as string)
  // 10–11, 10–12, 11–12
  expect([2, 1, 0].map((opposite) => by('wye-to-delta', ...legs, legs[opposite]))).toEqual(['4', '9', '5'])
})

test('a star of four becomes a mesh of six', () => {
  // 1 + 1/2 + 1/2 + 1 = 3
  const legs = ['1', '2', '2', '1']
  const sides = legs.flatMap((a, i) => legs.slice(i + 1).map((b) => by('star-to-mesh', a, b, ...legs)))
  expect(sides).toEqual(['6', '6', '3', '12', '6', '6'])
})
