import { nodeLook } from './nodeInk'

test('no two nodes look alike, in their marks or in their lines', () => {
  const looks = Array.from({ length: 300 }, (_, node) => nodeLook(node))
  expect(new Set(looks.map(({ tone, shape, ring }) => `${tone} ${shape} ${ring}`)).size).toBe(300)
  expect(new Set(looks.map(({ tone, core }) => `${tone} ${core?.join()}`)).size).toBe(300)
})

test('the first eight differ by colour alone; the ninth and tenth are the first two in another shape', () => {
  expect(looks(0, 7)).toEqual(['round 0', 'round 0'])
  expect(looks(8, 9)).toEqual(['square 0', 'square 0'])
  expect([8, 9].map((node) => nodeLook(node).tone)).toEqual([0, 1].map((node) => nodeLook(node).tone))
  expect(looks(16, 24, 48)).toEqual(['cut 0', 'round 1', 'round 2'])
})

function looks(...nodes: readonly number[]): string[] {
  return nodes.map((node) => `${nodeLook(node).shape} ${nodeLook(node).ring}`)
}
