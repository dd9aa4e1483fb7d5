import {
  all,
  between,
  button,
  click,
  formulas,
  half,
  one,
  open,
  press,
  screen,
  textOf,
  typed,
  within,
} from '../../../test/screen/show'
import { Work } from './Work'

const bar = () => screen.getByRole('toolbar', { name: 'One reveal at a time' })
const status = () => textOf(within(bar()).getByRole('status'))
const rows = () => all('[data-row]').length

test('step by step: nothing further down is there before it is shown', async () => {
  await open(Work, typed('R1 1.5 + (R2 10 + R3 20) // R4 15 + R5 1'))
  await click(button('Step'))
  expect(bar()).toHaveTextContent('0 of')
  // The first sheet alone.
  expect(rows()).toBe(1)
  expect(screen.getByRole('region', { name: 'The valley' })).not.toHaveTextContent('in series')
  await press('ArrowRight')
  // The reason first, then the line and with it the next sheet.
  expect(half(0, 'reduce')).toHaveTextContent('in series')
  expect(formulas(half(0, 'reduce'))).toEqual([])
  expect(rows()).toBe(1)
  await click(button('Next'))
  const [line] = formulas(half(0, 'reduce'))
  expect(line).toMatch(/Ω$/)
  // What came is read aloud.
  expect(status()).toBe(line)
  expect(all('[data-row="1"]')).toHaveLength(1)
  await press('ArrowLeft')
  expect(all('[data-row="1"]')).toEqual([])
  expect(one('#floor')).not.toHaveTextContent('Req')
  // A jump to a row shows all before it.
  await press('ArrowRight')
  await click(button('Go down to sheet 1'))
  expect(half(1, 'reduce')).toHaveTextContent(/parallel|series/)
  await press('End')
  expect(status()).toContain('all is shown')
  expect(half(0, 'expand')).toHaveTextContent('6.4')
  await press('Home')
  expect(bar()).toHaveTextContent('0 of')
})

test('at a bridge one reveal says that no group is left', async () => {
  await open(Work, between(['E1 A D 5', 'R1 A B 100', 'R2 A C 220', 'R3 B C 330', 'R4 B D 470', 'R5 C D 150']))
  await click(button('Step'))
  await press('ArrowRight')
  expect(half(0, 'reduce')).toHaveTextContent('No group is left')
  await press('End')
  expect(status()).toContain('all is shown')
})

test('by row a whole side of a row comes at once', async () => {
  await open(Work, typed('R1 1.5 + (R2 10 + R3 20) // R4 15 + R5 1'))
  await click(button('Step'))
  await click(button('by row'))
  expect(bar()).toHaveTextContent(/0 of \d+ shown; next the row, sheet 0 down/)
  const count = Number(/of (\d+)/.exec(bar().textContent ?? '')?.[1])
  // Three sheets down, the supply, three up.
  expect(count).toBe(7)
  await press('ArrowRight')
  expect(half(0, 'reduce')).toHaveTextContent('R2 and R3 in series')
  expect(formulas(half(0, 'reduce'))).toHaveLength(1)
  for (let i = 1; i < count; i++) await press('ArrowRight')
  expect(status()).toContain('all is shown')
})

test('the staircase grows as it is stepped through', async () => {
  await open(Work, typed('R1 1.5 + (R2 10 + R3 20) // R4 15 + R5 1'))
  await click(button('Step'))
  expect(screen.queryByRole('region', { name: 'Staircase' })).toBeNull()
  const seen: string[] = []
  for (let i = 0; i < 60 && seen.at(-1) !== 'R1 R2 R3 R4 R5'; i++) {
    await press('ArrowRight')
    const names = all('[data-stair]')
      .map((it) => it.dataset.stair)
      .join(' ')
    if (names !== '' && names !== seen.at(-1)) seen.push(names)
  }
  expect(seen).toEqual(['Req', 'R1 (R2+3)‖4 R5', 'R1 R2+3 R4 R5', 'R1 R2 R3 R4 R5'])
})
