import { network, worked } from '../../../test/documents'
import { worksheetOf as sheet } from '../../../test/worked'
import { schoolChoices, type School } from '../network'
import { examplesOf, formulaText, type Example } from '.'

const textOf = (example: Example | undefined) =>
  example && ('words' in example ? example.words : example.formulas.map((it) => formulaText(it)).join(' · '))

const examples = (texts: readonly string[], choice: keyof School, more = {}) => {
  const found = examplesOf(sheet(network(texts), more), choice, 4)
  return found && Object.fromEntries(Object.entries(found).map(([value, it]) => [value, textOf(it)]))
}

test('each value of a choice has what it writes here, where it first differs', () => {
  expect(examples(worked, 'parallel')).toEqual({
    reciprocals: '(1)/(R[(R2+3)‖4]) = (1)/(30 Ω) + (1)/(15 Ω) = 100 mS · R[(R2+3)‖4] = (1)/(100 mS) = 10 Ω',
    'product-over-sum': 'R[(R2+3)‖4] = (30 Ω · 15 Ω)/(30 Ω + 15 Ω) = 10 Ω',
    'value-over-count': '(1)/(R[(R2+3)‖4]) = (1)/(30 Ω) + (1)/(15 Ω) = 100 mS · R[(R2+3)‖4] = (1)/(100 mS) = 10 Ω',
    'common-denominator':
      '(1)/(R[(R2+3)‖4]) = (1)/(30 Ω) + (1)/(15 Ω) = (1 + 2)/(30 Ω) = (3)/(30 Ω) · R[(R2+3)‖4] = (30 Ω)/(3) = 10 Ω',
  })
  expect(examples(worked, 'letter')).toEqual({
    V: 'I = (V)/(R[eq]) = (12 V)/(12.5 Ω) = 960 mA',
    E: 'I = (E)/(R[eq]) = (12 V)/(12.5 Ω) = 960 mA',
  })
  expect(examples(worked, 'names')).toEqual({
    members: 'R2+3, (R2+3)‖4, Req',
    letters: 'Ra, Rb, Req',
    numbers: 'Req1, Req2, Req',
  })
  expect(examples(worked, 'order')).toMatchObject({
    single: 'step 3: R1, (R2+3)‖4 and R5 in series',
    pairs: 'step 3: R1 and (R2+3)‖4 in series',
  })
  expect(examples(['E1 A B 7', 'R1 A B 27'], 'figures')).toMatchObject({
    fraction: '7/27 A',
    repeating: '0.(259) A',
    3: '259 mA',
  })
  expect(examples(worked, 'power')?.all?.split(' · P')).toHaveLength(3)
})

test('what changes nothing here has no examples', () => {
  const same = (texts: readonly string[], more = {}) =>
    (Object.keys(schoolChoices) as (keyof School)[]).filter((choice) => examples(texts, choice, more) === null)
  expect(same(['E1 A B 5', 'R1 A B 10'])).toEqual([
    'order',
    'begin',
    'how',
    'names',
    'parallel',
    'expand',
    'divider',
    'rest',
    'carry',
    'outward',
    'beyond',
  ])
  expect(same(worked)).toEqual(['begin', 'divider', 'outward', 'beyond'])
  expect(same(worked, { expand: 'divider' })).not.toContain('divider')
  expect(same(['T1 A B', 'R1 A C 10', 'R2 C B 20'])).toContain('branches')
  const known = network(['E1 A C', 'R1 A B 1', 'R2 B C 2'], { known: { part: 'R2', quantity: 'current', value: '1' } })
  expect(examplesOf(sheet(known), 'outward', 4)).toEqual({
    no: { words: 'Req, then from R2' },
    yes: { words: 'R2 → Req' },
  })
})

test('only the asked quantities count', () => {
  const asked = [{ quantity: 'resistance', of: 'E1' }] as const
  expect(examples(worked, 'expand', { asked })).toBeNull()
  expect(examples(worked, 'parallel', { asked })).not.toBeNull()
})
