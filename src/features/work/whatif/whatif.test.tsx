import {
  all,
  answerOf,
  between,
  button,
  click,
  fill,
  focus,
  half,
  labelled,
  one,
  open,
  press,
  screen,
  select,
  settled,
  textOf,
  typed,
  waitFor,
  within,
} from '../../../../test/screen/show'
import { Work } from '../Work'

const five = typed('R1 1.5 + (R2 10 + R3 20) // R4 15 + R5 1')
const knob = () => one('[data-knob]')
const valueOn = (id: number, side: 'reduce' | 'expand' = 'reduce') =>
  one(`[data-target="value-${id}-0"]`, half(0, side))
const compared = () => one('[data-compared]')
const formula = () => (labelled('The network as a formula') as HTMLInputElement).value
const of = (quantity: string, name: string) => button(`${quantity} of ${name}: where it comes from`)

/** Takes a value into the hand by keys. */
async function take(value: Element) {
  await click(value)
  await press('x')
  expect(knob()).toHaveFocus()
}

test('by keys: one per cent, by E24 with Shift, taken back by undo, kept as one change', async () => {
  await open(Work, five)
  await take(valueOn(3))
  await press('ArrowRight')
  expect(knob()).toHaveAttribute('aria-valuetext', expect.stringMatching(/^15\.2\sΩ; Enter keeps it/))
  // Undo takes back what is tried, not what was drawn; at once as well as once it rests.
  await press('Control+z')
  expect(knob()).toHaveAttribute('aria-valuenow', '15')
  await press('ArrowRight')
  await waitFor(() => expect(textOf(compared())).toContain('R4 = 15.2 Ω'))
  await press('Control+z')
  expect(knob()).toHaveAttribute('aria-valuenow', '15')
  expect(formula()).toMatch(/R4 15 /)
  await press('ArrowRight', 'Shift+ArrowUp', 'Shift+ArrowUp')
  expect(knob()).toHaveAttribute('aria-valuenow', '18')
  await press('Enter')
  expect(formula()).toMatch(/R4 18 Ω/)
  expect(all('[data-knob]')).toEqual([])
  await click(button('Undo'))
  expect(formula()).toMatch(/R4 15/)
})

test('while the formula is half typed nothing is turned; what was turned stays', async () => {
  await open(Work, five)
  await take(valueOn(3))
  await press('Shift+ArrowUp')
  await waitFor(() => expect(textOf(compared())).toContain('R4 = 16 Ω'))
  fill(labelled('The network as a formula'), 'R1 1.5 + (R2 10')
  await settled()
  expect(all('[data-knob]')).toEqual([])
  expect(textOf(valueOn(3))).toContain('16 Ω')
  await click(button('Undo'))
  expect(textOf(valueOn(3))).toContain('16 Ω')
  expect(textOf(knob())).toContain('R4 = 16 Ω')
})

test('the source is a knob; so is what is known inside, outward', async () => {
  const parts = ['E1 A C', 'R1 A B 47', 'R2 B M 150', 'R3 M C 180', 'R4 B C 270']
  const known = { part: 'R3', quantity: 'current', value: '25 mA' } as const
  await open(Work, between(parts, { known, worksheet: { outward: 'yes' } }))
  expect(textOf(of('power', 'R3'))).toBe('112.5 mW')
  await take(of('current', 'R3'))
  await press('Shift+ArrowRight')
  // 27 mA through 180 Ω; power goes with the square.
  await waitFor(() => expect(textOf(of('power', 'R3'))).toContain('131.2 mW'))
  // At rest its resistance is what it was.
  await waitFor(() => expect(textOf(compared())).toContain('I(R3) = 27 mA'))
  expect(answerOf('R3').slice(1, 3)).toEqual(['180 Ω', '4.86 V+1.0 %'])
  await press('Escape')
  await waitFor(() => expect(textOf(of('power', 'R3'))).toBe('112.5 mW'))
})

test('on paper and beyond a bridge the values follow as they are written there', async () => {
  const bridge = ['E1 A D 10V', 'R1 A B 100', 'R2 A C 220', 'R3 B C 330', 'R4 B D 470', 'R5 C D 150']
  await open(Work, between(bridge, { worksheet: { beyond: 'yes', carry: 'paper', figures: 3 } }))
  await take(valueOn(2))
  await press('Shift+ArrowRight')
  await waitFor(() => expect(textOf(compared())).toContain('R3 = 360 Ω'))
  const held = textOf(of('current', 'R3'))
  expect(held).toMatch(/^\d\.\d\d mA/)
  await press('Enter')
  await waitFor(() => expect(answerOf('R3')[1]).toBe('360 Ω'))
  expect(answerOf('R3')[3]).toContain(held.slice(0, 4))
})

test('taken out, bridged over, put back; states held against each other; branches one by one', async () => {
  await open(Work, five)
  await take(valueOn(3))
  await click(button('Remove R4'))
  const bar = () => screen.getByRole('region', { name: 'What if' })
  expect(bar()).toHaveTextContent('R4 removed')
  expect(answerOf('supply E1')).toContain('369.2 mA')
  await click(button('Put R4 back'))
  await take(valueOn(2))
  // What it was turned to a moment ago stays with it.
  await press('Shift+ArrowUp')
  await click(button('Short R3'))
  expect(textOf(bar())).toContain('R3 = 22 Ω, R3 shorted')
  expect(answerOf('supply E1')).toContain('1.412 A')
  await press('Escape', 'Escape')
  await select(labelled('one state', compared()), 'R4 removed')
  await settled()
  const row = within(compared())
    .getAllByRole('row')
    .find((it) => it.textContent?.includes('E1'))
  expect(textOf(row)).toContain('369.2 mA | 1.412 A')
  await click(button('Put all back'))
  expect(all('[data-compared]')).toEqual([])
  // The branches of a group, one after the other.
  await click(all('[data-formula]', half(1, 'reduce')).at(-1) as Element)
  await click(button('Add its branches one by one'))
  focus(labelled('the other state', compared()))
  await press('Enter')
  expect(all('[role=option]')).toHaveLength(3)
})

test('which resistance: found exactly, two for a power, none, and none that matters', async () => {
  await open(Work, five)
  await take(valueOn(3))
  await click(button('Find R4 for …'))
  const ask = async (name: string, wanted: string) => {
    await select(labelled('the value that is wanted'), name)
    const field = labelled(/^wanted, in/)
    fill(field, wanted)
    await press('Enter')
  }
  const solutions = () => all('[data-solution]').map(textOf)
  await ask('I(R3)', '250 mA')
  expect(solutions()).toEqual(['R4 = 150/31 Ω ≈ 4.839 Ω'])
  expect(textOf(one('[data-answer=found]'))).toContain('4.7 Ω gives 247.6 mA')
  await ask('P(R4)', '6 W')
  expect(solutions()).toHaveLength(2)
  await ask('I(R3)', '2 A')
  expect(textOf(one('[data-answer=none]'))).toMatch(
    /No R4 makes I\(R3\) 2 A: it lies between 0 A \(R4 at 0 Ω\) and 369\.2 mA \(R4 removed\)/,
  )
  await ask('R2+3', '12')
  expect(textOf(one('[data-answer=constant]'))).toContain('R2+3 does not depend on R4: it is always 30 Ω')
  await ask('I(R3)', 'half')
  expect(one('[data-which] [role=alert]')).not.toBeEmptyDOMElement()
  await ask('I(R3)', '1/4')
  await click(button('Use it'))
  await waitFor(() => expect(textOf(of('current', 'R3'))).toContain('250 mA'))
  focus(knob())
  await press('Enter')
  expect(formula()).toMatch(/R4 150\/31/)
})
