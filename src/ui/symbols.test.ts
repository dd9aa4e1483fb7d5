import { turned } from './symbols'

test('places along and across a symbol are turned clockwise about its middle', () => {
  const level = turned(100, 50, 0)
  expect(level(20, -7)).toBe('120,43')
  const upright = turned(100, 50, 90)
  expect(upright(20, -7)).toBe('107,70')
  const slant = turned(0, 0, 45)
  expect(slant(10, 0)).toBe('7.07,7.07')
})
