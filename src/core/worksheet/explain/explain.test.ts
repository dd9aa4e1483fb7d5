import { network, worked } from '../../../../test/documents'
import { down, linesOf, up, worksheetOf } from '../../../../test/worked'
import { judgeOn, waysTo } from '..'
import { formulaText, keystrokes, wordSentence, type Formula, type Sentence } from '.'

const sheet = (texts: readonly string[], more = {}) => worksheetOf(network(texts, more))

const line = (formula: Formula) => formulaText(formula)

const worksheet = sheet(worked)

test('a series step names its members, why, and the sum', () => {
  const { title, reason, lines, work } = down(worksheet, 0)
  expect(wordSentence(title)).toBe('R2 and R3 in series')
  expect(wordSentence(reason)).toBe('nothing else leaves node 3, between them')
  expect(lines.map(line)).toEqual(['R[R2+3] = 10 Ω + 20 Ω = 30 Ω'])
  expect(keystrokes(work).join(' ')).toBe('10 + 20 =')
})

test('a parallel step turns the sum of reciprocals over', () => {
  const { title, reason, lines, work } = down(worksheet, 1)
  expect(wordSentence(title)).toBe('R2+3 and R4 in parallel')
  expect(wordSentence(reason)).toBe('both ends on nodes 2 and 4')
  expect(lines.map(line)).toEqual([
    '(1)/(R[(R2+3)‖4]) = (1)/(30 Ω) + (1)/(15 Ω) = 100 mS',
    'R[(R2+3)‖4] = (1)/(100 mS) = 10 Ω',
  ])
  expect(keystrokes(work).join(' ')).toBe('( 30 x⁻¹ + 15 x⁻¹ ) x⁻¹ =')
})

test('expanding says what carries over, applies Ohm’s law, and checks', () => {
  const series = up(worksheet, 0)
  expect(series && wordSentence(series.title)).toBe('I carries over from R2+3')
  expect(series?.lines.map(({ formula }) => line(formula))).toEqual([
    'V[R2] = 320 mA · 10 Ω = 3.2 V',
    'V[R3] = 320 mA · 20 Ω = 6.4 V',
  ])
  expect(series?.check && line(series.check)).toBe('3.2 V + 6.4 V = 9.6 V')
  const parallel = up(worksheet, 1)
  expect(parallel && wordSentence(parallel.title)).toBe('V carries over from (R2+3)‖4')
  expect(parallel?.lines.map(({ formula }) => line(formula))).toEqual([
    'I[R2+3] = (9.6 V)/(30 Ω) = 320 mA',
    'I[R4] = (9.6 V)/(15 Ω) = 640 mA',
  ])
  expect(parallel?.check && line(parallel.check)).toBe('320 mA + 640 mA = 960 mA')
})

test('the floor finds the supply from what is known of it', () => {
  expect(linesOf(worksheet, 'supply').map(({ formula }) => line(formula))).toEqual([
    'I = (V)/(R[eq]) = (12 V)/(12.5 Ω) = 960 mA',
    'P = V · I = 11.52 W',
  ])
  const source = worked.map((text) => text.replace(' 12 V', ''))
  const fromPower = sheet(source, { known: { part: 'E1', quantity: 'power', value: '11.52' } })
  expect(line(linesOf(fromPower, 'supply')[0].formula)).toBe('V = √(P · R[eq]) = √(11.52 W · 12.5 Ω) = 12 V')
  const outward = sheet(source, { known: { part: 'R2', quantity: 'current', value: '0.32' } })
  expect(line(linesOf(outward, 'supply')[0].formula)).toBe('V = I · R[eq] = 960 mA · 12.5 Ω = 12 V')
  expect(linesOf(sheet(['T1 A B', 'R1 A B 1']), 'supply')).toEqual([])
})

test('from a known resistor the work runs outward to the whole', () => {
  const source = worked.map((text) => text.replace(' 12 V', ''))
  const said = (quantity: string, value: string) =>
    linesOf(sheet(source, { known: { part: 'R2', quantity, value } }), 'known').map(
      ({ name, formula }) => `${wordSentence(name)}: ${line(formula)}`,
    )
  expect(said('current', '320 mA')).toEqual([
    'known at R2, so Ohm’s law gives the rest: V[R2] = 320 mA · 10 Ω = 3.2 V',
    'outward to R2+3: I carries over: V[R2+3] = 320 mA · 30 Ω = 9.6 V',
    'outward to (R2+3)‖4: V carries over: I[(R2+3)‖4] = (9.6 V)/(10 Ω) = 960 mA',
    'outward to Req: I carries over: V[Req] = 960 mA · 12.5 Ω = 12 V',
  ])
  expect(said('voltage', '3.2')[0]).toContain('I[R2] = (3.2 V)/(10 Ω) = 320 mA')
  expect(said('power', '1.024 W')[0]).toContain('I[R2] = √((1.024 W)/(10 Ω)) = 320 mA')
  expect(linesOf(worksheet, 'known')).toEqual([])
})

test('the other ways to a value all give the same number', () => {
  const ways = (id: number, quantity: 'voltage' | 'current' | 'power') =>
    waysTo(worksheet, quantity, id).map(
      ({ name, formulas }) => `${wordSentence(name)}: ${formulas.map(line).join('; ')}`,
    )
  expect(ways(1, 'voltage')).toEqual([
    'Ohm’s law: V[R2] = 320 mA · 10 Ω = 3.2 V',
    'voltage divider: V[R2] = 9.6 V · (10 Ω)/(30 Ω) = 3.2 V',
    'voltages in proportion to the resistances, compared with R3: V[R2] = 6.4 V · (10 Ω)/(20 Ω) = 3.2 V',
    'the rest of the voltage (Kirchhoff’s voltage law): V[R2] = 9.6 V − 6.4 V = 3.2 V',
  ])
  expect(ways(3, 'current')).toEqual([
    'Ohm’s law: I[R4] = (9.6 V)/(15 Ω) = 640 mA',
    'current divider for two branches: I[R4] = 960 mA · (30 Ω)/(15 Ω + 30 Ω) = 640 mA',
    'current divider: I[R4] = 960 mA · (10 Ω)/(15 Ω) = 640 mA',
    'currents inversely as the resistances, compared with R2+3: I[R4] = 320 mA · (30 Ω)/(15 Ω) = 640 mA',
    'the rest of the current (Kirchhoff’s current law): I[R4] = 960 mA − 320 mA = 640 mA',
  ])
  expect(ways(3, 'voltage')[0]).toBe(
    'one voltage in parallel: the same as across (R2+3)‖4: V[R4] = V[(R2+3)‖4] = 9.6 V',
  )
  expect(ways(0, 'power')).toEqual([
    'power from current and resistance: P[R1] = (960 mA) ² · 1.5 Ω ≈ 1.382 W',
    'power from voltage and current: P[R1] = 1.44 V · 960 mA ≈ 1.382 W',
    'power from voltage and resistance: P[R1] = ((1.44 V) ²)/(1.5 Ω) ≈ 1.382 W',
  ])
})

test('an undefined split is said, and no number is made up', () => {
  const zeros = sheet(['E1 A D 12', 'R1 A B 4', 'R2 B D 0', 'R3 B D 0'])
  const undone = up(zeros, 0)
  expect(undone && wordSentence(undone.title)).toContain('undefined')
  expect(undone?.lines).toEqual([])
  expect(undone?.check).toBeNull()
  expect(waysTo(zeros, 'current', 1)).toEqual([])
})

test('verdicts are worded with names and node labels', () => {
  const words = (steps: number, ids: number[]) =>
    judgeOn(worksheet, worksheet.rows[steps], ids).sentences.map(wordSentence)
  expect(words(0, [1, 2])).toEqual(['R2 and R3 in series', 'nothing else leaves node 3, between them'])
  expect(words(1, [3, 5])).toEqual(['R4 and R2+3 in parallel', 'both ends on nodes 2 and 4'])
  expect(words(0, [1, 3])).toEqual([
    'R2 and R4 share node 2, but R1 leaves from it',
    'they share one end only; R3 stands between the others',
    'not yet: first combine R2 and R3 in series; then they (or what takes them in) lie in parallel',
  ])
  expect(words(0, [0, 2])[0]).toBe('R1 and R3 share no node')
})

test('every step before two meet is said, or how many there are', () => {
  const said = (texts: readonly string[], ids: number[]) => {
    const worksheet = sheet(texts)
    return wordSentence(judgeOn(worksheet, worksheet.rows[0], ids).sentences.pop() as Sentence)
  }
  const deep = ['E1 A Z 12', 'R1 A B 1', 'R2 B Z 2', 'R3 B C 3', 'R4 C Z 4', 'R5 C D 5', 'R6 D Z 6']
  expect(said(deep, [1, 2])).toBe(
    'not yet: first combine (1) R5 and R6 in series, then (2) R4 and (1) in parallel, then R3 and (2) in series; then they (or what takes them in) lie in parallel',
  )
  expect(said(deep, [0, 1])).toBe(
    'not yet: first combine (1) R5 and R6 in series, then (2) R4 and (1) in parallel, then (3) R3 and (2) in series, then R2 and (3) in parallel; then they (or what takes them in) lie in series',
  )
  expect(said([...deep, 'R7 D E 7', 'R8 E Z 8'], [0, 1])).toBe(
    'not yet: 6 steps come first; then they (or what takes them in) lie in series',
  )
})

test('a line has fractions throughout, or decimals where one of them could not be read', () => {
  const fractions = (texts: readonly string[]) => {
    const [first] = linesOf(sheet(texts), 'supply')
    return formulaText(first.formula, 'fraction')
  }
  expect(fractions(['E1 A B 5', 'R1 A B 3'])).toBe('I = (V)/(R[eq]) = (5 V)/(3 Ω) = 5/3 A')
  const long = ['E1 A B 5', 'R1 A B 1.0007', 'R2 A B 1.0009', 'R3 A B 1.0013']
  expect(fractions(long)).toBe('I = (V)/(R[eq]) ≈ (5 V)/(333.656 mΩ) ≈ 14.9855 A')
})
