import { network, networkOf } from '../../test/documents'
import { randomNetwork } from '../../test/randomNetwork'
import { waysTo } from './expansion'
import { formulaText } from './explain'
import type { WorksheetChoices } from './network'
import { accountForCheck, accountForWay, explainKnown, explainRowUp, withoutRounding, workOut, type Worksheet } from '.'

const paper = { carry: 'paper', figures: 3 } as const

function sheet(of: Parameters<typeof workOut>[0], choices: WorksheetChoices = paper): Worksheet {
  const result = workOut(of, { choices })
  if ('status' in result) throw new Error('refused')
  return result
}

// 10 V on 3 Ω and 4 Ω: I = 1.42857 A, written 1.43 A; V = 4.29 V and 5.72 V, which add to 10.01 V.
const two = network(['E1 A C 10', 'R1 A B 3', 'R2 B C 4'])

test('drops that add to 10.01 V are 10 V within rounding, and the current brought it in', () => {
  const worksheet = sheet(two)
  const account = accountForCheck(worksheet, 0)
  expect(account?.difference).toBeCloseTo(0.01, 10)
  expect(account).toMatchObject({ explained: true, most: { quantity: 'current', written: 1.43 } })
  expect(account?.most?.before).toBeCloseTo(10 / 7, 10)
  // 7 · 0.00143 A of the 0.01 V.
  expect(account?.most?.share).toBeCloseTo(1, 1)
  expect(accountForCheck(worksheet, 'power')?.explained).toBe(true)
})

test('what the written values add to is shown in full', () => {
  const check = explainRowUp(sheet(two), 0)?.check
  expect(check && formulaText(check, 3)).toBe('4.29 V + 5.72 V = 10.01 V ≈ 10 V')
})

test('another way that gives another number is explained', () => {
  const account = accountForWay(sheet(two), 1, 'voltage', { way: 'divider', of: 2 })
  expect(account?.difference).toBeCloseTo(-0.01, 10) // 10 · 4/7 = 5.71 V, against 5.72 V
  expect(account?.explained).toBe(true)
})

test('a difference that is larger than rounding can make is not explained', () => {
  const worksheet = sheet(two)
  // What is left of 10 V when the drop of R1 is taken away belongs to R2, not to R1.
  const exchanged = accountForWay(worksheet, 0, 'voltage', { way: 'subtraction', from: 2, others: [0] })
  expect(exchanged?.explained).toBe(false)
})

test('exact values need no account, and each one on paper has its exact one beside it', () => {
  expect(accountForCheck(sheet(two, {}), 0)).toBeNull()
  expect(withoutRounding(sheet(two, {}))).toBeNull()
  expect(withoutRounding(sheet(two))?.elements[0].current).toMatchObject({ exact: '10/7' })
})

test('in random networks rounding explains every check and every way on paper', () => {
  let differences = 0
  for (let seed = 0; seed < 60; seed++) {
    const worksheet = sheet(networkOf(randomNetwork(seed, 2 + (seed % 9))), {
      ...paper,
      figures: seed % 2 === 0 ? 3 : 4,
      expand: (['ohm', 'divider', 'ratio'] as const)[seed % 3],
    })
    worksheet.reduction.steps.forEach((_, step) => {
      const account = accountForCheck(worksheet, step)
      if (account && account.difference !== 0) differences++
      expect([seed, step, account?.explained]).toEqual([seed, step, true])
    })
    const given = {
      isZeroOhm: (id: number) => worksheet.elements[id].resistance.value === 0,
      carries: (id: number) => worksheet.elements[id].current !== null,
    }
    worksheet.elements.forEach((_, id) => {
      for (const quantity of ['voltage', 'current', 'power'] as const)
        for (const way of waysTo(quantity, id, worksheet.reduction, given)) {
          const account = accountForWay(worksheet, id, quantity, way)
          expect([seed, id, way.way, account?.explained]).toEqual([seed, id, way.way, true])
        }
    })
  }
  expect(differences).toBeGreaterThan(100)
})

test('on paper what is known inside stays as it is given, and the lines outward come out', () => {
  const texts = ['E1 A D', 'R1 A B 3k3', 'R2 B C 12k', 'R3 C D 2k7', 'R4 C D 5k6', 'R5 B D 6k8']
  const of = network(texts, { known: { part: 'R4', quantity: 'current', value: '1.25 mA' } })
  for (const outward of ['no', 'yes'] as const) {
    for (const expand of ['ohm', 'divider', 'ratio'] as const) {
      const worksheet = sheet(of, { ...paper, outward, expand, rest: 'yes' })
      expect(worksheet.elements[3]).toMatchObject({ current: { value: 0.00125 }, voltage: { value: 7 } })
      for (const { resistance, voltage, current } of worksheet.elements.slice(3, 4))
        expect(voltage?.value).toBeCloseTo((current?.value ?? 0) * resistance.value, 6)
      const [first] = explainKnown(worksheet)
      expect(formulaText(first.formula, 3)).toBe('V[R4] = 1.25 mA · 5.6 kΩ = 7 V')
      worksheet.reduction.steps.forEach((_, step) => expect(accountForCheck(worksheet, step)?.explained).toBe(true))
    }
  }
})
