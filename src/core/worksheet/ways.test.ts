import { network, worked } from '../../../test/documents'
import { worksheetOf as sheet } from '../../../test/worked'
import { waysTo, type Worksheet } from '.'
import type { Quantity } from '../number'

const names = (worksheet: Worksheet, quantity: Quantity, id: number) =>
  waysTo(worksheet, quantity, id).map(({ found }) => found.method)

test('the way that the worksheet took stands first', () => {
  const all = sheet(network(worked))
  const first = (quantity: 'voltage' | 'current', id: number) => names(all, quantity, id)[0]
  expect([first('current', 1), first('voltage', 1)]).toEqual(['carried', 'ohm-voltage']) // R2 lies in series
  expect([first('voltage', 3), first('current', 3)]).toEqual(['carried', 'ohm-current']) // R4 lies in parallel
  const whole = all.derivation.whole as number
  expect([first('voltage', whole), first('current', whole)]).toEqual(['given', 'ohm-current'])
})

test('with two branches the divider is offered in both forms, with three in one', () => {
  expect(names(sheet(network(['E1 A B 6', 'R1 A B 2', 'R2 A B 3'])), 'current', 0)).toEqual([
    'ohm-current',
    'current-divider-of-two',
    'current-divider',
    'ratio',
    'rest',
  ])
  expect(names(sheet(network(['E1 A B 6', 'R1 A B 2', 'R2 A B 3', 'R3 A B 6'])), 'current', 0)).toEqual([
    'ohm-current',
    'current-divider',
    'ratio',
    'rest',
  ])
})

test('on paper two right ways can differ by rounding', () => {
  const all = sheet(network(['E1 A C 10', 'R1 A B 3', 'R2 B C 4']), { carry: 'paper', figures: 3 })
  // I = 10/7 = 1.43 A; by Ohm's law V1 = 1.43 · 3 = 4.29 V, V2 = 1.43 · 4 = 5.72 V; together 10.01 V.
  const value = (id: number) => waysTo(all, 'voltage', id).map(({ found }) => [found.method, found.amount?.value])
  expect(value(0)).toEqual([
    ['ohm-voltage', 4.29],
    ['voltage-divider', 4.29],
    ['ratio', 4.29],
    ['rest', 4.28],
  ])
  expect(value(1)).toEqual([
    ['ohm-voltage', 5.72],
    ['voltage-divider', 5.71],
    ['ratio', 5.72],
    ['rest', 5.71],
  ])
})

test('a way is offered instead where what it uses is known by then, and taking it takes it', () => {
  const choices = (worksheet: Worksheet, quantity: Quantity, id: number) =>
    waysTo(worksheet, quantity, id).map(({ found, choice }) => [found.method, choice])
  const usual = sheet(network(worked))
  expect(choices(usual, 'voltage', 1)).toEqual([
    ['ohm-voltage', null],
    ['voltage-divider', 'divider'],
    ['ratio', null], // R3 is not found yet
    ['rest', null],
  ])
  expect(choices(usual, 'voltage', 2).slice(1)).toEqual([
    ['voltage-divider', 'divider'],
    ['ratio', 'ratio'],
    ['rest', 'rest'],
  ])
  for (const choice of ['divider', 'ratio', 'rest'])
    expect(choices(sheet(network(worked), { ways: { 'V R3': choice } }), 'voltage', 2)[0][0]).toBe(
      choice === 'divider' ? 'voltage-divider' : choice,
    )
})
