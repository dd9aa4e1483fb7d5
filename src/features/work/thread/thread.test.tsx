import {
  all,
  between,
  button,
  click,
  focus,
  half,
  one,
  open,
  press,
  screen,
  textOf,
  typed,
  within,
} from '../../../../test/screen/show'
import { Work } from '../Work'

const five = typed('R1 1.5 + (R2 10 + R3 20) // R4 15 + R5 1')
const thread = () => screen.getByRole('region', { name: 'The thread' })
const isLetGo = () => expect(screen.queryByRole('region', { name: 'The thread' })).toBeNull()
const at = () => textOf(one('[data-thread-at]'))
/** How many values there are: each stands in many places. */
const values = (selector: string) => new Set(all(selector).map((it) => it.dataset.line)).size
const valueOn = (row: number, side: 'reduce' | 'expand', id: number) =>
  one(`[data-target="value-${id}-0"]`, half(row, side))

/** What lies on the clipboard once the thread was copied. */
async function copied(): Promise<string> {
  await press('c')
  return (await navigator.clipboard.readText()).replaceAll(/\s/g, ' ')
}

test('from sheet, formula, table and potential: all that a value was found from is lit, and nothing else', async () => {
  await open(Work, five)
  await click(valueOn(0, 'expand', 2))
  expect(at()).toBe('V(R3) = 6.4 V')
  expect(textOf(within(thread()).getByRole('list', { name: 'Found from' }))).toContain('I(R3) = 320 mA')
  const words = await copied()
  expect(words).toMatch(/^V\(R3\) = 6.4 V from I\(R3\) and R3; .*; R1 = 1.5 Ω, given$/)
  expect(values('[data-on-thread]')).toBe(words.split('; ').length)
  await click(all('[data-formula]', half(1, 'expand'))[0])
  expect(at()).toBe('I(R2+3) = 320 mA')
  await click(button('power of R4: where it comes from'))
  expect(at()).toBe('P(R4) = 6.144 W')
  await click(button('potential of node 2: where it comes from'))
  expect(at()).toBe('V(2) = 10.56 V')
  // From a value beside it to that value, and what depends on it.
  await click(within(within(thread()).getByRole('list', { name: 'Found from' })).getAllByRole('button')[0])
  await click(button('What depends on it'))
  expect(one('[data-thread]')).toHaveAttribute('data-thread', 'to')
  // A part that is chosen takes the place of the value.
  await click(one('[data-target="part-1"]', half(0, 'reduce')))
  isLetGo()
  expect(await screen.findByText(/on sheet 0/)).toBeInTheDocument()
})

test('by the keyboard alone', async () => {
  await open(Work, five)
  focus(valueOn(0, 'expand', 2))
  await press('Enter')
  expect(at()).toBe('V(R3) = 6.4 V')
  await press('ArrowDown')
  expect(at()).toBe('I(R3) = 320 mA')
  expect(within(thread()).getByRole('status')).toHaveTextContent('Found from 15 other values')
  // Turned round, it begins where one stands.
  await press('r')
  expect(thread()).toHaveTextContent('on the thread that begins at I(R3)')
  await press('r', 'o')
  expect(screen.getByRole('dialog', { name: 'Ways to these values' })).toBeInTheDocument()
  await press('Escape')
  expect(screen.queryByRole('dialog')).toBeNull()
  expect(thread()).toBeInTheDocument()
  await press('Escape')
  isLetGo()
  // The keys are those of the worksheet again.
  await press('j')
  expect(screen.getByText('step 1 of 3')).toBeInTheDocument()
})

test('outward from a resistor: the thread begins at what is known', async () => {
  const parts = ['E1 A C', 'R1 A B 47', 'R2 B M 150', 'R3 M C 180', 'R4 B C 270']
  const known = { part: 'R3', quantity: 'current', value: '25 mA' } as const
  await open(Work, between(parts, { known, worksheet: { outward: 'yes' } }))
  await click(button('power of R1: where it comes from'))
  expect(await copied()).toContain('I(R3) = 25 mA, given')
  await press('Escape')
  await click(all('[data-line]', screen.getByRole('list', { name: 'From what is known outward' }))[0])
  await press('r')
  expect(one('[data-thread]')).toHaveAttribute('data-thread', 'to')
  await press('ArrowDown')
  expect(at()).not.toMatch(/R3\)? = 25/)
})

test('on paper: each rounding on the thread says its share', async () => {
  const parts = ['E1 A D 12V', 'R1 A B 1.7', 'R2 B M 10', 'R3 M C 23', 'R4 B C 15', 'R5 C D 1.1']
  await open(Work, between(parts, { worksheet: { carry: 'paper', figures: 3 } }))
  await click(valueOn(0, 'expand', 2))
  expect(textOf(one('[data-share]'))).toMatch(/its rounding: [+−]\d+ % of all that goes into V\(R3\)/)
  await press('ArrowDown', 'ArrowDown')
  expect(textOf(one('[data-share]'))).toContain('of all that goes into V(R3)')
})

test('beyond a bridge it goes through the exchange', async () => {
  const parts = ['E1 A D 10V', 'R1 A B 100', 'R2 A C 220', 'R3 B C 330', 'R4 B D 470', 'R5 C D 150']
  await open(Work, between(parts, { worksheet: { beyond: 'yes' } }))
  await click(valueOn(0, 'expand', 2))
  expect(all('[data-exchange] [data-on-thread]').length).toBeGreaterThan(3)
  expect(await copied()).toMatch(/RY|Ra|R\w+ = .* from R\d, R\d and R\d/)
  await press('ArrowDown')
  expect(at()).not.toMatch(/^V\(R3\)/)
})

test('while one steps, what is not shown yet is on no thread', async () => {
  await open(Work, five)
  await click(button('Step'))
  await press('ArrowRight', 'ArrowRight', 'ArrowRight')
  await click(all('[data-formula]')[0])
  expect(at()).toBe('R2+3 = 30 Ω')
  await press('r')
  expect(thread()).toHaveTextContent('1 of 1 on the thread')
})

test('only what is asked: its thread is the whole worksheet', async () => {
  const parts = ['E1 A C 12V', 'R1 A B 10', 'R2 B C 20', 'R3 A C 15']
  await open(Work, between(parts, { worksheet: { asked: [{ quantity: 'current', of: 'R2' }] } }))
  await click(one('[data-line]', screen.getByRole('region', { name: 'What was asked for' })))
  expect(at()).toBe('I(R2) = 400 mA')
  expect(values('[data-formula]')).toBeGreaterThan(0)
  expect(values('[data-formula][data-on-thread]')).toBe(values('[data-formula]'))
})

test('where there is little room it is a list', async () => {
  await open(Work, five)
  await click(valueOn(0, 'expand', 2))
  const list = within(thread()).getByRole('list', { name: 'The whole thread' })
  const items = within(list).getAllByRole('button')
  expect(textOf(items[0])).toBe('V(R3) = 6.4 V')
  const third = textOf(items[2])
  await click(items[2])
  expect(at()).toBe(third)
  await click(button('Close'))
  isLetGo()
})
