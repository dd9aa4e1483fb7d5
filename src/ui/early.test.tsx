import { asleep, button, fireEvent, one, press, screen, type, typed, waitFor } from '../../test/screen/show'
import { Work } from '@/features/work/Work'
import { earlyScript } from './early'

// A page as the server sends it, with the script that runs before all others.

const wake = (formula: string) => {
  const wakes = asleep(Work, typed(formula))
  window.eval(earlyScript)
  return wakes
}

afterEach(() => {
  window.nodrelEarly?.stop()
  delete window.nodrelEarly
  document.body.replaceChildren()
})

test('what is typed into a field before the page is awake stands in it then, Enter and all', async () => {
  const wakes = wake('R1 100 + R2 220')
  const formula = one('#formula') as HTMLInputElement
  formula.focus()
  formula.select()
  await type('7//33')
  await press('Backspace', 'Enter')
  expect(formula).toHaveValue('R1 100 + R2 220')
  await wakes()
  await waitFor(() => expect(one('#floor')).toHaveTextContent('2.1'))
  expect(window.nodrelEarly).toBeUndefined()
})

test('what is pressed, pasted and asked for by keys before the page is awake is done then', async () => {
  const wakes = wake('R1 100 + R2 220')
  fireEvent.click(button('Method'))
  const source = one('#source') as HTMLInputElement
  source.select()
  fireEvent.paste(source, { clipboardData: { getData: () => '5 V' } })
  await press('Control+k')
  expect(screen.queryByRole('complementary', { name: 'Method' })).toBeNull()
  await wakes()
  expect(await screen.findByRole('complementary', { name: 'Method' })).toBeInTheDocument()
  expect(await screen.findByRole('combobox', { name: 'Find a network or a command' })).toBeInTheDocument()
  await waitFor(() => expect(source).toHaveValue('5 V'))
})

test('what is typed on nothing before the page is awake is heard then', async () => {
  const wakes = wake('R1 100 + R2 220')
  ;(document.activeElement as HTMLElement | null)?.blur()
  await type('470')
  await wakes()
  await waitFor(() => expect(one('#formula')).toHaveValue('470'))
  expect(screen.getByText(/Enter puts this/)).toBeInTheDocument()
})
