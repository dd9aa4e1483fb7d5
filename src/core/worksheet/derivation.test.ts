import fc from 'fast-check'
import Fraction from 'fraction.js'
import { network, networkOf } from '../../../test/documents'
import { evaluate, numberOf, roundedTo, sidesOf, type Letters } from '../../../test/evaluate'
import { randomBridges, randomNetwork } from '../../../test/randomNetwork'
import { choice, schools } from '../../../test/schools'
import { worksheetOf as sheet } from '../../../test/worked'
import { runs } from '../../../test/runs'
import { figureCount, type Amount } from '../number'
import { formulaText, type Formula, type Token } from './explain'
import { explainCheck, explainLine, methods, revealed, stopsOf, waysTo, type Worksheet } from '.'

const quantities = ['voltage', 'current', 'power'] as const
const letterOf = { resistance: 'R', voltage: 'V', current: 'I', power: 'P', potential: 'V' } as const

/** What the letters of a worksheet stand for, by the names that its lines give themselves. */
function lettersOf(worksheet: Worksheet): Letters {
  const { derivation, outcome, choices } = worksheet
  const values = new Map<string, Amount>()
  derivation.lines.forEach(({ id, amount, quantity, of }) => {
    if (!amount || derivation.found[quantity][of] !== id) return
    for (const asSupply of [false, true]) {
      const [own] = explainLine(worksheet, id, asSupply).formulas.slice(-1)[0] ?? []
      if (own?.token === 'symbol') values.set(`${own.letter} ${own.of}`, amount)
    }
    const { name } = worksheet.elements[of] ?? {}
    if (name !== undefined && quantity !== 'potential') values.set(`${letterOf[quantity]} ${name}`, amount)
  })
  if (outcome.equivalent) values.set('R eq', outcome.equivalent)
  if (outcome.supply.voltage) values.set(`${choices.letter} null`, outcome.supply.voltage)
  return ({ letter, of }) => {
    const value = values.get(`${letter} ${of}`)
    return value ? numberOf(value) : NaN
  }
}

/** Holds the sides of a formula in letters against each other, by what the letters stand for. */
function followInLetters(formula: Formula, letters: Letters, say: unknown[]): number {
  const sides = sidesOf(formula)
    .map((side) => evaluate(side, letters))
    .filter((side) => !Number.isNaN(side.valueOf()))
  for (const side of sides.slice(1))
    if (typeof side === 'number' || typeof sides[0] === 'number') {
      const [a, b] = [Number(sides[0].valueOf()), Number(side.valueOf())]
      expect([...say, Math.abs(a - b) <= 1e-9 * Math.abs(a)]).toEqual([...say, true])
    } else expect([...say, side.toFraction()]).toEqual([...say, sides[0].toFraction()])
  return sides.length > 1 ? 1 : 0
}

/** Holds each side of a formula against the one before it, which it must follow from as it stands there. */
function follow(formula: Formula, figures: number | null, say: unknown[]): void {
  const sides = sidesOf(formula)
  for (let i = 1; i < sides.length; i++) {
    const [before, after] = [evaluate(sides[i - 1]), evaluate(sides[i])]
    if (Number.isNaN(before.valueOf()) || Number.isNaN(after.valueOf())) continue
    if (typeof before === 'number' || typeof after === 'number') {
      const [a, b] = [Number(before.valueOf()), Number(after.valueOf())]
      const allowed = figures === null ? 1e-9 : 0.5001 * 10 ** (1 - figures)
      expect([...say, Math.abs(a - b) <= allowed * Math.abs(a) + 1e-300]).toEqual([...say, true])
      continue
    }
    if (figures === null || !(isOneNumber(sides[i]) || isNoted(sides[i])))
      expect([...say, after.toFraction()]).toEqual([...say, before.toFraction()])
    else if (isOneNumber(sides[i]))
      expect([...say, after.toFraction()]).toEqual([...say, roundedTo(before, figures).toFraction()])
    else {
      // Several numbers that were each written down: every one of them follows from its own.
      const from = terms(sides[i - 1]).map((term) => evaluate([term]))
      const to = terms(sides[i]).map((term) => evaluate([term]))
      expect(to.map(String)).toEqual(from.map((it) => String(typeof it === 'number' ? it : roundedTo(it, figures))))
    }
  }
}

/** Several numbers, each written down. */
const isNoted = (side: Formula) => side.length === 1 && side[0].token === 'sum' && side[0].unit === 'S'

const isOneNumber = (side: Formula) => side.length === 1 && side[0].token === 'amount'

function terms(side: Formula): Token[] {
  return side.flatMap((token): Token[] =>
    token.token === 'sum'
      ? token.amounts.map((amount) => ({ token: 'amount', amount, unit: token.unit }))
      : token.token === 'sign'
        ? []
        : [token],
  )
}

/** Holds every line, way and check of a worksheet against its own shown numbers. */
function holds(worksheet: Worksheet, seed: number): number {
  const { derivation, choices, elements } = worksheet
  const figures = choices.carry === 'paper' ? figureCount(choices.figures) : null
  const letters = lettersOf(worksheet)
  let read = 0
  derivation.lines.forEach((line) => {
    for (const use of line.uses) expect(use).toBeLessThan(line.id)
    for (const asSupply of [false, true]) {
      const { formulas } = explainLine(worksheet, line.id, asSupply)
      for (const formula of formulas) {
        const say = [seed, line.id, line.method, formulaText(formula)]
        follow(formula, figures, say)
        if (figures === null) followInLetters(formula, letters, say)
      }
      const last = formulas[formulas.length - 1]
      if (last && !line.isOpen) expect(last[last.length - 1]).toMatchObject({ amount: line.amount })
      read += formulas.length
    }
  })
  elements.forEach((element, id) => {
    for (const quantity of quantities)
      for (const way of waysTo(worksheet, quantity, id)) {
        for (const formula of way.formulas) {
          const say = [seed, id, quantity, formulaText(formula)]
          follow(formula, figures, say)
          if (figures === null) followInLetters(formula, letters, say)
        }
        // Without rounding every way gives the same number.
        const own = derivation.found[quantity][id]
        if (figures === null) expect(way.found.amount).toEqual(derivation.lines[own as number].amount)
      }
    if (element.made) {
      const check = explainCheck(worksheet, id)
      if (check) {
        if (figures === null) followInLetters(check, letters, [seed, id, formulaText(check)])
        const [sum, total] = sidesOf(check)
          .slice(-2)
          .map((side) => evaluate(side))
        if (sum instanceof Fraction && total instanceof Fraction && figures === null)
          expect(sum.equals(total)).toBe(true)
      }
    }
  })
  return read
}

const figuresOf = fc.constantFrom(3 as const, 4 as const, 6 as const, 'ten:3' as const, 'repeating' as const)

test('every line follows from what it uses as it is shown, in every school, exactly and on paper', () => {
  let read = 0
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 1e6 }),
      fc.integer({ min: 1, max: 12 }),
      schools,
      choice('carry'),
      figuresOf,
      (seed, size, school, carry, figures) => {
        const of = networkOf(
          randomNetwork(seed, size, { clutter: seed % 2 === 0, zeros: seed % 5 === 0, meters: seed % 3 === 0 }),
        )
        read += holds(sheet(of, { ...school, carry, figures }), seed)
      },
    ),
    { numRuns: runs(8) },
  )
  expect(read).toBeGreaterThan(runs(120))
})

test('beyond bridges too', () => {
  let exchanges = 0
  for (let seed = 0; seed < runs(8); seed++) {
    const of = networkOf(randomBridges(seed, 3 + (seed % 4), { zeros: seed % 6 === 0 }))
    const worksheet = sheet(of, { beyond: 'yes', carry: seed % 2 ? 'paper' : 'exact', figures: 4 })
    holds(worksheet, seed)
    exchanges += worksheet.stages.length - 1
    // What runs is shown in the direction in which it runs.
    for (const { amount, quantity } of worksheet.derivation.lines)
      if (quantity !== 'potential' && amount) expect(amount.value).toBeGreaterThanOrEqual(0)
  }
  expect(exchanges).toBeGreaterThan(runs(10))
})

test('without values every line stands in letters, and they hold whatever the values will be', () => {
  let read = 0
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 1e6 }),
      fc.integer({ min: 2, max: 10 }),
      schools,
      fc.boolean(),
      (seed, size, school, isBridge) => {
        const options = { clutter: seed % 2 === 0, meters: seed % 3 === 0 }
        const whole = isBridge ? randomBridges(seed, 3 + (seed % 3)) : randomNetwork(seed, size, options)
        const later = whole.parts.map((part, i) =>
          part.kind === 'resistor' && (seed + i) % 3 > 0 ? { ...part, resistance: undefined } : part,
        )
        const choices = { ...school, beyond: 'yes', asked: [] } as const
        const open = sheet(networkOf({ ...whole, parts: later }), choices)
        const full = sheet(networkOf(whole), choices)
        const letters = lettersOf(full)
        open.derivation.lines.forEach((line) => {
          const isKnown = line.uses.every((use) => !open.derivation.lines[use].isOpen) && line.method !== 'given'
          if (isKnown) expect([seed, line.id, line.isOpen]).toEqual([seed, line.id, false])
          if (!line.isOpen) return
          expect(line.amount).toBeNull()
          const { formulas } = explainLine(open, line.id)
          for (const formula of formulas)
            if (!isBridge) read += followInLetters(formula, letters, [seed, line.id, formulaText(formula)])
        })
        // What is known already is the same as it will be: the numbers come one by one.
        if (!isBridge)
          open.derivation.lines.forEach(({ amount, quantity, of, isOpen }) => {
            const then = full.derivation.found[quantity][of]
            if (!isOpen && amount) expect([seed, amount]).toEqual([seed, full.derivation.lines[then as number].amount])
          })
        expect(open.rows.map(({ key, kind }) => [key, kind])).toEqual(full.rows.map(({ key, kind }) => [key, kind]))
      },
    ),
    { numRuns: runs(8) },
  )
  expect(read).toBeGreaterThan(0)
})

test('reciprocals are worked forward, each written down', () => {
  const [line] = sheet(network(['E1 A B 12', 'R1 A B 330', 'R2 A B 550']), { carry: 'paper', figures: 4 })
    .derivation.lines.filter(({ method }) => method === 'reciprocals')
    .map(({ id }) => id)
  const worksheet = sheet(network(['E1 A B 12', 'R1 A B 330', 'R2 A B 550']), { carry: 'paper', figures: 4 })
  expect(explainLine(worksheet, line).formulas.map((formula) => formulaText(formula, 4))).toEqual([
    '(1)/(R[Req]) = (1)/(330 Ω) + (1)/(550 Ω) ≈ 3.030 mS + 1.818 mS ≈ 4.848 mS',
    'R[Req] ≈ (1)/(4.848 mS) ≈ 206.3 Ω',
  ])
})

test('what is known inside gives every value by lines of its own, with the steps in any order', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 1e6 }),
      fc.integer({ min: 2, max: 10 }),
      schools,
      choice('carry'),
      (seed, size, school, carry) => {
        const { known: _known, ...document } = randomNetwork(seed, size)
        const parts = document.parts.map((part) => (part.kind === 'source' ? { ...part, voltage: undefined } : part))
        const quantity = quantities[seed % 3]
        const known = { part: `R${1 + (seed % size)}`, quantity, value: '0.37' }
        const worksheet = sheet(networkOf({ ...document, parts, known } as never), { ...school, carry })
        holds(worksheet, seed)
        const leaf = worksheet.elements.findIndex(({ name }) => name === known.part)
        const given = worksheet.derivation.lines[worksheet.derivation.found[quantity][leaf] as number]
        expect([given.method, numberOf(given.amount ?? { value: NaN }).valueOf()]).toEqual(['given', 0.37])
      },
    ),
    { numRuns: runs(8) },
  )
})

test('what is shown one reveal at a time never stands before what it uses, and in the end all is shown', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 1e6 }),
      fc.integer({ min: 1, max: 9 }),
      schools,
      fc.boolean(),
      (seed, size, school, isBridge) => {
        const of = networkOf(isBridge ? randomBridges(seed, 3 + (size % 3)) : randomNetwork(seed, size))
        const worksheet = sheet(of, { ...school, beyond: 'yes' })
        const stops = stopsOf(worksheet, seed % 3 === 0 ? 'row' : 'line')
        const { lines } = worksheet.derivation
        const seen = new Set(lines.filter(({ method }) => method === 'given').map(({ id }) => id))
        for (let count = 0; count <= stops.length; count++) {
          const { isFound } = revealed(worksheet, stops, count)
          const stop = stops[count - 1]
          for (const { line } of stop?.shows ?? []) {
            if (line === null) continue
            for (const use of lines[line].uses)
              expect([seed, lines[use].method, isFound(use)]).toEqual([seed, lines[use].method, true])
            seen.add(line)
          }
        }
        const { isFound } = revealed(worksheet, stops, stops.length)
        for (const { id, section: place } of lines)
          if (place.at !== 'powers' && place.at !== 'potentials' && place.at !== 'readings')
            expect(isFound(id)).toBe(true)
      },
    ),
    { numRuns: runs(8) },
  )
})

test('every method finds what it says, and names itself', () => {
  for (const [name, { finds, wording }] of Object.entries(methods)) {
    expect(name).not.toBe('')
    expect(typeof wording === 'string' ? wording : Object.values(wording).join()).not.toBe('')
    for (const quantity of finds) expect(['resistance', ...quantities]).toContain(quantity)
  }
})
