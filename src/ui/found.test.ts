import { firstShown, namedLike, valueOf } from './found'

test('a name is found by its words, in any order, without case and accents', () => {
  expect(namedLike('Tilt sensor bridge', 'tilt')).toBe(true)
  expect(namedLike('Tilt sensor bridge', 'BRIDGE tilt')).toBe(true)
  expect(namedLike('Étagère', 'etage')).toBe(true)
  expect(namedLike('Tilt sensor bridge', 'tilt lamp')).toBe(false)
  expect(namedLike('anything', '')).toBe(true)
})

test('what Enter takes is what is shown first', () => {
  const networks = [
    { id: 'b', title: 'Map lamps' },
    { id: 'a', title: '' },
  ]
  expect(firstShown(networks, [{ name: 'Undo' }])).toBe('Map lamps b')
  expect(valueOf(networks[1])).toBe('a')
  expect(firstShown([], [{ name: 'Undo' }, { name: 'Redo' }])).toBe('Undo')
  expect(firstShown([], [])).toBeNull()
})
