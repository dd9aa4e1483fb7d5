import { network, networkOf } from '../../../test/documents'
import { randomBridges, randomNetwork } from '../../../test/randomNetwork'
import { linesOf, up, worksheetOf } from '../../../test/worked'
import { runs } from '../../../test/runs'
import type { Network, WorksheetChoices } from '../network'
import { formulaText } from './explain'
import {
  accountForCheck,
  accountForPowers,
  accountForWay,
  amountAt,
  waysTo,
  withoutRounding,
  type Found,
  type Worksheet,
} from '.'

const paper = { carry: 'paper', figures: 3 } as const

const sheet = (of: Network, choices: WorksheetChoices = paper) => worksheetOf(of, choices)

/** A way to a value by a method, with the lines of what it needs. */
function by(
  worksheet: Worksheet,
  of: number,
  method: Found['method'],
  needs: readonly (readonly ['resistance' | 'voltage', number])[],
  value: number,
): Found {
  const uses = needs.map(([quantity, id]) => worksheet.derivation.found[quantity][id] as number)
  return { quantity: 'voltage', of, method, uses, signs: [], amount: { value, rounded: true }, isOpen: false }
}

// 10 V on 3 Ω and 4 Ω: I = 1.42857 A, written 1.43 A; V = 4.29 V and 5.72 V, which add to 10.01 V.
const two = network(['E1 A C 10', 'R1 A B 3', 'R2 B C 4'])

test('drops that add to 10.01 V are 10 V within rounding, and the current brought it in', () => {
  const worksheet = sheet(two)
  const account = accountForCheck(worksheet, 2)
  expect(account?.difference).toBeCloseTo(0.01, 10)
  expect(account).toMatchObject({ explained: true, most: { quantity: 'current', written: 1.43 } })
  expect(account?.most?.before).toBeCloseTo(10 / 7, 10)
  // 7 · 0.00143 A of the 0.01 V.
  expect(account?.most?.share).toBeCloseTo(1, 1)
  expect(accountForPowers(worksheet)?.explained).toBe(true)
})

test('what the written values add to is shown in full', () => {
  const check = up(sheet(two), 0)?.check
  expect(check && formulaText(check, 3)).toBe('4.29 V + 5.72 V = 10.01 V ≈ 10 V')
})

test('another way that gives another number is explained', () => {
  const worksheet = sheet(two)
  const divider = waysTo(worksheet, 'voltage', 1).find(({ found }) => found.method === 'voltage-divider')
    ?.found as Found
  const account = accountForWay(worksheet, divider)
  expect(account?.difference).toBeCloseTo(-0.01, 10) // 10 · 4/7 = 5.71 V, against 5.72 V
  expect(account?.explained).toBe(true)
})

test('a difference that is larger than rounding can make is not explained', () => {
  const worksheet = sheet(two)
  // What is left of 10 V when the drop of R1 is taken away belongs to R2, not to R1.
  const exchanged = accountForWay(
    worksheet,
    by(
      worksheet,
      0,
      'rest',
      [
        ['voltage', 2],
        ['voltage', 0],
      ],
      5.71,
    ),
  )
  expect(exchanged?.explained).toBe(false)
})

test('exact values need no account, and each one on paper has its exact one beside it', () => {
  expect(accountForCheck(sheet(two, {}), 2)).toBeNull()
  expect(withoutRounding(sheet(two, {}))).toBeNull()
  expect(amountAt(withoutRounding(sheet(two)) as Worksheet, 'current', 0)).toMatchObject({ exact: { n: 10n, d: 7n } })
})

/** Holds that rounding explains every check and every way of a worksheet; how many of them differ. */
function explainsAll(worksheet: Worksheet, seed: number): number {
  let differences = 0
  worksheet.elements.forEach((_, id) => {
    const account = accountForCheck(worksheet, id)
    if (account && account.difference !== 0) differences++
    if (account) expect([seed, id, account.explained]).toEqual([seed, id, true])
    for (const quantity of ['voltage', 'current', 'power'] as const)
      for (const { found } of waysTo(worksheet, quantity, id))
        expect([seed, id, found.method, accountForWay(worksheet, found)?.explained ?? true]).toEqual([
          seed,
          id,
          found.method,
          true,
        ])
  })
  expect(accountForPowers(worksheet)?.explained ?? true).toBe(true)
  return differences
}

test('beyond bridges, and in only what is asked, rounding is accounted for too', () => {
  let differences = 0
  for (let seed = 0; seed < runs(10); seed++) {
    const worksheet = sheet(networkOf(randomBridges(seed, 3 + (seed % 4))), { ...paper, beyond: 'yes' })
    differences += explainsAll(worksheet, seed)
    const asked = [{ quantity: 'current', of: 'R2' }] as const
    explainsAll(sheet(networkOf(randomNetwork(seed, 6)), { ...paper, asked, expand: 'divider' }), seed)
  }
  expect(differences).toBeGreaterThan(runs(5))
})

test('in random networks rounding explains every check and every way on paper', () => {
  let differences = 0
  for (let seed = 0; seed < runs(30); seed++) {
    const worksheet = sheet(networkOf(randomNetwork(seed, 2 + (seed % 9))), {
      ...paper,
      figures: seed % 2 === 0 ? 3 : 4,
      expand: (['ohm', 'divider', 'ratio'] as const)[seed % 3],
    })
    differences += explainsAll(worksheet, seed)
  }
  expect(differences).toBeGreaterThan(runs(50))
})

test('on paper what is known inside stays as it is given, and the lines outward come out', () => {
  const texts = ['E1 A D', 'R1 A B 3k3', 'R2 B C 12k', 'R3 C D 2k7', 'R4 C D 5k6', 'R5 B D 6k8']
  const of = network(texts, { known: { part: 'R4', quantity: 'current', value: '1.25 mA' } })
  for (const outward of ['no', 'yes'] as const) {
    for (const expand of ['ohm', 'divider', 'ratio'] as const) {
      const worksheet = sheet(of, { ...paper, outward, expand, rest: 'yes' })
      expect(amountAt(worksheet, 'current', 3)?.value).toBe(0.00125)
      expect(amountAt(worksheet, 'voltage', 3)?.value).toBe(7)
      const [first] = linesOf(worksheet, 'known')
      expect(formulaText(first.formula, 3)).toBe('V[R4] = 1.25 mA · 5.6 kΩ = 7 V')
      explainsAll(worksheet, 0)
    }
  }
})
