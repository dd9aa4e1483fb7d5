import { countArbitrary, countFollowed } from '../../../../test/follower'
import { runs } from '../../../../test/runs'

test('what follows from the paper is never wrong, and hardly ever asked about', () => {
  const { answers, asked, wrong } = countFollowed(runs(60))
  expect(wrong).toEqual([])
  expect(answers).toBeGreaterThan(10 * runs(60))
  expect(asked / answers).toBeLessThan(0.02)
})

test('what follows from nothing hardly ever passes', () => {
  const { made, passed } = countArbitrary(runs(30))
  expect(made).toBeGreaterThan(10 * runs(30))
  expect(passed / made).toBeLessThan(0.015)
})
