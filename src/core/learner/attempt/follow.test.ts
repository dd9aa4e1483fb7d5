import { countArbitrary, countFollowed } from '../../../../test/follower'
import { sitesOf, slipAt } from '../../../../test/judged'
import { typed } from '../../../../test/learner'
import { randomNumbers } from '../../../../test/randomNetwork'
import { runs, spread } from '../../../../test/runs'
import { kinds } from '../../../../test/slipKinds'
import { wordSentence } from '../../worksheet'
import { play } from './index'

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

test('no remark names as wrong a value that is the right one', () => {
  let named = 0
  for (let seed = 0; seed < runs(12); seed++) {
    const random = randomNumbers(seed + 3)
    const { sites } = sitesOf(seed, 4 + (seed % 7), 3 + (seed % 2))
    for (const site of spread(sites, 8))
      for (const kind of kinds) {
        const wrong = slipAt(site, kind)
        if (wrong === null) continue
        const after = play(site.position, site.move(typed(wrong, site.quantity, 3, random)))
        const { verdict, reasons, element } = after.judgements[after.judgements.length - 1]
        if (verdict !== 'wrong' || element === null) continue
        const { truth, names } = after
        for (const [, letter, name, sign, by] of reasons
          .map(wordSentence)
          .join(' ')
          .matchAll(/([VI])\(([^ ]+)\) ([·/]) ([^ ,;:()]+)/g)) {
          const [factor, over] = [names.indexOf(name), names.indexOf(by)]
          if (factor < 0 || over < 0 || site.quantity === 'resistance') continue
          named++
          const quantity = letter === 'V' ? 'voltage' : 'current'
          const [F, R] = [truth[quantity][factor] ?? NaN, truth.resistance[over] ?? NaN]
          const gives = sign === '·' ? F * R : F / R
          const right = truth[site.quantity][element] ?? NaN
          // The product of voltage and resistance is no voltage: of other formulas the number may be the same by chance.
          if ((letter === 'I') === (sign === '·') && (site.quantity === 'voltage') === (letter === 'I'))
            expect([name, by, Math.abs(gives / right - 1) > 1e-6]).toEqual([name, by, true])
        }
      }
  }
  expect(named).toBeGreaterThan(runs(100))
})
