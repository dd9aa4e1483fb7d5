import { countArbitrary, countFollowed, followerOf } from '../../../../test/follower'
import { runs, spread } from '../../../../test/runs'
import { againstValue } from './judgeNumber'
import { paperOf } from './state'

test('what follows from the paper is never wrong, and hardly ever asked about', () => {
  const { answers, asked, wrong } = countFollowed(runs(40))
  expect(wrong).toEqual([])
  expect(answers).toBeGreaterThan(10 * runs(40))
  expect(asked / answers).toBeLessThan(0.02)
})

test('what follows from nothing hardly ever passes', () => {
  const { made, passed } = countArbitrary(runs(20))
  expect(made).toBeGreaterThan(10 * runs(20))
  expect(passed / made).toBeLessThan(0.015)
})

test('no slip that is looked for names as wrong a value that is the right one', () => {
  let named = 0
  for (let seed = 0; seed < runs(12); seed++) {
    const follower = followerOf(seed)
    follower.run()
    const { position } = follower
    const { truth, names } = position
    for (const quantity of ['voltage', 'current'] as const)
      for (const element of spread([...names.keys()], 5)) {
        const right = truth[quantity][element] ?? NaN
        for (const { how = '' } of againstValue(paperOf(position), quantity, element).guesses().singles) {
          // I(a) · b of a voltage, V(a) / b of a current.
          const [, name, by] = (quantity === 'voltage' ? /^I\((.+)\) · (\S+)$/ : /^V\((.+)\) \/ (\S+)$/).exec(how) ?? []
          const [factor, over] = [names.indexOf(name), names.indexOf(by)]
          if (factor < 0 || over < 0) continue
          named++
          const [F, R] = [
            truth[quantity === 'voltage' ? 'current' : 'voltage'][factor] ?? NaN,
            truth.resistance[over] ?? NaN,
          ]
          const gives = quantity === 'voltage' ? F * R : F / R
          expect([seed, how, names[element], Math.abs(gives / right - 1) > 1e-7]).toEqual([
            seed,
            how,
            names[element],
            true,
          ])
        }
      }
  }
  expect(named).toBeGreaterThan(runs(100))
})
