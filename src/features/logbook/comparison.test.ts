import { document, worked } from '../../../test/documents'
import { changeText, comparedOf, partsIn } from './comparison'

test('networks are compared part by part, those that cannot be worked out stay empty', () => {
  const first = comparedOf('1', document(worked, { title: 'First' }))
  const other = comparedOf(
    '2',
    document(worked.map((text) => text.replace('R4 B C 15', 'R4 B C 18')).concat('R9 C D 5')),
  )
  const broken = comparedOf('3', document(['R1 A B 1']))
  expect(broken).toEqual({ id: '3', title: 'Untitled network', parts: null, whole: null })
  expect(partsIn([first, other, broken])).toEqual(['R1', 'R2', 'R3', 'R4', 'R5', 'R9'])
  expect(first.whole?.resistance?.value).toBe(12.5)
  expect(changeText(first.parts?.get('R4')?.resistance, other.parts?.get('R4')?.resistance)).toBe('+20 %')
  expect(changeText(first.parts?.get('R1')?.resistance, other.parts?.get('R1')?.resistance)).toBe('')
  expect(changeText(first.parts?.get('R9')?.resistance, other.parts?.get('R9')?.resistance)).toBe('')
  expect(changeText({ value: 4 }, { value: 3 })).toBe('−25 %')
  expect(changeText({ value: 1 }, { value: 12 })).toBe('+1100 %')
})
