import fc from 'fast-check'
import Fraction from 'fraction.js'
import { document, network, networkOf, worked } from '../../test/documents'
import { nodeVoltages } from '../../test/nodeVoltage'
import { randomBridges, randomNetwork } from '../../test/randomNetwork'
import { samples } from '../db/samples'
import { formulaText, keystrokes, wordSentence } from './explain'
import { readNetwork, schoolChoices, type Network, type WorksheetChoices } from './network'
import {
  drawSheet,
  explainFloor,
  explainPowers,
  explainRowDown,
  explainRowUp,
  explainWays,
  keyOf,
  rowsOf,
  workOut,
  type Worksheet,
} from '.'

function sheet(of: Network, choices: WorksheetChoices = {}): Worksheet {
  const result = workOut(of, { choices })
  if ('status' in result) throw new Error(JSON.stringify(result.problems))
  return result
}

const choice = <K extends keyof typeof schoolChoices>(name: K) =>
  fc.constantFrom(...(schoolChoices[name] as readonly (typeof schoolChoices)[K][number][]))

/** Every school at once: order, beginning, arithmetic, ways, names. */
const schools = fc.record({
  order: choice('order'),
  begin: choice('begin'),
  names: choice('names'),
  parallel: choice('parallel'),
  expand: choice('expand'),
  rest: choice('rest'),
  power: choice('power'),
  outward: choice('outward'),
})

/** Voltage, current and power of each resistor by node voltages, beside those of the worksheet. */
function compare(of: Network, { analysis }: Worksheet): void {
  const { potential, current } = nodeVoltages(of)
  expect(new Fraction(analysis.supply.current?.exact ?? NaN).equals(current)).toBe(true)
  of.parts.forEach((part, i) => {
    if (part.kind !== 'resistor' || !potential.has(part.from)) return
    const V = (potential.get(part.from) as Fraction).sub(potential.get(part.to) as Fraction)
    expect(analysis.parts[i].voltage?.exact).toBe(V.toFraction())
    if (part.resistance.exact === '0') return
    const I = V.div(new Fraction(part.resistance.exact))
    expect(analysis.parts[i].current?.exact).toBe(I.toFraction())
    expect(analysis.parts[i].power?.exact).toBe(V.mul(I).toFraction())
  })
}

test('random networks in every order, arithmetic and way agree with node-voltage equations', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 1e6 }), fc.integer({ min: 1, max: 14 }), schools, (seed, size, school) => {
      const of = networkOf(randomNetwork(seed, size, { clutter: seed % 2 === 0 }))
      const worksheet = sheet(of, school)
      compare(of, worksheet)
      const { reduction, elements, analysis } = worksheet
      reduction.steps.forEach((step, k) => {
        const { lines, work } = explainRowDown(worksheet, k)
        expect(lines[lines.length - 1][lines[lines.length - 1].length - 1]).toEqual({
          token: 'amount',
          amount: elements[step.result].resistance,
          unit: 'Ω',
        })
        expect(keystrokes(work).pop() ?? '=').toBe('=')
        for (const { formula, element, quantity } of explainRowUp(worksheet, k)?.lines ?? [])
          expect(formula[formula.length - 1]).toMatchObject({ amount: elements[element][quantity] })
      })
      expect(analysis.checks.every(({ holds }) => holds)).toBe(true)
      expect(explainPowers(worksheet).length).toBe(elements[0] && analysis.supply.current ? reduction.leaves.length : 0)
    }),
    { numRuns: 150 },
  )
})

test('every sample is worked in every school, and its exact values stay', () => {
  const names = Object.keys(schoolChoices) as (keyof typeof schoolChoices)[]
  for (const sample of samples) {
    const read = readNetwork(sample)
    if (!read.ok) throw new Error('a sample is refused')
    const usual = sheet(read.network)
    const amounts = (it: Worksheet) => it.analysis.parts.map(({ voltage, current }) => [voltage?.exact, current?.exact])
    for (const name of names) {
      for (const value of schoolChoices[name]) {
        const school = sheet(read.network, { [name]: value })
        if (value === 'paper' || (name === 'beyond' && value === 'yes')) continue
        expect(amounts(school)).toEqual(amounts(usual))
        for (let row = 0; row < rowsOf(school); row++)
          expect(drawSheet(school, row, 'reduce', school.choices.figures).parts.length).toBeGreaterThan(0)
      }
    }
  }
})

test('every sample in schools put together at random keeps its exact values', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...samples),
      schools,
      choice('letter'),
      choice('beyond'),
      (sample, school, letter, beyond) => {
        const read = readNetwork({ ...sample, worksheet: { ...school, letter, beyond } })
        if (!read.ok) throw new Error('a sample is refused')
        const { analysis } = sheet(read.network, read.network.worksheet)
        const usual = sheet(read.network, { beyond })
        expect(analysis.supply).toEqual(usual.analysis.supply)
        expect(analysis.parts.map(({ power }) => power?.exact)).toEqual(
          usual.analysis.parts.map(({ power }) => power?.exact),
        )
      },
    ),
    { numRuns: 100 },
  )
})

const titles = (of: Network, choices: WorksheetChoices) => {
  const worksheet = sheet(of, choices)
  return worksheet.reduction.steps.map((_, k) => wordSentence(explainRowDown(worksheet, k).title))
}

describe('where to begin', () => {
  // A ladder of three rungs behind R1, and a group of its own beside the source.
  const ladder = [
    'E1 A Z 12',
    'R8 A P 1',
    'R9 P Z 1',
    'R1 A B 1',
    'R2 B Z 2',
    'R3 B C 3',
    'R4 C Z 4',
    'R5 C D 5',
    'R6 D Z 6',
  ]
  test('farthest from the source first', () => {
    expect(titles(network(ladder), { begin: 'farthest' })[0]).toBe('R5 and R6 in series')
    expect(titles(network(ladder), { begin: 'left' })[0]).toBe('R8 and R9 in series')
  })
  test('series before parallel', () => {
    const of = network(['E1 A C 5', 'R1 A B 1', 'R2 A B 2', 'R3 B C 3', 'R4 C D 4', 'R5 D B 5', 'R6 B C 7'])
    expect(titles(of, { begin: 'series' })).toEqual([
      'R5 and R4 in series',
      'R1 and R2 in parallel',
      'R3, R5+4 and R6 in parallel',
      'R1‖2 and R3‖(5+4)‖6 in series',
    ])
    expect(titles(of, { begin: 'left' })[0]).toBe('R1 and R2 in parallel')
  })
  test('in a round too', () => {
    const of = network(['E1 A C 5', 'R1 A B 1', 'R2 A B 2', 'R3 B C 3', 'R4 C D 4', 'R5 D B 5'])
    expect(titles(of, { order: 'rounds', begin: 'series' })[0]).toBe('R5 and R4 in series')
    expect(titles(of, { order: 'rounds', begin: 'left' })[0]).toBe('R1 and R2 in parallel')
  })
})

test('equivalents by letters or numbers', () => {
  const names = (choices: WorksheetChoices) =>
    sheet(network(worked), choices)
      .elements.slice(5)
      .map(({ name }) => name)
  expect(names({ names: 'letters' })).toEqual(['Ra', 'Rb', 'Req'])
  expect(names({ names: 'numbers' })).toEqual(['Req1', 'Req2', 'Req'])
  const taken = worked.map((text) => text.replace('R1', 'Ra').replace('R4', 'Rc'))
  const free = sheet(network(taken), { names: 'letters' }).elements.slice(5)
  expect(free.map(({ name }) => name)).toEqual(['Rb', 'Rd', 'Req'])
})

describe('parallel arithmetic', () => {
  const lines = (texts: readonly string[], choices: WorksheetChoices) => {
    const { ways, lines: all, work } = explainRowDown(sheet(network(['E1 A B 12', ...texts]), choices), 0)
    return { ways, lines: all.map((line) => formulaText(line)), keys: keystrokes(work).join(' ') }
  }
  test('product over sum for two only', () => {
    expect(lines(['R1 A B 10', 'R2 A B 15'], { parallel: 'product-over-sum' })).toEqual({
      ways: ['reciprocals', 'product-over-sum', 'common-denominator'],
      lines: ['R[Req] = (10 Ω · 15 Ω)/(10 Ω + 15 Ω) = 6 Ω'],
      keys: '10 × 15 ÷ ( 10 + 15 ) =',
    })
    const three = lines(['R1 A B 10', 'R2 A B 15', 'R3 A B 3'], { parallel: 'product-over-sum' })
    expect(three.ways).toEqual(['reciprocals', 'common-denominator'])
    expect(three.lines[0]).toBe('(1)/(R[Req]) = (1)/(10 Ω) + (1)/(15 Ω) + (1)/(3 Ω) = 500 mS')
  })
  test('value over count for equal ones', () => {
    expect(lines(['R1 A B 4k7', 'R2 A B 4.7 kΩ', 'R3 A B 4700'], { parallel: 'value-over-count' })).toMatchObject({
      lines: ['R[Req] = (4.7 kΩ)/(3) ≈ 1.567 kΩ'],
      keys: '4.7 EXP 3 ÷ 3 =',
    })
  })
  test('a common denominator while it can be read', () => {
    expect(lines(['R1 A B 4', 'R2 A B 6'], { parallel: 'common-denominator' }).lines).toEqual([
      '(1)/(R[Req]) = (1)/(4 Ω) + (1)/(6 Ω) = (3 + 2)/(12 Ω) = (5)/(12 Ω)',
      'R[Req] = (12 Ω)/(5) = 2.4 Ω',
    ])
    expect(lines(['R1 A B 1.0007', 'R2 A B 1.0009', 'R3 A B 1.0013'], {}).ways).toEqual(['reciprocals'])
  })
  test('a short beside needs none', () => {
    expect(lines(['R1 A C 0', 'R2 A C 6', 'R3 C B 1'], {}).ways).toEqual([])
  })
  test('switched at one step only', () => {
    const of = network(['E1 A C 12', 'R1 A B 10', 'R2 A B 15', 'R3 B C 10', 'R4 B C 15'])
    const worksheet = sheet(of, { ways: { 'R R3 R4': 'product-over-sum' } })
    expect([0, 1].map((k) => explainRowDown(worksheet, k).way)).toEqual(['reciprocals', 'product-over-sum'])
  })
})

describe('ways on the way up', () => {
  const up = (choices: WorksheetChoices, step: number) =>
    explainRowUp(sheet(network(worked), choices), step)?.lines.map(({ formula }) => formulaText(formula))
  test('dividers, ratios, and the rest for the last', () => {
    expect(up({ expand: 'divider' }, 0)).toEqual([
      'V[R2] = 9.6 V · (10 Ω)/(30 Ω) = 3.2 V',
      'V[R3] = 9.6 V · (20 Ω)/(30 Ω) = 6.4 V',
    ])
    expect(up({ expand: 'divider' }, 1)?.[0]).toBe('I[R2+3] = 960 mA · (15 Ω)/(30 Ω + 15 Ω) = 320 mA')
    expect(up({ expand: 'ratio', rest: 'no' }, 0)?.[1]).toBe('V[R3] = 3.2 V · (20 Ω)/(10 Ω) = 6.4 V')
    expect(up({ rest: 'yes' }, 0)?.[1]).toBe('V[R3] = 9.6 V − 3.2 V = 6.4 V')
  })
  test('switched at one value, which then stands first among its ways', () => {
    const worksheet = sheet(network(worked), { ways: { 'V R3': 'rest', 'I R2 R3': 'divider' } })
    expect(explainRowUp(worksheet, 0)?.lines.map(({ formula }) => formulaText(formula))).toEqual([
      'V[R2] = 320 mA · 10 Ω = 3.2 V',
      'V[R3] = 9.6 V − 3.2 V = 6.4 V',
    ])
    expect(formulaText(explainWays(worksheet, 2, 'voltage')[0].formula)).toBe('V[R3] = 9.6 V − 3.2 V = 6.4 V')
    expect(explainRowUp(worksheet, 1)?.lines.map(({ name }) => wordSentence(name))).toEqual([
      'current divider for two branches',
      'Ohm’s law',
    ])
  })
  test('power by what is known first, or always the same', () => {
    const powers = (choices: WorksheetChoices) =>
      explainPowers(sheet(network(worked), choices)).map(({ formula }) => formulaText(formula))
    expect(powers({}).slice(2, 4)).toEqual([
      'P[R3] = (320 mA) ² · 20 Ω = 2.048 W',
      'P[R4] = ((9.6 V) ²)/(15 Ω) = 6.144 W',
    ])
    expect(powers({ power: 'V·I' })[2]).toBe('P[R3] = 6.4 V · 320 mA = 2.048 W')
  })
  test('the source called E', () => {
    expect(explainFloor(sheet(network(worked), { letter: 'E' })).map((line) => formulaText(line))[0]).toBe(
      'I = (E)/(R[eq]) = (12 V)/(12.5 Ω) = 960 mA',
    )
  })
})

describe('beyond series-parallel', () => {
  test('a Wheatstone bridge by a delta: as node voltages say', () => {
    const of = network(['E1 A D 10', 'R1 A B 1', 'R2 A C 2', 'R3 B C 3', 'R4 B D 4', 'R5 C D 5'])
    const worksheet = sheet(of, { beyond: 'yes' })
    expect(worksheet.beyond.map(({ exchange }) => exchange.text)).toEqual(['delta R1 R2 R3'])
    // Legs: 1·2/6, 1·3/6 and 2·3/6.
    expect(worksheet.beyond[0].exchange.placed.map(({ resistance }) => resistance.exact)).toEqual(['1/3', '1', '1/2'])
    compare(of, worksheet)
    const wye = sheet(of, { beyond: 'yes', exchanges: ['wye R1 R3 R4'] })
    expect(wye.beyond[0].exchange.kind).toBe('wye')
    compare(of, wye)
    expect(sheet(of, { beyond: 'yes', exchanges: ['wye no such'] }).beyond[0].exchange.text).toBe('delta R1 R2 R3')
  })
  test('random bridges agree with node-voltage equations to the fraction', () => {
    let exchanges = 0
    for (let seed = 0; seed < 120; seed++) {
      const of = networkOf(randomBridges(seed, 3 + (seed % 5), { zeros: seed % 4 === 0 }))
      const worksheet = sheet(of, { beyond: 'yes' })
      if (worksheet.analysis.equivalent?.exact === '0') continue
      compare(of, worksheet)
      exchanges += worksheet.beyond.length
      const last = worksheet.beyond[worksheet.beyond.length - 1]?.worksheet ?? worksheet
      expect(last.reduction.left.length).toBeLessThanOrEqual(1)
      expect(worksheet.analysis.checks.every(({ holds }) => holds)).toBe(true)
    }
    expect(exchanges).toBeGreaterThan(60)
  })
  test('what is known inside a bridge gives the source, exactly', () => {
    const texts = ['R1 A B 1', 'R2 A C 2', 'R3 B C 3', 'R4 B D 4', 'R5 C D 5']
    const solved = sheet(network(['E1 A D 10', ...texts]), { beyond: 'yes' })
    for (const [part, quantity] of [
      ['R3', 'current'],
      ['R4', 'voltage'],
      ['R5', 'power'],
    ] as const) {
      const value = solved.analysis.parts.find(({ name }) => name === part)?.[quantity]?.exact?.replace('-', '') ?? ''
      const of = network(['E1 A D', ...texts], { known: { part, quantity, value } })
      expect(sheet(of, { beyond: 'yes' }).analysis.supply.voltage?.exact).toBe('10')
    }
  })
})

describe('outward from what is known', () => {
  const of = network(
    ['E1 A D', 'R1 A B 1.5', 'R2 B M 10', 'R3 M C 20', 'R4 B C 15', 'R5 C D 1', 'R6 B X 5', 'R7 X C 10'],
    { known: { part: 'R3', quantity: 'current', value: '320 mA' } },
  )
  test('climbs to the source, combining as it goes, then down into the other branches', () => {
    const worksheet = sheet(of, { outward: 'yes' })
    expect(worksheet.reduction.steps.map((_, k) => wordSentence(explainRowDown(worksheet, k).title))).toEqual([
      'R2 and R3 in series',
      'R6 and R7 in series',
      'R2+3, R4 and R6+7 in parallel',
      'R1, (R2+3)‖4‖(6+7) and R5 in series',
    ])
    const climbed = worksheet.reduction.steps.map((_, k) =>
      explainRowDown(worksheet, k).outward.map(({ formula }) => formulaText(formula)),
    )
    expect(climbed).toEqual([
      ['V[R2+3] = 320 mA · 30 Ω = 9.6 V'],
      [],
      ['I[(R2+3)‖4‖(6+7)] = (9.6 V)/(6 Ω) = 1.6 A'],
      ['V[Req] = 1.6 A · 8.5 Ω = 13.6 V'],
    ])
    const found = worksheet.reduction.steps.map((_, k) =>
      explainRowUp(worksheet, k)?.lines.map(({ element }) => worksheet.elements[element].name),
    )
    expect(found).toEqual([['R2'], ['R6', 'R7'], ['R4', 'R6+7'], ['R1', 'R5']])
    expect(worksheet.analysis).toEqual(expect.objectContaining({ supply: sheet(of).analysis.supply }))
  })
})

describe('only what is asked', () => {
  const parallel = ['E1 A D 12', 'R1 A D 6', 'R2 A B 10', 'R3 B D 20', 'R4 A C 1', 'R5 C D 2', 'R6 C D 2']
  const only = (texts: readonly string[], asked: WorksheetChoices['asked'], more = {}) => {
    const worksheet = sheet(network(texts, more), { asked })
    const { wanted, reduction } = worksheet
    return {
      steps: reduction.steps.map(({ members }) => members.map((id) => worksheet.elements[id].name).join(' ')),
      answers: wanted?.answers.map(({ name, quantity, amount }) => `${quantity} ${name} ${amount?.exact}`),
      lines: wanted?.lines.map(
        ({ element, quantity, way }) => `${quantity} ${worksheet.elements[element].name} ${way.way}`,
      ),
      missing: wanted?.missing.length,
    }
  }
  test('stops reducing as soon as the sheet gives it', () => {
    expect(only(parallel, [{ quantity: 'current', of: 'R3' }])).toEqual({
      steps: ['R2 R3'],
      answers: ['current R3 2/5'],
      lines: ['voltage R2+3 carried', 'current R2+3 ohm', 'current R3 carried'],
      missing: 0,
    })
    expect(only(parallel, [{ quantity: 'power', of: 'R1' }])).toMatchObject({ steps: [], answers: ['power R1 24'] })
    expect(only(parallel, [{ quantity: 'resistance', of: 'R5 R6' }])).toMatchObject({ steps: ['R5 R6'] })
    expect(only(parallel, [{ quantity: 'current', of: 'E1' }]).steps.length).toBe(4)
  })
  test('a potential is added up from the drops', () => {
    const worksheet = sheet(network(parallel), { asked: [{ quantity: 'potential', of: 'C' }] })
    const [answer] = worksheet.wanted?.answers ?? []
    expect(answer.amount?.exact).toBe('6')
    expect(answer.work && formulaText(answer.work)).toBe('V[3] = 6 V')
    expect(worksheet.wanted?.leftOut).toEqual({
      steps: ['R2+3', 'Req'],
      resistors: ['R1', 'R2', 'R3', 'R4', 'R5', 'R6'],
    })
  })
  test('what is not there is said, not dropped', () => {
    expect(only(parallel, [{ quantity: 'current', of: 'R99' }]).missing).toBe(1)
    expect(only(['T1 A B', 'R1 A B 5'], [{ quantity: 'current', of: 'R1' }]).missing).toBe(1)
  })
  test('random: the answers are those of the whole worksheet, and every value follows from those before it', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 1e6 }),
        fc.integer({ min: 2, max: 14 }),
        choice('expand'),
        (seed, size, expand) => {
          const of = networkOf(randomNetwork(seed, size))
          const all = sheet(of)
          const pick = seed % all.elements.length
          const quantity = (['voltage', 'current', 'power'] as const)[seed % 3]
          const key = keyOf(all, pick)
          const only = sheet(of, { expand, asked: [{ quantity, of: key }] })
          const { wanted, reduction, elements } = only
          expect(wanted?.answers[0].amount).toEqual(all.elements[pick][quantity])
          expect(reduction.steps.length).toBeLessThanOrEqual(all.reduction.steps.length)
          // Each value's way uses only values that were found before, and equivalents that were formed.
          const known = new Set<string>()
          for (const { element, quantity: found, way } of wanted?.lines ?? []) {
            expect(elements[element]).toBeDefined()
            const needs: string[] =
              way.way === 'ohm'
                ? [`${found === 'voltage' ? 'current' : 'voltage'} ${element}`]
                : way.way === 'I²·R'
                  ? [`current ${element}`]
                  : way.way === 'V²/R'
                    ? [`voltage ${element}`]
                    : way.way === 'carried' && way.from >= 0
                      ? [`${found} ${way.from}`]
                      : way.way === 'divider'
                        ? [`${found} ${way.of}`]
                        : []
            for (const need of needs) expect(known.has(need)).toBe(true)
            known.add(`${found} ${element}`)
          }
        },
      ),
      { numRuns: 120 },
    )
  })
})

test('a document keeps its choices, and wrong ones are refused with what is accepted', () => {
  const read = readNetwork(
    document(worked, { worksheet: { order: 'pairs', asked: [{ quantity: 'current', of: 'R3' }] } }),
  )
  expect(read.ok && read.network.worksheet).toEqual({ order: 'pairs', asked: [{ quantity: 'current', of: 'R3' }] })
  const wrong = { order: 'sideways', ways: [], asked: [{ quantity: 'colour', of: 'R3' }], exchanges: [5] } as unknown
  const refused = readNetwork({ ...document(worked), worksheet: wrong })
  expect(refused.ok ? [] : refused.problems.map(({ message }) => message)).toEqual([
    'the worksheet’s order must be one of single, rounds, pairs',
    'the worksheet’s ways must be an object of texts',
    'the worksheet’s asked must be a list of quantity (resistance, voltage, current, power, potential) and of (a name)',
    'the worksheet’s exchanges must be a list of texts',
  ])
})
