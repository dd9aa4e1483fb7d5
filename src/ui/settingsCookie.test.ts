import { keyText, withoutLetters } from './keyText'
import { readSettings } from './settingsCookie'

const usual = { figures: 4, symbols: 'zigzag', nodes: 'numbers', form: 'line', parts: false, letters: true }

test('settings are read from their cookie', () => {
  const kept = { figures: 'fraction', symbols: 'box', nodes: 'letters', form: 'loop', parts: true, letters: false }
  expect(readSettings(encodeURIComponent(JSON.stringify(kept)))).toEqual(kept)
  expect(readSettings(JSON.stringify({ figures: 6 }))).toEqual({ ...usual, figures: 6 })
})

test('a cookie that makes no sense gives the usual settings', () => {
  for (const text of [
    undefined,
    '',
    '{',
    '%E0%A4%A',
    'null',
    JSON.stringify({ figures: 5 }),
    JSON.stringify({ symbols: '<b>' }),
  ]) {
    expect(readSettings(text)).toEqual(usual)
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
  expect(withoutLetters('mod+shift+z,mod+y')).toBe('mod+shift+z,mod+y')
})
