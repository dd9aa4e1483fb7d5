import { placeOn, resistorOutline, sourcePlates } from './symbols'

test('places along and across a symbol are turned clockwise about its middle', () => {
  expect(placeOn({ x: 100, y: 50 })(20, -7)).toEqual({ x: 120, y: 43 })
  expect(placeOn({ x: 100, y: 50, angle: 90 })(20, -7)).toEqual({ x: 107, y: 70 })
  expect(placeOn({ x: 0, y: 0, angle: 45 })(10, 0)).toEqual({ x: 7.07, y: 7.07 })
})

test('a symbol ends where its line goes on', () => {
  const lying = { x: 50, y: 20, length: 40 }
  const teeth = resistorOutline(lying, 'zigzag')
  expect([teeth[0], teeth[7]]).toEqual([
    { x: 30, y: 20 },
    { x: 70, y: 20 },
  ])
  expect(resistorOutline(lying, 'box').map(({ x }) => x)).toEqual([30, 70, 70, 30])
  const [plus, minus] = sourcePlates({ x: 0, y: 0, length: 8, angle: 90 })
  expect(plus[0].y).toBe(-4)
  expect(minus[0].y).toBe(4)
  expect(Math.abs(plus[0].x - plus[1].x)).toBe(2 * Math.abs(minus[0].x - minus[1].x))
})
