import { answerProblem, closenessOf, readAnswer } from './answer'

describe('an answer is read as people write it', () => {
  test.each([
    ['1/(1/1k+1/800)', 444.4444444444444, null],
    ['12/764', 12 / 764, null],
    ['20 mA * 330', 6.6, null],
    ['20 mA * 330 Ω', 6.6, 'V'],
    ['12 V / 4k7Ω', 12 / 4700, 'A'],
    ['(2 A)² * 3 Ω', 12, 'W'],
    ['1.2*10^3', 1200, null],
    ['1.2 × 10^-3', 0.0012, null],
    ['5 ma', 0.005, 'A'],
    ['12v', 12, 'V'],
    ['1 k Ω', 1000, 'Ω'],
    ['−(3 − 5)', 2, null],
    ['2·3+4', 10, null],
    ['10 − 2 − 3', 5, null],
    ['8/2/2', 2, null],
    ['1,5 + 1', 2.5, null],
    ['(4.7^-1+22^-1)^-1', 1 / (1 / 4.7 + 1 / 22), null],
    ['(4.7⁻¹ + 22⁻¹)⁻¹', 1 / (1 / 4.7 + 1 / 22), null],
    ['2^(-1) + 2', 2.5, null],
    ['3 x 4', 12, null],
    ['√(2 W * 8 Ω)', 4, 'V'],
    ['sqrt(0.5/2)', 0.5, null],
  ])('%s', (text, value, unit) => {
    const answer = readAnswer(text)
    expect(answer?.unit).toBe(unit)
    expect(answer?.value).toBeCloseTo(value, 12)
  })
  test('with what it comes to behind an equals sign', () => {
    expect(readAnswer('12/764 = 15.7 mA')).toMatchObject({
      method: '12/764',
      unit: 'A',
      result: { value: 0.0157, figures: 3 },
    })
    expect(readAnswer('12/764 = about 16')).toBeNull()
    expect(readAnswer('1 = 2 = 3')).toBeNull()
  })
  test.each([
    '',
    '1+',
    '(1',
    '1)',
    '2 V + 3 Ω',
    '1/0',
    '5 mA mA',
    '1..2',
    '2^1000',
    '^2',
    '2^(-1',
    '√(2 W)',
    '√(1 − 2)',
    '('.repeat(60),
    '-'.repeat(90),
  ])('%p is none', (text) => expect(readAnswer(text)).toBeNull())
  test('what is wrong with it is said', () => {
    expect(answerProblem('12 V * 3 V', 'current')).toBe('the units of “12 V * 3 V” do not give A')
    expect(answerProblem('about 3', 'current')).toContain('or as you work it out: 12/764')
    expect(answerProblem('3 Ω', 'voltage')).toContain('wrong unit')
    expect(answerProblem('12 V / 4 Ω', 'resistance')).toContain('wrong unit')
  })
  test('a prefix that could be milli or mega is asked back', () => {
    for (const [typed, quantity] of [
      ['5 MA', 'current'],
      ['5 MV', 'voltage'],
      ['15.7 M', 'current'],
      ['1m', 'resistance'],
      ['2.2 mΩ', 'resistance'],
    ] as const)
      expect([typed, answerProblem(typed, quantity)]).toEqual([typed, expect.stringContaining('milli or mega?')])
    for (const [typed, quantity] of [
      ['5 mA', 'current'],
      ['5 ma', 'current'],
      ['2M2', 'resistance'],
      ['1M', 'resistance'],
      ['1.5e-3', 'resistance'],
      ['5e6 A', 'current'],
    ] as const)
      expect([typed, answerProblem(typed, quantity)]).toEqual([typed, null])
  })
})

test('how near an answer comes', () => {
  const near = (typed: string, wanted: number, isSum = false) => {
    const answer = readAnswer(typed)
    return answer && closenessOf(answer, wanted, isSum)
  }
  expect(near('5.652', 5.6522)).toBe('exact')
  expect(near('5.7', 5.6522)).toBe('figures')
  expect(near('5.63', 5.6522)).toBe('near')
  expect(near('5.63', 5.6522, true)).toBeNull()
  expect(near('6', 5.6522)).toBeNull()
  expect(near('130/23', 130 / 23)).toBe('exact')
  expect(near('0', 0)).toBe('exact')
  expect(near('0', 1e-3)).toBeNull()
})

describe('digits that are cut off', () => {
  const closeness = (typed: string, wanted: number, isSum = false) => {
    const answer = readAnswer(typed)
    return answer && closenessOf(answer, wanted, isSum)
  }
  test.each([
    ['8.83', 8.838, true, 'cut'],
    ['8.82', 8.838, true, null],
    ['1.03', 1.0399, false, 'cut'],
    ['1.02', 1.0399, false, null],
    ['290', 300, true, null],
    ['290', 300, false, null],
    ['9.9', 10, false, 'near'],
    ['817', 817.9, true, 'cut'],
    ['810', 817.9, true, null],
    ['-8.83', 8.838, false, null],
  ] as const)('%s for %s', (typed, wanted, isSum, how) => expect(closeness(typed, wanted, isSum)).toBe(how))
})
