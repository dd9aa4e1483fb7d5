import { network, networkOf, worked } from '../../../test/documents'
import { randomNetwork } from '../../../test/randomNetwork'
import { currentPath } from '.'
import { wire } from '../structure'

test('the current runs from + through every part to −, divides and meets again', () => {
  const path = currentPath(network([...worked.map((text) => text.replace('R4 B C', 'R4 C B')), 'R6 M X 1']))
  expect(Object.fromEntries(path?.forwards ?? [])).toEqual({
    E1: false,
    R1: true,
    R2: true,
    R3: true,
    R4: false,
    R5: true,
  })
  expect(path?.divides).toEqual(['B'])
  expect(path?.meets).toEqual(['C'])
})

test('wires have a way too, and terminals are traced as if a source stood there', () => {
  const path = currentPath(network(['T1 A C', 'R1 A B 1', 'W1 D B', 'R2 D C 2', 'R3 A C 4']))
  expect(Object.fromEntries(path?.forwards ?? [])).toEqual({ T1: false, R1: true, W1: false, R2: true, R3: true })
  expect(path?.divides).toEqual(['A'])
})

test('a bridge and an open circuit have none', () => {
  expect(currentPath(network(['E1 A D 5', 'R1 A B 1', 'R2 A C 2', 'R3 B C 3', 'R4 B D 4', 'R5 C D 5']))).toBeNull()
  expect(currentPath(network(['E1 A D 5', 'R1 A B 1']))).toBeNull()
})

test('in random networks every resistor is passed towards a lower potential', () => {
  for (let seed = 0; seed < 60; seed++) {
    const random = networkOf(randomNetwork(seed, 1 + (seed % 15), { clutter: true }))
    const { from, to, rank } = wire(random)
    const path = currentPath(random)
    random.parts.forEach((part, i) => {
      const forwards = path?.forwards.get(part.name)
      if (part.kind === 'resistor' && forwards !== undefined) expect(forwards).toBe(rank[from[i]] < rank[to[i]])
    })
  }
})
