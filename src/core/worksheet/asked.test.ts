import { exactText } from '../number'
import fc from 'fast-check'
import { network, networkOf } from '../../../test/documents'
import { randomNetwork } from '../../../test/randomNetwork'
import { schools } from '../../../test/schools'
import { down, lineOf, stepsOf, up, worksheetOf as sheet } from '../../../test/worked'
import type { WorksheetChoices } from '../network'
import { elementKey } from '../structure'
import { formulaText, wordSentence } from './explain'
import { amountAt, closure } from '.'

describe('outward from what is known', () => {
  const of = network(
    ['E1 A D', 'R1 A B 1.5', 'R2 B M 10', 'R3 M C 20', 'R4 B C 15', 'R5 C D 1', 'R6 B X 5', 'R7 X C 10'],
    { known: { part: 'R3', quantity: 'current', value: '320 mA' } },
  )
  test('climbs to the source, combining as it goes, then down into the other branches', () => {
    const worksheet = sheet(of, { outward: 'yes' })
    expect(stepsOf(worksheet, 'down').map((_, k) => wordSentence(down(worksheet, k).title))).toEqual([
      'R2 and R3 in series',
      'R6 and R7 in series',
      'R2+3, R4 and R6+7 in parallel',
      'R1, (R2+3)‖4‖(6+7) and R5 in series',
    ])
    const climbed = stepsOf(worksheet, 'down').map((_, k) =>
      down(worksheet, k).outward.map(({ formula }) => formulaText(formula)),
    )
    expect(climbed).toEqual([
      ['V[R2+3] = 320 mA · 30 Ω = 9.6 V'],
      [],
      ['I[(R2+3)‖4‖(6+7)] = (9.6 V)/(6 Ω) = 1.6 A'],
      ['V[Req] = 1.6 A · 8.5 Ω = 13.6 V'],
    ])
    const found = stepsOf(worksheet, 'down').map((_, k) =>
      up(worksheet, k)?.lines.map(({ of: id }) => worksheet.elements[id].name),
    )
    expect(found).toEqual([['R2'], ['R6', 'R7'], ['R4', 'R6+7'], ['R1', 'R5']])
    expect(worksheet.outcome).toEqual(expect.objectContaining({ supply: sheet(of).outcome.supply }))
  })
})

describe('only what is asked', () => {
  const parallel = ['E1 A D 12', 'R1 A D 6', 'R2 A B 10', 'R3 B D 20', 'R4 A C 1', 'R5 C D 2', 'R6 C D 2']
  const only = (texts: readonly string[], asked: WorksheetChoices['asked'], more = {}) => {
    const worksheet = sheet(network(texts, more), { asked })
    const { stages, elements, derivation, shown, asked: only } = worksheet
    const line = (id: number) => derivation.lines[id]
    return {
      steps: stages[0].steps.map(({ members }) => members.map((id) => elements[id].name).join(' ')),
      answers: only?.answers.map(
        ({ line: id }) =>
          `${line(id).quantity} ${elements[line(id).of].name} ${exactText(line(id).amount ?? { value: NaN })}`,
      ),
      lines: shown
        .map(line)
        .filter(({ quantity, method }) => quantity !== 'resistance' && method !== 'given')
        .map(({ of, quantity, method }) => `${quantity} ${elements[of].name} ${method}`),
      missing: only?.missing.length,
    }
  }
  test('stops reducing as soon as the sheet gives it', () => {
    expect(only(parallel, [{ quantity: 'current', of: 'R3' }])).toEqual({
      steps: ['R2 R3'],
      answers: ['current R3 2/5'],
      lines: ['voltage R2+3 carried', 'current R2+3 ohm-current', 'current R3 carried'],
      missing: 0,
    })
    expect(only(parallel, [{ quantity: 'power', of: 'R1' }])).toMatchObject({ steps: [], answers: ['power R1 24'] })
    expect(only(parallel, [{ quantity: 'resistance', of: 'R5 R6' }])).toMatchObject({ steps: ['R5 R6'] })
    expect(only(parallel, [{ quantity: 'current', of: 'E1' }]).steps.length).toBe(4)
  })
  test('a potential is added up from the drops', () => {
    const worksheet = sheet(network(parallel), { asked: [{ quantity: 'potential', of: 'C' }] })
    const [answer] = worksheet.asked?.answers ?? []
    expect(exactText(worksheet.derivation.lines[answer.line].amount ?? { value: NaN })).toBe('6')
    expect(formulaText(lineOf(worksheet, answer.line).formula)).toBe('V[3] = 6 V')
    const names = (ids: readonly number[] = []) => ids.map((id) => worksheet.elements[id].name)
    const leftOut = worksheet.asked?.leftOut
    expect({ steps: names(leftOut?.steps), resistors: names(leftOut?.resistors) }).toEqual({
      steps: ['R2+3', 'Req'],
      resistors: ['R1', 'R2', 'R3', 'R4', 'R5', 'R6'],
    })
  })
  test('what is not there is said, not dropped', () => {
    expect(only(parallel, [{ quantity: 'current', of: 'R99' }]).missing).toBe(1)
    expect(only(['T1 A B', 'R1 A B 5'], [{ quantity: 'current', of: 'R1' }]).missing).toBe(1)
  })
  test('random: the answers are those of the whole worksheet, and their closure is what is shown', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1e6 }), fc.integer({ min: 2, max: 14 }), schools, (seed, size, school) => {
        const of = networkOf(randomNetwork(seed, size))
        const all = sheet(of, school)
        const pick = seed % all.elements.length
        const quantity = (['voltage', 'current', 'power', 'resistance'] as const)[seed % 4]
        const only = sheet(of, { ...school, asked: [{ quantity, of: elementKey(all, pick) }] })
        const { asked: it, derivation, shown, rows, stages } = only
        const [answer] = it?.answers ?? []
        expect(derivation.lines[answer.line].amount).toEqual(amountAt(all, quantity, pick))
        expect([...closure(derivation.lines, [answer.line])].sort((a, b) => a - b)).toEqual(shown)
        expect(stages[0].steps.length).toBeLessThanOrEqual(all.stages[0].steps.length)
        // Every line that is shown has a row of its own, and equivalents are formed before they are used.
        const placed = rows.flatMap((row) =>
          [...row.down, ...row.up].flatMap(({ lines, carried }) => [...lines, ...carried]),
        )
        const kept = new Set(stages.flatMap(({ steps }) => steps.map(({ result }) => result)))
        for (const id of shown) {
          const { section: place, quantity: found, of: element, method } = derivation.lines[id]
          if (method === 'given' || place.at === 'powers') continue
          expect(placed).toContain(id)
          if (found === 'resistance' && only.elements[element].made) expect(kept.has(element)).toBe(true)
        }
        // No row without anything in it but the first.
        for (const row of rows.slice(1))
          expect(
            [...row.down, ...row.up].some(({ lines, step }) => lines.length > 0 || step !== null) ||
              row.kind !== 'exchange',
          ).toBe(true)
      }),
      { numRuns: 150 },
    )
  })
  test('the resistance of one equivalent alone leaves no empty sheet behind', () => {
    const worksheet = sheet(network(parallel), { asked: [{ quantity: 'resistance', of: 'R5 R6' }] })
    expect(
      worksheet.rows.map(({ kind, down, up }) => [kind, down.map(({ step }) => step !== null), up.length]),
    ).toEqual([
      ['sheet', [true], 0],
      ['sheet', [false], 0],
    ])
  })
})
