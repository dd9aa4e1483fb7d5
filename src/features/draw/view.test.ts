import { bringIn, edgePull, fit, nearestPeg, panBy, toBoard, toScreen, zoomAt, type View } from './view'

const view: View = { zoom: 2, shift: { x: 10, y: -20 } }

test('the screen and the board are two sides of one view', () => {
  expect(toScreen(view, { x: 5, y: 15 })).toEqual({ x: 20, y: 10 })
  expect(toBoard(view, { x: 20, y: 10 })).toEqual({ x: 5, y: 15 })
})

test('what is under the pointer stays there while zooming, and zoom has its ends', () => {
  const near = zoomAt(view, 1.5, { x: 20, y: 10 })
  expect(near.zoom).toBe(3)
  expect(toBoard(near, { x: 20, y: 10 })).toEqual({ x: 5, y: 15 })
  expect(zoomAt(view, 100, { x: 0, y: 0 }).zoom).toBe(4)
  expect(zoomAt(view, 0.001, { x: 0, y: 0 }).zoom).toBe(0.15)
})

test('a large drawing fits into the window, a small one stands near the corner, not enlarged', () => {
  const large = fit({ x: -100, y: 0, width: 2000, height: 500 }, 1016, 800)
  expect(large.zoom).toBe(0.5)
  expect(toScreen(large, { x: -100, y: 0 })).toEqual({ x: 8, y: 120 })
  const small = fit({ x: 0, y: 0, width: 100, height: 200 }, 1000, 800)
  expect(small).toEqual({ zoom: 1, shift: { x: 120, y: 120 } })
})

test('a place that is out of sight is brought in, one that is seen moves nothing', () => {
  expect(bringIn(view, { x: 200, y: 100 }, 1000, 800)).toBe(view)
  expect(toScreen(bringIn(view, { x: 600, y: 100 }, 1000, 800), { x: 600, y: 100 })).toEqual({ x: 940, y: 180 })
  expect(panBy(view, { x: 1, y: 2 }).shift).toEqual({ x: 11, y: -18 })
})

test('the nearest peg', () => {
  expect(nearestPeg({ x: 61, y: -19 })).toEqual({ x: 2, y: -0 })
})

test('near an edge the board is pulled away from it, the more the nearer; elsewhere not at all', () => {
  const pull = (x: number, y: number, from = { x: 400, y: 300 }) => edgePull({ x, y }, from, 800, 600)
  expect(pull(400, 300)).toBeNull()
  expect(pull(796, 300)?.x).toBeLessThan(-5)
  expect(pull(2, 300)?.x).toBeGreaterThan(5)
  expect(pull(400, -50)).toEqual({ x: 0, y: 9 })
  expect(pull(400, 10)?.y).toBeGreaterThan(pull(400, 20)?.y ?? 0)
  // What was begun near an edge pans only once it is led nearer.
  expect(pull(15, 300, { x: 15, y: 300 })).toBeNull()
  expect(pull(3, 300, { x: 15, y: 300 })?.x).toBeGreaterThan(0)
})
