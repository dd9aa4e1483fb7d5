import { document, worked } from '../../../test/documents'
import { randomNetwork } from '../../../test/randomNetwork'
import type { NetworkDocument } from '../network'
import { cardOf } from './card'

const usual = { nodes: 'numbers', form: 'line' } as const
const card = (it: NetworkDocument, settings: Parameters<typeof cardOf>[1] = usual) => cardOf(it, settings)
const plain = (text: string) => text.replaceAll('\u2009', ' ')

test('a card says result', () => {
  expect(plain(card(document(worked)).answer)).toBe('Req 12.5 Ω · I 960 mA')
  expect(plain(card(document(['T1 A B', 'R1 A B 7'])).answer)).toBe('Req 7 Ω')
  expect(card(document(['E1 A B 5', 'R1 A B 0'])).answer).toBe('the supply is shorted')
  expect(card(document(['E1 A B 5'])).answer).toBe('nothing closes the circuit')
  expect(card(document(['E1 A Z 12', 'R1 A B 1', 'R2 A C 2', 'R3 B C 3', 'R4 B Z 4', 'R5 C Z 5'])).answer).toBe(
    'a bridge stops the reduction',
  )
  expect(card(document(['E1 A B 5', 'R1 A B -1'])).answer).toBe('cannot be worked out: open it to see why')
  const contradiction = document(['E1 A B', 'R1 A B 1', 'R2 A C 1'], {
    known: { part: 'R2', quantity: 'current', value: '1' },
  })
  expect(card(contradiction).answer).toBe('cannot be worked out: open it to see why')
})

test('what is no network has a card that says so', () => {
  for (const damaged of [null, {}, { parts: null }, { ...document(worked), parts: [null] }])
    expect(cardOf(damaged, usual).answer).toBe('cannot be worked out: open it to see why')
})

test('small networks are drawn, larger ones have their numbers, the largest wait until they are opened', () => {
  expect(card(document(worked))).toMatchObject({
    picture: { parts: { length: 5 } },
    nodeLabels: ['1', '2', '3', '4', '5'],
  })
  expect(card(randomNetwork(3, 60))).toMatchObject({ picture: null, answer: expect.stringContaining('Req') })
  expect(card(randomNetwork(3, 6000))).toMatchObject({ picture: null, answer: 'open it to work it out' })
})

test('cards are drawn as the person likes sheets: with letters, as closed loops', () => {
  const liked = card(document(worked), { nodes: 'letters', form: 'loop' })
  expect(liked.nodeLabels).toEqual(['A', 'B', 'C', 'D', 'E'])
  expect(liked.picture?.source?.label.name).toBe('E1')
})

test('a resistor that carries nothing needs no value for the card', () => {
  const open = document([...worked, 'R6 M X'])
  expect(plain(card(open).answer)).toBe('Req 12.5 Ω · I 960 mA')
})
