import fc from 'fast-check'
import { document, network, networkOf, worked } from '../../../test/documents'
import { randomNetwork } from '../../../test/randomNetwork'
import { samples } from '../../db/samples'
import { formulaText, keystrokes, wordSentence } from './explain'
import { readNetwork, schoolChoices, type Network, type WorksheetChoices } from '../network'
import { choice, compare, schools, textOf } from '../../../test/schools'
import { down, lineOf, linesOf, stepsOf, up, worksheetOf as sheet } from '../../../test/worked'
import { runs, spread } from '../../../test/runs'
import { drawSheet } from '../picture'
import { amountAt, waysTo, type Worksheet } from '.'

test('random networks in every order, arithmetic and way agree with node-voltage equations', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 1e6 }), fc.integer({ min: 1, max: 14 }), schools, (seed, size, school) => {
      const of = networkOf(randomNetwork(seed, size, { clutter: seed % 2 === 0 }))
      const worksheet = sheet(of, school)
      compare(of, worksheet)
      stepsOf(worksheet, 'down').forEach(({ block }, k) => {
        const { lines, work } = down(worksheet, k)
        expect(lines[lines.length - 1][lines[lines.length - 1].length - 1]).toEqual({
          token: 'amount',
          amount: amountAt(worksheet, 'resistance', block.step as number),
          unit: 'Ω',
        })
        expect(keystrokes(work).pop() ?? '=').toBe('=')
        for (const { formula, of: element, quantity } of up(worksheet, k)?.lines ?? [])
          expect(formula[formula.length - 1]).toMatchObject({ amount: amountAt(worksheet, quantity, element) })
      })
      const { outcome, derivation } = worksheet
      expect(outcome.checks.every(({ holds }) => holds)).toBe(true)
      expect(
        of.parts.every(
          ({ kind }, part) =>
            kind !== 'resistor' ||
            worksheet.wiring.idle[part] !== null ||
            derivation.found.power[worksheet.elements.findIndex((it) => it.part === part)] !== undefined,
        ),
      ).toBe(outcome.supply.current !== null)
    }),
    { numRuns: runs(80) },
  )
})

test('samples are worked in every school, and their exact values stay', () => {
  const names = Object.keys(schoolChoices) as (keyof typeof schoolChoices)[]
  for (const sample of spread(samples, 4)) {
    const read = readNetwork(sample)
    if (!read.ok) throw new Error('a sample is refused')
    const usual = sheet(read.network)
    const amounts = (it: Worksheet) =>
      it.outcome.parts.map(({ voltage, current }) => [textOf(voltage), textOf(current)])
    for (const name of names) {
      for (const value of schoolChoices[name]) {
        const school = sheet(read.network, { [name]: value })
        if (value === 'paper' || (name === 'beyond' && value === 'yes')) continue
        expect(amounts(school)).toEqual(amounts(usual))
        for (const row of school.rows)
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
        const { outcome } = sheet(read.network, read.network.worksheet)
        const usual = sheet(read.network, { beyond })
        expect(outcome.supply).toEqual(usual.outcome.supply)
        expect(outcome.parts.map(({ power }) => textOf(power))).toEqual(
          usual.outcome.parts.map(({ power }) => textOf(power)),
        )
      },
    ),
    { numRuns: runs(60) },
  )
})

describe('branch currents by name', () => {
  const ladder = ['E1 A Z 12', 'R1 A B 1', 'R2 B Z 2', 'R3 B C 3', 'R4 C Z 4', 'R5 C D 5', 'R6 D Z 6']
  const named = (of: Network, choices: WorksheetChoices = {}) => {
    const { currents, elements } = sheet(of, { branches: 'yes', ...choices })
    return elements.map(({ name }, id) => `${name} I${currents?.[id]}`).join(' ')
  }
  test('one for each branch, 0 for the whole, kept on every sheet', () => {
    expect(named(network(ladder))).toBe(
      'R1 I0 R2 I1 R3 I2 R4 I3 R5 I4 R6 I4 R5+6 I4 R4‖(5+6) I2 R3+4‖(5+6) I2 Req1 I0 Req I0'.replace(
        'Req1 I0',
        `${sheet(network(ladder)).elements[9].name} I0`,
      ),
    )
    // Two at a time makes sheets of its own; the branches have their names all the same.
    expect(named(network(['E1 A B 1', 'R1 A B 1', 'R2 A B 2', 'R3 A B 3']), { order: 'pairs' })).toMatch(
      /^R1 I1 R2 I2 R3 I3 \S+ I4 Req I0$/,
    )
  })
  test('the current law is written with them', () => {
    const worksheet = sheet(network(ladder), { branches: 'yes' })
    expect(up(worksheet, 3)?.check && formulaText(up(worksheet, 3)?.check ?? [])).toMatch(
      /^I\[0\] = I\[1\] \+ I\[2\] [=≈]/,
    )
    expect(up(worksheet, 1)?.check && formulaText(up(worksheet, 1)?.check ?? [])).toMatch(/^I\[2\] = I\[3\] \+ I\[4\]/)
  })
  test('names can be changed, and none is used twice', () => {
    const currentNames = { E1: 'total', R2: '3', R3: 'b', R9: 'x' }
    expect(named(network(ladder), { currentNames })).toMatch(/^R1 Itotal R2 I3 R3 Ib R4 I0 R5 I1 R6 I1/)
    expect(named(network(ladder), { currentNames: { R2: 'b', R3: 'b' } })).toMatch(/^R1 I0 R2 Ib R3 I1/)
  })
  test('beyond a bridge, and without a supply there are none', () => {
    const bridge = ['E1 A Z 12', 'R1 A B 1', 'R2 A C 2', 'R3 B C 3', 'R4 B Z 4', 'R5 C Z 5']
    expect(named(network(bridge), { beyond: 'yes' })).toMatch(/^R1 I1 R2 I2 R3 I3 R4 I4 R5 I5 /)
    expect(sheet(network(['T1 A B', 'R1 A B 1']), { branches: 'yes' }).currents).toBeNull()
  })
})

test('the current divider in both forms, and the other where one does not apply', () => {
  const lines = (texts: readonly string[], choices: WorksheetChoices) =>
    up(sheet(network(texts), { expand: 'divider', ...choices }), 0)?.lines.map(({ formula }) => formulaText(formula))
  const two = ['E1 A B 12', 'R1 A B 20', 'R2 A B 30']
  expect(lines(two, {})?.[0]).toBe('I[R1] = 1 A · (30 Ω)/(20 Ω + 30 Ω) = 600 mA'.replace('20 Ω + 30 Ω', '20 Ω + 30 Ω'))
  expect(lines(two, { divider: 'equivalent' })?.[0]).toBe('I[R1] = 1 A · (12 Ω)/(20 Ω) = 600 mA')
  const ways = { 'I R1': 'divider-equivalent' }
  expect(lines(two, { ways })?.map((line) => line.includes('12 Ω'))).toEqual([true, false])
  // Three branches have one form only.
  expect(lines([...two, 'R3 A B 12'], { divider: 'other' })?.[0]).toBe('I[R1] = 2 A · (6 Ω)/(20 Ω) = 600 mA')
})

test('three depths of a line', () => {
  const lines = (choices: WorksheetChoices) => {
    const worksheet = sheet(network(['E1 A C 12', 'R1 A B 4.7k', 'R2 B C 2.2k', 'R3 B C 2.2k']), choices)
    return [
      ...down(worksheet, 0).lines,
      ...linesOf(worksheet, 'supply').flatMap(({ formulas }) => formulas),
      ...(up(worksheet, 0)?.lines.flatMap(({ formulas }) => formulas) ?? []),
    ].map((formula) => formulaText(formula, 4))
  }
  expect(lines({ depth: 'result' })).toEqual([
    'R[R2‖3] = 1.1 kΩ',
    'I ≈ 2.069 mA',
    'P ≈ 24.83 mW',
    'I[R2] ≈ 1.034 mA',
    'I[R3] ≈ 1.034 mA',
  ])
  expect(lines({ depth: 'written', parallel: 'product-over-sum', branches: 'yes' })).toEqual([
    'R[R2‖3] = (R[R2] · R[R3])/(R[R2] + R[R3])',
    'R[R2‖3] = (2.2 kΩ · 2.2 kΩ)/(2.2 kΩ + 2.2 kΩ) = 1.1 kΩ',
    'V = I[0] · R[eq]',
    'I[0] = (V)/(R[eq])',
    '(V)/(kΩ) = mA',
    'I[0] = (12 V)/(5.8 kΩ) ≈ 2.069 mA',
    'P = V · I[0]',
    'V · mA = mW',
    'P ≈ 12 V · 2.069 mA ≈ 24.83 mW',
    'V[R2] = I[1] · R[R2]',
    'I[1] = (V[R2])/(R[R2])',
    '(V)/(kΩ) = mA',
    'I[1] ≈ (2.276 V)/(2.2 kΩ) ≈ 1.034 mA',
    'V[R3] = I[2] · R[R3]',
    'I[2] = (V[R3])/(R[R3])',
    '(V)/(kΩ) = mA',
    'I[2] ≈ (2.276 V)/(2.2 kΩ) ≈ 1.034 mA',
  ])
  // 9 V over 12 kΩ: 0.75 mA, which is written as 750 µA.
  const small = sheet(network(['E1 A B 9', 'R1 A B 12k']), { depth: 'written' })
  expect(linesOf(small, 'supply')[0].formulas.map((formula) => formulaText(formula))).toEqual([
    'V = I · R[eq]',
    'I = (V)/(R[eq])',
    '(V)/(kΩ) = mA',
    'I = (9 V)/(12 kΩ) = 0.75 mA = 750 µA',
  ])
})

/** The formulas of all powers. */
const powerLines = (worksheet: Worksheet) =>
  worksheet.stages[0].starts.map((id) =>
    formulaText(lineOf(worksheet, worksheet.derivation.found.power[id] as number).formula),
  )

const titles = (of: Network, choices: WorksheetChoices) => {
  const worksheet = sheet(of, choices)
  return stepsOf(worksheet, 'down').map((_, k) => wordSentence(down(worksheet, k).title))
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
    const { ways, lines: all, work } = down(sheet(network(['E1 A B 12', ...texts]), choices), 0)
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
    expect([0, 1].map((k) => down(worksheet, k).way)).toEqual(['reciprocals', 'product-over-sum'])
  })
})

describe('ways on the way up', () => {
  const found = (choices: WorksheetChoices, step: number) =>
    up(sheet(network(worked), choices), step)?.lines.map(({ formula }) => formulaText(formula))
  test('dividers, ratios, and the rest for the last', () => {
    expect(found({ expand: 'divider' }, 0)).toEqual([
      'V[R2] = 9.6 V · (10 Ω)/(30 Ω) = 3.2 V',
      'V[R3] = 9.6 V · (20 Ω)/(30 Ω) = 6.4 V',
    ])
    expect(found({ expand: 'divider' }, 1)?.[0]).toBe('I[R2+3] = 960 mA · (15 Ω)/(30 Ω + 15 Ω) = 320 mA')
    expect(found({ expand: 'ratio', rest: 'no' }, 0)?.[1]).toBe('V[R3] = 3.2 V · (20 Ω)/(10 Ω) = 6.4 V')
    expect(found({ rest: 'yes' }, 0)?.[1]).toBe('V[R3] = 9.6 V − 3.2 V = 6.4 V')
  })
  test('switched at one value, which then stands first among its ways', () => {
    const worksheet = sheet(network(worked), { ways: { 'V R3': 'rest', 'I R2 R3': 'divider' } })
    expect(up(worksheet, 0)?.lines.map(({ formula }) => formulaText(formula))).toEqual([
      'V[R2] = 320 mA · 10 Ω = 3.2 V',
      'V[R3] = 9.6 V − 3.2 V = 6.4 V',
    ])
    expect(formulaText(waysTo(worksheet, 'voltage', 2)[0].formulas[0])).toBe('V[R3] = 9.6 V − 3.2 V = 6.4 V')
    expect(up(worksheet, 1)?.lines.map(({ name }) => wordSentence(name))).toEqual([
      'current divider for two branches',
      'Ohm’s law',
    ])
  })
  test('power by what is known first, or always the same', () => {
    const powers = (choices: WorksheetChoices) => powerLines(sheet(network(worked), choices))
    expect(powers({}).slice(2, 4)).toEqual([
      'P[R3] = (320 mA) ² · 20 Ω = 2.048 W',
      'P[R4] = ((9.6 V) ²)/(15 Ω) = 6.144 W',
    ])
    expect(powers({ power: 'V·I' })[2]).toBe('P[R3] = 6.4 V · 320 mA = 2.048 W')
  })
  test('the source called E', () => {
    expect(
      linesOf(sheet(network(worked), { letter: 'E' }), 'supply').map(({ formula }) => formulaText(formula))[0],
    ).toBe('I = (E)/(R[eq]) = (12 V)/(12.5 Ω) = 960 mA')
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
