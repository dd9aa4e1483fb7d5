import { network } from '../../../test/documents'
import { sheetAt } from '../../../test/worked'
import { wire } from './nodes'
import { reduce } from './reduction'
import { findExchanges } from './exchange'

test('every delta and every wye of a bridge is found, deltas first; the supply’s ends are no centre', () => {
  const wiring = wire(network(['E1 A D 10', 'R1 A B 1', 'R2 A C 2', 'R3 B C 3', 'R4 B D 4', 'R5 C D 5']))
  const found = findExchanges(sheetAt(reduce(wiring), wiring, 0), wiring.rank)
  expect(found.map(({ kind, members }) => [kind, [...members].sort((a, b) => a - b).join('')])).toEqual([
    ['delta', '012'],
    ['delta', '234'],
    ['wye', expect.stringMatching(/^(124|023)$/)],
    ['wye', expect.stringMatching(/^(124|023)$/)],
  ])
})
