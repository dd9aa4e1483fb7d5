import { keyText, withoutLetters } from './keyText'
import { usualSchool } from '@/core/network'
import { readSettings } from './readSettings'

const read = (value?: string) => readSettings({ get: () => (value === undefined ? undefined : { value }) })

const usual = {
  ...usualSchool,
  symbols: 'zigzag',
  nodes: 'numbers',
  form: 'line',
  letters: false,
  logbook: 'cards',
}

test('settings are read from their cookie', () => {
  const kept = {
    ...usual,
    figures: 'fraction',
    order: 'pairs',
    carry: 'paper',
    symbols: 'box',
    nodes: 'letters',
    form: 'loop',
    letters: true,
    logbook: 'cards',
  }
  expect(read(encodeURIComponent(JSON.stringify(kept)))).toEqual(kept)
  expect(read(JSON.stringify({ figures: 6 }))).toEqual({ ...usual, figures: 6 })
})

test('a cookie that makes no sense gives the usual settings', () => {
  for (const text of [
    undefined,
    '',
    '{',
    '%E0%A4%A',
    'null',
    JSON.stringify({ figures: 5 }),
    JSON.stringify({ order: 'sideways' }),
    JSON.stringify({ symbols: '<b>' }),
  ]) {
    expect(read(text)).toEqual(usual)
  }
})

test('keys are shown as they stand on the keyboard', () => {
  expect(keyText('mod+shift+z,mod+y')).toBe('Ctrl Shift Z or Ctrl Y')
  expect(keyText('j,down')).toBe('J or ↓')
  expect(keyText('?')).toBe('?')
  expect(keyText('esc')).toBe('Esc')
})

test('with letters off, only keys that nobody types by mistake are left', () => {
  expect(withoutLetters('j,down')).toBe('down')
  expect(withoutLetters('p')).toBe('')
  expect(withoutLetters('?')).toBe('')
  expect(withoutLetters('shift+v')).toBe('')
  expect(withoutLetters('mod+shift+z,mod+y')).toBe('mod+shift+z,mod+y')
})
