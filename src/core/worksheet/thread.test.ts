import fc from 'fast-check'
import { network, networkOf } from '../../../test/documents'
import { randomBridges, randomNetwork } from '../../../test/randomNetwork'
import { schools } from '../../../test/schools'
import { worksheetOf } from '../../../test/worked'
import { runs } from '../../../test/runs'
import type { PartDocument, WorksheetChoices } from '../network'
import {
  besideOnThread,
  lineName,
  lineWords,
  roundingsOf,
  sameValue,
  standsOf,
  threadOf,
  threadText,
  walkOf,
  workOut,
  type Worksheet,
} from '.'

// 20 V on R1 in front of R2 and R3 side by side, R4 behind them.
const plain = worksheetOf(network(['E1 A D 20', 'R1 A B 10', 'R2 B C 20', 'R3 B C 30', 'R4 C D 8']))

/** The line of a value by its name in words. */
function lineOf(worksheet: Worksheet, name: string): number {
  const id = worksheet.shown.find((it) => lineName(worksheet, it) === name)
  if (id === undefined) throw new Error(`${name} has no line`)
  return id
}

/** What a line uses, through all lines, found by going down from each use on its own. */
function reach(worksheet: Worksheet, id: number, reached = new Set<number>()): Set<number> {
  reached.add(id)
  for (const use of worksheet.derivation.lines[id].uses) if (!reached.has(use)) reach(worksheet, use, reached)
  return reached
}

/** Any network and any way of doing its worksheet: plain, outward, on paper, beyond a bridge, only what is asked. */
const anyWay = fc.record({
  seed: fc.integer({ min: 0, max: 1e6 }),
  size: fc.integer({ min: 1, max: 12 }),
  bridge: fc.boolean(),
  zeros: fc.boolean(),
  inside: fc.boolean(),
  school: schools,
  paper: fc.boolean(),
  asked: fc.boolean(),
})

function worked({ seed, size, bridge, zeros, inside, school, paper, asked }: Recipe): Worksheet | null {
  const made = bridge ? randomBridges(seed, 4) : randomNetwork(seed, size, { zeros })
  // Known of a resistor inside, where the source is not.
  const isInside = inside && !bridge && !zeros
  const parts = made.parts.map((part): PartDocument => {
    if (!isInside || part.kind !== 'source') return part
    const { voltage: _voltage, ...source } = part
    return source
  })
  const known = { part: 'R1', quantity: 'current', value: '2' } as const
  const choices: WorksheetChoices = {
    ...school,
    beyond: bridge ? 'yes' : 'no',
    ...(paper && { carry: 'paper', figures: 3 }),
    ...(asked && { asked: [{ quantity: 'current', of: 'R1' }] }),
  }
  const worksheet = workOut(networkOf(isInside ? { ...made, parts, known } : made), { choices })
  return 'status' in worksheet ? null : worksheet
}

type Recipe = typeof anyWay extends fc.Arbitrary<infer T> ? T : never

test('the thread of a branch current goes down the left, over the supply, and up the right', () => {
  const thread = threadOf(plain, lineOf(plain, 'I(R3)'), 'from')
  const names = thread.lines.map((id) => lineName(plain, id))
  expect(names).toEqual(['R1', 'R2', 'R3', 'R4', 'R2‖3', 'Req', 'V', 'I', 'I(R2‖3)', 'V(R2‖3)', 'V(R3)', 'I(R3)'])
  expect(walkOf(thread).map((id) => lineName(plain, id))).toEqual([...names].reverse())
  const stands = standsOf(plain.rows)
  const places = thread.lines.flatMap((id) => stands.get(id) ?? []).map(({ row, side }) => `${row} ${side}`)
  expect([...new Set(places)]).toEqual(['0 reduce', '1 reduce', 'supply reduce', '1 expand', '0 expand'])
})

test('turned round: what depends on a resistor, and what does not', () => {
  const lines = threadOf(plain, lineOf(plain, 'R4'), 'to').lines.map((id) => lineName(plain, id))
  expect(lines).toEqual(expect.arrayContaining(['R4', 'Req', 'I', 'I(R3)', 'V(R4)', 'P(R2)']))
  expect(lines).not.toContain('R2‖3')
  expect(lines).not.toContain('V')
})

test('in words, to be copied', () => {
  const id = lineOf(plain, 'I(R3)')
  const uses = besideOnThread(plain, id, 'from').map((it) => lineName(plain, it))
  expect(uses).toEqual(['V(R3)', 'R3'])
  expect(lineWords(plain, id, 'fraction').replace(/\s/g, ' ')).toBe('I(R3) = 4/15 A from V(R3) and R3')
  const text = threadText(plain, walkOf(threadOf(plain, id, 'from')), 'fraction').replace(/\s/g, ' ')
  expect(text).toMatch(/^I\(R3\) = 4\/15 A from .*; .*Req = 30 Ω from R1, R2‖3 and R4; .*R1 = 10 Ω, given$/)
  expect(text.split('; ')).toHaveLength(threadOf(plain, id, 'from').lines.length)
})

test('a value that waits for resistors says so', () => {
  const open = worksheetOf(network(['E1 A C 10', 'R1 A B 5', 'R2 B C']))
  expect(lineWords(open, lineOf(open, 'Req'), 4)).toBe('Req (no value yet) from R1 and R2')
})

test('random: a thread holds exactly what is used, and turned round exactly what uses it', () => {
  let [outward, papers, bridges, onlyAsked] = [0, 0, 0, 0]
  fc.assert(
    fc.property(anyWay, fc.nat(), (recipe, pick) => {
      const worksheet = worked(recipe)
      if (worksheet === null) return
      const { shown, derivation, rows } = worksheet
      if (shown.length === 0) return
      if (derivation.outwardPath.length > 0) outward++
      if (worksheet.choices.carry === 'paper') papers++
      if (worksheet.stages.length > 1) bridges++
      const end = shown[pick % shown.length]
      const from = threadOf(worksheet, end, 'from')
      expect(new Set(from.lines)).toEqual(reach(worksheet, end))
      // All of it is shown; each line after what it uses.
      expect(from.lines.every((id) => shown.includes(id))).toBe(true)
      expect(from.lines[from.lines.length - 1]).toBe(end)
      const to = threadOf(worksheet, end, 'to')
      expect(to.lines).toEqual(shown.filter((id) => reach(worksheet, id).has(end)))
      expect(walkOf(to)[0]).toBe(end)
      expect(walkOf(from)[0]).toBe(end)
      // Only what is given, and what stands below the valley, is in no row.
      const stands = standsOf(rows)
      for (const id of shown) {
        const { section } = derivation.lines[id]
        // Where the whole is not formed, there is no floor.
        const isFloorless = section.at === 'supply' && !rows.some(({ kind }) => kind === 'supply')
        const below = ['given', 'powers', 'potentials', 'readings'].includes(section.at) || isFloorless
        expect([id, section.at, stands.has(id) || below]).toEqual([id, section.at, true])
      }
      if (worksheet.asked?.answers.length === 1) {
        onlyAsked++
        expect(threadOf(worksheet, worksheet.asked.answers[0].line, 'from').lines).toEqual(shown)
      }
      // The same value in the same worksheet is the value itself, where it is not one of a trial.
      const { quantity, of } = derivation.lines[end]
      if (derivation.found[quantity][of] === end) expect(sameValue(worksheet, end, worksheet)).toBe(end)
    }),
    { numRuns: runs(100) },
  )
  expect(Math.min(outward, papers, bridges, onlyAsked)).toBeGreaterThan(runs(2))
})

test('a value is found again after a change, by its name', () => {
  const changed = worksheetOf(network(['E1 A D 20', 'R9 A D 5', 'R1 A B 10', 'R2 B C 20', 'R3 B C 30', 'R4 C D 80']))
  const again = sameValue(plain, lineOf(plain, 'I(R3)'), changed)
  expect(again).toBe(lineOf(changed, 'I(R3)'))
  expect(sameValue(changed, lineOf(changed, 'I(R9)'), plain)).toBeUndefined()
})

test('on paper each rounding on the thread has its share', () => {
  const of = network(['E1 A C 10', 'R1 A B 3', 'R2 B C 4'])
  const paper = worksheetOf(of, { carry: 'paper', figures: 3 })
  // I = 1.43 A for 1.42857 A is 0.00571 V too much at 4 Ω, and 5.72 V needs no more rounding.
  const rounded = roundingsOf(paper, lineOf(paper, 'V(R2)'))
  expect(rounded?.off).toBeCloseTo(5.72 - 40 / 7, 12)
  expect([...(rounded?.by ?? [])].map(([id, by]) => [lineName(paper, id), by.toFixed(6)])).toEqual([['I', '0.005714']])
  expect(roundingsOf(worksheetOf(of), 3)).toBeNull()
})

test('random: the shares of the roundings add up to the whole difference', () => {
  let some = 0
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 1e6 }), fc.integer({ min: 2, max: 12 }), schools, (seed, size, school) => {
      const worksheet = worksheetOf(networkOf(randomNetwork(seed, size)), {
        ...school,
        // A small rest of two large values is nearly all rounding: there the first order says little.
        rest: 'no',
        carry: 'paper',
        figures: 6,
      })
      for (const id of worksheet.shown) {
        const rounded = roundingsOf(worksheet, id)
        if (rounded === null) continue
        const { off, by } = rounded
        const value = Math.abs(worksheet.derivation.lines[id].amount?.value ?? 0)
        const all = [...by.values()]
        if (all.length > 1) some++
        const most = all.reduce((sum, it) => sum + Math.abs(it), 0)
        const sum = all.reduce((a, b) => a + b, 0)
        // What is left is of the second order: products of two roundings.
        expect(Math.abs(sum - off)).toBeLessThanOrEqual(1e-2 * most + 1e-10 * value)
      }
    }),
    { numRuns: runs(30) },
  )
  expect(some).toBeGreaterThan(runs(30))
})
