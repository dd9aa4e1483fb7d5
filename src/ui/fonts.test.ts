import { inRange } from './fonts'

test('a font face is taken along if its range holds a letter that is used', () => {
  const latin = 'U+0000-00FF, U+0131, U+2000-206F'
  expect(inRange('R', latin)).toBe(true)
  expect(inRange('Ω', latin)).toBe(false)
  expect(inRange('Ω', 'U+0370-03FF')).toBe(true)
  expect(inRange('‖', latin)).toBe(true)
  expect(inRange('ı', latin)).toBe(true)
  expect(inRange('Ω', 'U+3??')).toBe(true)
  expect(inRange('Ω', '')).toBe(true)
})
