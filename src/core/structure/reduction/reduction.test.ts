import fc from 'fast-check'
import { network, networkOf, worked } from '../../../../test/documents'
import { ladder, randomNetwork } from '../../../../test/randomNetwork'
import { sheetAt } from '../../../../test/worked'
import { runs } from '../../../../test/runs'
import { wire } from '../nodes'
import {
  combine,
  findGroups,
  judge,
  leavesOf,
  nameElements,
  reduce,
  reduceUnordered,
  type Order,
  type Sheet,
} from './index'

const orders: readonly Order[] = ['single', 'rounds', 'pairs']

function stepsOf(texts: readonly string[], order: Order) {
  const net = network(texts)
  const reduction = reduce(wire(net), order)
  const names = nameElements(
    reduction,
    net.parts.map(({ name }) => name),
  )
  return reduction.steps.map(
    ({ kind, members, result, round }) =>
      `${round}: ${members.map((member) => names[member]).join(' ')} ${kind} ${names[result]}`,
  )
}

test('one group a sheet, deepest inside first', () => {
  expect(stepsOf(worked, 'single')).toEqual([
    '0: R2 R3 series R2+3',
    '1: R2+3 R4 parallel (R2+3)‖4',
    '2: R1 (R2+3)‖4 R5 series Req',
  ])
})

test('a round takes every group that the sheet offers, as far as it goes', () => {
  expect(
    stepsOf(
      [...worked, 'R6 B C 30', 'R7 D2 D 4', 'R8 D2 D 4', 'R9 A0 A 1'].map((t) =>
        t.replace('E1 A D', 'E1 A0 D').replace('R5 C D', 'R5 C D2'),
      ),
      'rounds',
    ),
  ).toEqual([
    '0: R9 R1 series R9+1',
    '0: R4 R6 parallel R4‖6',
    '0: R7 R8 parallel R7‖8',
    '0: R2 R3 series R2+3',
    '1: R5 R7‖8 series R5+7‖8',
    '1: R2+3 R4‖6 parallel (R2+3)‖4‖6',
    '2: R9+1 (R2+3)‖4‖6 R5+7‖8 series Req',
  ])
})

test('pairs join two at a time', () => {
  expect(stepsOf(worked, 'pairs')).toEqual([
    '0: R2 R3 series R2+3',
    '1: R2+3 R4 parallel (R2+3)‖4',
    '2: R1 (R2+3)‖4 series R1+(2+3)‖4',
    '3: R1+(2+3)‖4 R5 series Req',
  ])
})

test('a single resistor needs no step', () => expect(stepsOf(['E1 A B 5', 'R1 A B 1'], 'single')).toEqual([]))

test('names of equivalents are short and never used twice', () => {
  const net = network(['E1 A Z 5', 'Req A B 1', 'LongResistorName1 B C 1', 'LongResistorName2 C Z 1', 'R4 B Z 2'])
  const names = nameElements(
    reduce(wire(net)),
    net.parts.map(({ name }) => name),
  )
  expect(names).toEqual(['Req', 'LongResistorName1', 'LongResistorName2', 'R4', 'Req1', 'Req1‖4', 'Req′'])
})

/** Combines what `findGroups` offers, sheet after sheet, and gives the number of sheets. */
function byHand(sheet: Sheet, everything: boolean): { left: number; sheets: number } {
  let id = 10_000
  let sheets = 0
  for (let groups = findGroups(sheet); groups.length > 0; groups = findGroups(sheet)) {
    for (const group of everything ? groups : groups.slice(0, 1)) sheet = combine(sheet, group, id++)
    sheets++
  }
  return { left: sheet.elements.length, sheets }
}

test('in random networks each order takes groups that its sheets offer, and nothing is left to combine', () => {
  for (let seed = 0; seed < runs(60); seed++) {
    const wiring = wire(networkOf(randomNetwork(seed, 2 + (seed % 14), { clutter: true })))
    for (const order of orders) {
      const reduction = reduce(wiring, order)
      let done = 0
      while (done < reduction.steps.length) {
        const sheet = sheetAt(reduction, wiring, done)
        const offered = findGroups(sheet).map(({ kind, members }) => `${kind} ${[...members].sort().join()}`)
        const round = reduction.steps.filter((step) => step.round === reduction.steps[done].round)
        for (const { kind, members } of round) {
          if (order !== 'pairs') expect(offered).toContain(`${kind} ${[...members].sort().join()}`)
          expect(judge(sheet, members).verdict).toBe(kind)
        }
        if (order === 'rounds') expect(round).toHaveLength(offered.length)
        if (order === 'pairs') expect(round.every(({ members }) => members.length === 2)).toBe(true)
        done += round.length
      }
      expect(findGroups(sheetAt(reduction, wiring, done))).toEqual([])
      expect(reduction.left).toHaveLength(1)
      expect(leavesOf(reduction, reduction.left[0])).toEqual(wiring.live)
    }
    expect(byHand(sheetAt(reduce(wiring), wiring, 0), false).left).toBe(1)
    expect(byHand(sheetAt(reduce(wiring), wiring, 0), true).sheets).toBe(
      new Set(reduce(wiring, 'rounds').steps.map(({ round }) => round)).size,
    )
  }
})

test('every element runs with the current from its `from` to its `to`', () => {
  for (let seed = 0; seed < 60; seed++) {
    const wiring = wire(networkOf(randomNetwork(seed, 12)))
    for (const order of orders) {
      const { from, to } = reduce(wiring, order)
      from.forEach((node, id) => expect(wiring.rank[node]).toBeLessThan(wiring.rank[to[id]]))
    }
  }
})

test('a ladder of 29,998 resistors reduces without recursion', () => {
  const wiring = wire(networkOf(ladder(29_998)))
  expect(reduce(wiring).left).toHaveLength(1)
  expect(reduceUnordered(wiring).left).toHaveLength(1)
})

const bridge = ['E1 A Z 12', 'R1 A B 1', 'R2 A C 2', 'R3 B C 3', 'R4 B Z 4', 'R5 C Z 5']

test('a bridge is left after all that can be done', () => {
  const wiring = wire(network([...bridge, 'R6 B C 1', 'R7 Z Y 1'].map((t) => t.replace('E1 A Z', 'E1 A Y'))))
  const reduction = reduce(wiring)
  expect(reduction.steps).toHaveLength(1)
  expect(reduction.left).toHaveLength(6)
  expect(findGroups(sheetAt(reduction, wiring, 1))).toEqual([])
})

describe('verdicts', () => {
  const wiring = wire(network(worked)) // nodes: A B M C D; elements: R1 R2 R3 R4 R5
  const reduction = reduce(wiring)
  const sheet = sheetAt(reduction, wiring, 0)
  const inSeries = { kind: 'series', members: [{ element: 1 }, { element: 2 }] }
  const besideIt = { kind: 'parallel', members: [{ step: 0 }, { element: 3 }] }

  test('series: one current and no other way', () => {
    expect(judge(sheet, [2, 1])).toEqual({
      verdict: 'series',
      members: [1, 2],
      through: [],
      nodes: [2],
      isApart: false,
    })
  })
  test('parallel: both ends on the same nodes', () => {
    expect(judge(sheetAt(reduction, wiring, 1), [3, 5])).toEqual({
      verdict: 'parallel',
      members: [3, 5],
      nodes: [1, 3],
    })
  })
  test('not yet: a third part leaves, and what to combine first', () => {
    expect(judge(sheet, [0, 1])).toEqual({
      verdict: 'neither',
      pair: [0, 1],
      obstacle: { code: 'part-leaves', node: 1, others: [3], between: [] },
      later: { first: [inSeries, besideIt], then: 'series' },
    })
  })
  test('one end shared, another stands between', () => {
    expect(judge(sheet, [1, 3])).toEqual({
      verdict: 'neither',
      pair: [1, 3],
      obstacle: { code: 'part-leaves', node: 1, others: [0], between: [2] },
      later: { first: [inSeries], then: 'parallel' },
    })
  })
  test('apart', () => expect(judge(sheet, [0, 2])).toMatchObject({ verdict: 'neither', obstacle: { code: 'apart' } }))
  test('the supply between', () => {
    const two = wire(network(['E1 A Z 12', 'R1 A B 1', 'R2 B Z 2', 'R3 A C 3', 'R4 C Z 4']))
    expect(judge(sheetAt(reduce(two), two, 0), [0, 2])).toMatchObject({
      obstacle: { code: 'supply-between', others: [] },
    })
  })
  test('all that is combined before two meet is said, each group once those inside it are', () => {
    let more = 0
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1e6 }), fc.integer({ min: 3, max: 12 }), (seed, size) => {
        const of = wire(networkOf(randomNetwork(seed, size)))
        let on: Sheet = sheetAt(reduce(of), of, 0)
        if (on.elements.length < 2) return
        const [a, b] = [on.elements[seed % on.elements.length], on.elements[(seed * 7 + 1) % on.elements.length]]
        if (a === b) return
        const verdict = judge(on, [a.id, b.id])
        if (verdict.verdict !== 'neither') return
        const { first = [], then } = verdict.later ?? {}
        const ids: number[] = []
        const takes = new Map<number, number>()
        first.forEach(({ kind, members }, i) => {
          const here = members.map((it) => ('step' in it ? ids[it.step] : it.element))
          expect(judge(on, here)).toMatchObject({ verdict: kind, ...(kind === 'series' && { through: [] }) })
          ids.push(1000 + i)
          for (const id of here) takes.set(id, 1000 + i)
          on = combine(on, { kind, members: here }, 1000 + i)
        })
        const at = (id: number): number => (takes.has(id) ? at(takes.get(id) as number) : id)
        expect(judge(on, [at(a.id), at(b.id)]).verdict).toBe(then)
        if (first.length > 1) more += 1
      }),
      { numRuns: runs(100) },
    )
    expect(more).toBeGreaterThan(runs(8))
  })
  test('a path may be chosen by its ends', () => {
    const three = wire(network(['E1 A D 12', 'R1 A B 1', 'R2 B C 2', 'R3 C D 3']))
    expect(judge(sheetAt(reduce(three), three, 0), [0, 2])).toEqual({
      verdict: 'series',
      members: [0, 1, 2],
      through: [1],
      nodes: [1, 2],
      isApart: false,
    })
  })
  test('three of which two fit', () => {
    expect(judge(sheet, [1, 2, 3])).toMatchObject({ verdict: 'neither', pair: [1, 3] })
  })
  test('in a bridge no step brings two together', () => {
    const stuck = wire(network(bridge))
    const verdict = judge(sheetAt(reduce(stuck), stuck, 0), [0, 1])
    expect(verdict).toMatchObject({ verdict: 'neither', obstacle: { code: 'supply-between' } })
    expect(verdict).toHaveProperty('later', undefined)
  })
  test('fewer than two, or what is not on the sheet, is a mistake of the program', () => {
    expect(() => judge(sheet, [1, 1])).toThrow(RangeError)
    expect(() => judge(sheet, [1, 99])).toThrow(RangeError)
  })
})
