import fc from 'fast-check'
import Fraction from 'fraction.js'
import { document, network, networkOf, part } from '../../../test/documents'
import { nodeVoltages } from '../../../test/nodeVoltage'
import { randomBridges, randomNetwork } from '../../../test/randomNetwork'
import { schools } from '../../../test/schools'
import { worksheetOf } from '../../../test/worked'
import { runs } from '../../../test/runs'
import { e24, exact, exactText, nearestE24, nextE24, ratioOf, roundFigures } from '../number'
import type { Network, NetworkDocument } from '../network'
import {
  changesText,
  givenOf,
  knobsOf,
  lineName,
  noChanges,
  oneByOne,
  strengthsAt,
  turned,
  whichValue,
  withChanges,
  withValue,
  workChanged,
  workOut,
  type Asked,
  type Changes,
  type Knob,
  type Worksheet,
} from '.'

const parts = ['E1 A D 20', 'R1 A B 10', 'R2 B C 20', 'R3 B C 30', 'R4 C D 8']
const plain = worksheetOf(network(parts))

const lineOf = (worksheet: Worksheet, name: string) =>
  worksheet.shown.find((id) => lineName(worksheet, id) === name) as number
const knobOf = (worksheet: Worksheet, part: string) => knobsOf(worksheet).find((it) => it.part === part) as Knob
const given = (value: Fraction) => ({ value: value.valueOf(), exact: ratioOf(value) })
const which = (worksheet: Worksheet, part: string, name: string, wanted: string) =>
  whichValue(worksheet, knobOf(worksheet, part), lineOf(worksheet, name), given(new Fraction(wanted)))

/** A network with a supply of any kind, worked in any way, exactly. */
const anyNetwork = fc.record({
  seed: fc.integer({ min: 0, max: 1e6 }),
  size: fc.integer({ min: 1, max: 9 }),
  bridge: fc.boolean(),
  known: fc.constantFrom('voltage', 'current', 'power', 'inside'),
  school: schools,
})
type Recipe = typeof anyNetwork extends fc.Arbitrary<infer T> ? T : never

function documentOf({ seed, size, bridge, known }: Recipe): NetworkDocument {
  const made = bridge ? randomBridges(seed, 4) : randomNetwork(seed, size)
  if (known === 'voltage') return made
  const isInside = known === 'inside'
  return {
    ...made,
    parts: made.parts.map((it) => (it.kind === 'source' ? { ...it, voltage: undefined } : it)),
    known: { part: isInside ? 'R1' : 'E1', quantity: isInside ? 'current' : known, value: '2' },
  }
}

function workedOf(recipe: Recipe): Worksheet | null {
  const { bridge, school } = recipe
  const worksheet = workOut(networkOf(documentOf(recipe)), { choices: { ...school, beyond: bridge ? 'yes' : 'no' } })
  return 'status' in worksheet ? null : worksheet
}

describe('values one can buy', () => {
  test('the nearest, by their ratio, and the next in each direction', () => {
    expect(nearestE24(4.49).value).toBe(4.3)
    expect(nearestE24(4.55).value).toBe(4.7)
    expect(nearestE24(9600).value).toBe(10000)
    expect([nextE24(47, 1).value, nextE24(47, -1).value, nextE24(48, 1).value, nextE24(48, -1).value]).toEqual([
      51, 43, 51, 47,
    ])
    expect([nextE24(1, -1).value, nextE24(9.1, 1).value, nextE24(9.5, 1).exact]).toEqual([0.91, 10, '10'])
    expect(roundFigures(1234.5, 3)).toEqual({ value: 1230, exact: '1230' })
  })
  test('random: none is nearer, and steps lead through all of them', () => {
    fc.assert(
      fc.property(fc.double({ min: 1e-6, max: 1e9, noNaN: true }), (value) => {
        const all = Array.from({ length: 18 }, (_, decade) => e24.map((it) => it * 10 ** (decade - 8))).flat()
        const least = Math.min(...all.map((it) => Math.abs(Math.log(it / value))))
        expect(Math.abs(Math.log(nearestE24(value).value / value))).toBeCloseTo(least, 9)
        const up = nextE24(value, 1).value
        expect(up).toBeGreaterThan(value)
        expect(all.filter((it) => it > value * (1 + 1e-9) && it < up * (1 - 1e-9))).toEqual([])
        expect(nextE24(up, -1).value).toBeLessThanOrEqual(value * (1 + 1e-9))
      }),
    )
  })
})

describe('a knob is turned', () => {
  test('every value follows, and how strongly it goes with the knob', () => {
    const knob = knobOf(plain, 'R4')
    const it = turned(plain, knob, { value: 18, exact: '18' })
    const at = (name: string) => lineOf(plain, name)
    expect([it?.amounts[at('Req')], it?.amounts[at('I')]].map((amount) => amount && exactText(amount))).toEqual([
      '40',
      '1/2',
    ])
    // Req = 32 + R4 … at 8 Ω of 30 Ω: 1 % more R4 is 8/30 % more Req, and as much less current.
    const here = turned(plain, knob, knob.value)
    expect(here?.strengths[at('Req')]).toBeCloseTo(8 / 30, 12)
    expect(here?.strengths[at('I(R3)')]).toBeCloseTo(-8 / 30, 12)
    expect(here?.strengths[at('R1')]).toBe(0)
    expect(here?.strengths[at('R4')]).toBe(1)
  })
  test('equal resistors side by side need not stay equal', () => {
    const equal = worksheetOf(network(['E1 A B 12', 'R1 A B 30', 'R2 A B 30']), { parallel: 'value-over-count' })
    const it = turned(equal, knobOf(equal, 'R1'), { value: 60, exact: '60' })
    expect(it?.amounts[lineOf(equal, 'Req')]?.value).toBe(20)
    expect(turned(equal, knobOf(equal, 'R1'), knobOf(equal, 'R1').value)?.strengths[lineOf(equal, 'Req')]).toBeCloseTo(
      0.5,
      12,
    )
  })
  test('random: what turning gives is what the changed network has', () => {
    let some = 0
    fc.assert(
      fc.property(anyNetwork, fc.nat(), fc.integer({ min: 1, max: 500 }), (recipe, pick, value) => {
        const worksheet = workedOf(recipe)
        if (worksheet === null) return
        const knobs = knobsOf(worksheet)
        const knob = knobs[pick % knobs.length]
        const to = { typed: value, value, exact: String(value) }
        const there = turned(worksheet, knob, to)
        const anew = workOut(withValue(worksheet.network, knob, to), { choices: worksheet.choices })
        if ('status' in anew || there === null) throw new Error('refused')
        // Lines have the same ids; ways that suit equal values alone may be others.
        expect(anew.derivation.lines).toHaveLength(there.amounts.length)
        anew.derivation.lines.forEach(({ amount }, id) => {
          const amountThere = there.amounts[id]
          expect([id, amountThere && exactText(amountThere)]).toEqual([id, amount && exactText(amount)])
        })
        some += there.amounts.length
      }),
      { numRuns: runs(40) },
    )
    expect(some).toBeGreaterThan(1000)
  })
  test('random: derivatives agree with differences, and one pass over fractions with both', () => {
    fc.assert(
      fc.property(anyNetwork, fc.nat(), (recipe, pick) => {
        const worksheet = workedOf(recipe)
        if (worksheet === null) return
        const knobs = knobsOf(worksheet)
        const knob = knobs[pick % knobs.length]
        const at = new Fraction(knob.value.exact)
        const step = new Fraction(1, 100_000)
        const [less, more] = [1, -1].map((by) =>
          turned(worksheet, knob, given(at.mul(new Fraction(1).sub(step.mul(by))))),
        )
        const here = turned(worksheet, knob, knob.value)
        if (!less || !more || !here) throw new Error('refused')
        const exactly = strengthsAt(worksheet, knob, knob.value, exact, (it) => exact.toAmount(it).value)
        here.strengths.forEach((strength, id) => {
          const [a, b, value] = [less.amounts[id]?.value, more.amounts[id]?.value, here.amounts[id]?.value]
          if (strength === null || a === undefined || b === undefined || !value) return
          const difference = (b - a) / (2 * step.valueOf()) / value
          const exactStrength = exactly?.[id] ?? NaN
          const size = Math.max(1, Math.abs(exactStrength))
          expect(Math.abs(exactStrength - difference)).toBeLessThanOrEqual(1e-6 * size)
          // In doubles, as while it is turned, bridges lose some digits.
          expect(Math.abs(strength - exactStrength)).toBeLessThanOrEqual(1e-6 * size)
        })
      }),
      { numRuns: runs(30) },
    )
  })
})

describe('changes', () => {
  const amounts = (worksheet: Worksheet) => worksheet.derivation.lines.map(({ amount }) => amount && exactText(amount))
  const changed = (worksheet: Worksheet, changes: Partial<Changes>) => {
    const made = workChanged(worksheet, { ...noChanges, ...changes })
    if ('status' in made) throw new Error('refused')
    return made
  }
  const value = (text: string, quantity: Knob['quantity']) => givenOf(given(new Fraction(text)), quantity)

  test('what is known inside and the resistance there are two knobs', () => {
    const made = document(['E1 A C', 'R1 A B 10', 'R2 B C 20', 'R3 B C 30'], {
      known: { part: 'R2', quantity: 'current', value: '3' },
    })
    const worksheet = worksheetOf(networkOf(made), { outward: 'yes' })
    expect(knobsOf(worksheet).map(({ name }) => name)).toEqual(['R1', 'R2', 'R3', 'I(R2)'])
    const changes = { ...noChanges, values: { 'I(R2)': value('6', 'current') } }
    const there = changed(worksheet, changes)
    expect(there.network.parts).toEqual(worksheet.network.parts)
    expect(there.derivation.lines[lineOf(there, 'V(R1)')].amount?.value).toBe(100)
    expect(changesText(worksheet, changes, 4)).toMatch(/^I\(R2\) = 6\sA$/)
    expect(changesText(plain, { ...noChanges, values: { R3: value('7', 'resistance') }, out: ['R3'] }, 4)).toBe(
      'R3 removed',
    )
    const kept = withChanges(made, knobsOf(worksheet), changes, ({ typed }) => typed)
    expect(kept).toEqual({ ...made, known: { part: 'R2', quantity: 'current', value: '6 A' } })
  })
  test('random: a document with changes is the network with them', () => {
    let compared = 0
    fc.assert(
      fc.property(anyNetwork, fc.array(fc.nat(), { minLength: 3, maxLength: 3 }), (recipe, picks) => {
        const made = documentOf({ ...recipe, bridge: false })
        const worksheet = worksheetOf(networkOf(made))
        const knobs = knobsOf(worksheet)
        const [turnedKnob, out, bridged] = picks.map((pick) => knobs[pick % knobs.length])
        const changes: Changes = {
          values: { [turnedKnob.name]: value('47/3', turnedKnob.quantity) },
          out: [out].filter(({ quantity, part }) => quantity === 'resistance' && part !== 'R1').map((it) => it.part),
          bridged: [bridged]
            .filter(({ quantity, part }) => quantity === 'resistance' && part !== 'R1')
            .map((it) => it.part),
        }
        const there = workChanged(worksheet, changes)
        const kept = workOut(networkOf(withChanges(made, knobs, changes, ({ typed }) => typed)), {
          choices: worksheet.choices,
          nodes: worksheet.naming,
        })
        if ('status' in there || 'status' in kept) return expect('status' in there && 'status' in kept).toBe(true)
        compared++
        expect(amounts(kept)).toEqual(amounts(there))
        const others = (it: Worksheet) =>
          knobsOf(it)
            .filter(({ name }) => name !== turnedKnob.name)
            .map(({ name, value: { exact: ratio } }) => [name, ratio])
        const before = new Map(others(worksheet).map(([name, ratio]) => [name, ratio]))
        for (const [name, ratio] of others(there)) expect([name, before.get(name)]).toEqual([name, ratio])
      }),
      { numRuns: runs(40) },
    )
    expect(compared).toBeGreaterThan(runs(25))
  })
  test('a wire over a resistor has a name that no part has', () => {
    const made = document(['E1 A C 12', 'R1 A B 10', 'R2 B C 20', 'W1 C D'])
    const bridged = withChanges(made, [], { ...noChanges, bridged: ['R1'] }, ({ typed }) => typed)
    expect(bridged.parts.at(-1)).toEqual(part('W2 A B'))
    expect(amounts(changed(worksheetOf(networkOf(made)), { bridged: ['R1'] }))).toContain('20')
  })
  test('branches one by one: which are out with each one more', () => {
    const group = plain.elements.findIndex(({ made }) => made?.kind === 'parallel')
    expect(oneByOne(plain, group)).toEqual([
      { with: 'R2', out: ['R3'] },
      { with: 'R2, R3', out: [] },
    ])
    expect(oneByOne(plain, 0)).toEqual([])
  })
})

describe('which value gives what is wanted', () => {
  const textOf = (it: Asked | null) =>
    it?.kind === 'found' ? it.solutions.map(({ amount, surd }) => (surd ? null : exactText(amount))) : it?.kind
  test('one resistance for a current, exactly, and the nearest that can be bought', () => {
    // I = 20 / (22 + R4); a quarter of an ampere in R3 is 5/8 A in all: 32 Ω less 22.
    const it = which(plain, 'R4', 'I(R3)', '1/4')
    expect(textOf(it)).toEqual(['10'])
    expect(it?.kind === 'found' && it.solutions[0].nearest.value.value).toBe(10)
    const off = which(plain, 'R4', 'I', '3/5')
    expect(textOf(off)).toEqual(['34/3'])
    expect(
      off?.kind === 'found' && [off.solutions[0].nearest.value.value, exactText(off.solutions[0].nearest.gives)],
    ).toEqual([11, '20/33'])
  })
  test('two resistances for a power: 20 V behind 22 Ω', () => {
    // P = 400 R / (22 + R)²: 4 W at R = 28 ± 10 √3, all of it at 22 Ω.
    const it = which(plain, 'R4', 'P(R4)', '4')
    expect(it?.kind === 'found' && it.solutions.map(({ amount }) => amount.value.toFixed(6))).toEqual([
      (28 - Math.sqrt(300)).toFixed(6),
      (28 + Math.sqrt(300)).toFixed(6),
    ])
    expect(
      it?.kind === 'found' && it.solutions.map(({ surd }) => surd && [surd.a.value, surd.sign, surd.b.value]),
    ).toEqual([
      [28, '−', 300],
      [28, '+', 300],
    ])
    expect(textOf(which(plain, 'R4', 'P(R4)', '50/11'))).toEqual(['22'])
    expect(textOf(which(plain, 'R4', 'P(R4)', '2'))).toHaveLength(2)
  })
  test('none: between which ends it lies, and where', () => {
    const it = which(plain, 'R4', 'I', '2')
    expect(it).toMatchObject({ kind: 'none', low: { value: 0, at: Infinity }, high: { at: 0 } })
    expect(it?.kind === 'none' && it.high.value).toBeCloseTo(20 / 22, 12)
    const power = which(plain, 'R4', 'P(R4)', '5')
    expect(power?.kind === 'none' && [power.high.at, power.high.value]).toEqual([22, 100 / 22])
  })
  test('what does not go with it, and the source itself', () => {
    const it = which(plain, 'R4', 'R2‖3', '5')
    expect(it?.kind === 'constant' && exactText(it.always)).toBe('12')
    expect(textOf(which(plain, 'E1', 'I(R3)', '1/4'))).toEqual(['75/4'])
    expect(textOf(which(plain, 'E1', 'P(R3)', '3/4'))).toHaveLength(1)
  })
  test('random: the answer gives what was asked, exactly, by node voltages', () => {
    let [found, roots] = [0, 0]
    fc.assert(
      fc.property(
        anyNetwork,
        fc.nat(),
        fc.nat(),
        fc.integer({ min: 1, max: 400 }),
        (recipe, pick, pickLine, percent) => {
          const worksheet = workedOf({ ...recipe, known: 'voltage' })
          if (worksheet === null) return
          const knobs = knobsOf(worksheet).filter(({ quantity }) => quantity === 'resistance')
          const knob = knobs[pick % knobs.length]
          const resistors = worksheet.elements.flatMap(({ part }, id) => (part === null ? [] : [id]))
          const element = resistors[pickLine % resistors.length]
          const quantity = (['voltage', 'current', 'power'] as const)[pickLine % 3]
          const line = worksheet.derivation.found[quantity][element]
          const own = line === undefined ? null : worksheet.derivation.lines[line].amount
          if (line === undefined || !own?.exact || own.value === 0) return
          const wanted = new Fraction(own.exact.n, own.exact.d).mul(percent).div(100)
          const asked = whichValue(worksheet, knob, line, given(wanted))
          if (asked?.kind !== 'found') return
          for (const { amount } of asked.solutions) {
            const part = worksheet.elements[element].part as number
            if (!amount.exact) {
              roots++
              const near = { typed: amount.value, value: amount.value, exact: ratioOf(new Fraction(amount.value)) }
              expect(
                Number(magnitude(withValue(worksheet.network, knob, near), part, quantity)) / wanted.valueOf(),
              ).toBeCloseTo(1, 6)
              continue
            }
            found++
            const exactly = new Fraction(amount.exact.n, amount.exact.d)
            const to = { typed: amount.value, value: amount.value, exact: ratioOf(exactly) }
            expect(magnitude(withValue(worksheet.network, knob, to), part, quantity).toFraction()).toBe(
              wanted.toFraction(),
            )
          }
        },
      ),
      { numRuns: runs(100) },
    )
    expect([found > runs(10), roots > 0]).toEqual([true, true])
  })
})

/** The size of a resistor's voltage, current or power by node voltages. */
function magnitude(of: Network, part: number, quantity: 'voltage' | 'current' | 'power'): Fraction {
  const { potential } = nodeVoltages(of)
  const it = of.parts[part]
  if (it.kind !== 'resistor' || !it.resistance) throw new Error('a resistor')
  const V = (potential.get(it.from) as Fraction).sub(potential.get(it.to) as Fraction).abs()
  const I = V.div(new Fraction(it.resistance.exact))
  return quantity === 'voltage' ? V : quantity === 'current' ? I : V.mul(I)
}
