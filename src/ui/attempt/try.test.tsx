import { Work } from '@/features/work/Work'
import type { Attempt } from '@/core/kept'
import { openDoors, type Doors } from '../../../test/screen/doors'
import {
  all,
  between,
  button,
  click,
  fill,
  fireEvent,
  focus,
  labelled,
  one,
  open,
  press,
  screen,
  send,
  settled,
  textOf,
  type,
  typed,
  waitFor,
  within,
  find,
} from '../../../test/screen/show'

const region = (name: string) => screen.getByRole('region', { name })
/** A part to be chosen, by its name. */
const part = (name: string) => one(`[data-choice] [aria-label^="${name}, "]`)
const choice = () => one('[data-choice] [data-judged]')
const phase = () => one('[data-try]').dataset.try

/** Chooses parts, says how they lie, types their equivalent. */
async function combine(names: readonly string[], kind: 'series' | 'parallel', answer: string) {
  // What was no group stays chosen.
  const before = (one('[data-choice] [data-chosen]').textContent ?? '').split(', ')
  for (const name of before) if (name.startsWith('R') && !names.includes(name)) await click(part(name))
  for (const name of names) if (!before.includes(name)) await click(part(name))
  await click(button(`in ${kind}`))
  fill(labelled('Their equivalent resistance'), answer)
  await click(button('Check'))
}

async function answer(label: string, text: string) {
  send(labelled(label), text)
  await settled()
}

/** What was last said of a value. */
const said = (label: string) => one(`[id="${labelled(label).getAttribute('aria-describedby')}"] [data-judged]`)
const slips = (element: HTMLElement) => element.dataset.slip?.split(' ') ?? []
const goOver = (from: string, quantity: string) => click(button(`the ${quantity}`, one(`[data-undo="${from}"]`)))

/** What is kept of what was tried. */
const attemptKept = (doors: Doors) => doors.kept.get('/api/attempts/n')?.document as Attempt | undefined

/** Opens a network to be tried. */
async function begin(network: Parameters<typeof open>[1], doors = openDoors()) {
  const shown = await open(Work, network, { doors, isTried: true })
  await waitFor(() => expect(one('[data-try] [data-saving]')).toHaveTextContent('saved'))
  return shown
}

test('a network is done by hand in an order of one’s own, kept, taken up again, and summed up', async () => {
  const doors = openDoors()
  const network = typed('1.5 + (10 + 20) // 15 + 1')
  const { unmount } = await begin(network, doors)
  await combine(['R2', 'R3'], 'series', '30 Ω')
  await combine(['R2+3', 'R4'], 'parallel', '10')
  await combine(['R1', '(R2+3)‖4', 'R5'], 'series', '25/2')
  await answer('current of Req', '960 mA')
  expect(all('[data-own="0"][data-side=expand]')).toHaveLength(1)
  await waitFor(() => expect(attemptKept(doors)?.moves).toHaveLength(4))
  unmount()
  await begin(network, doors)
  expect(labelled('current of Req')).toHaveValue('960 mA')
  await goOver('Req', 'current')
  await answer('voltage of R1', '1.44')
  await answer('voltage of (R2+3)‖4', '9.60 V')
  await answer('voltage of R5', '0.96')
  await goOver('(R2+3)‖4', 'voltage')
  await answer('current of R4', '0.64')
  await answer('current of R2+3', '0.32')
  await goOver('R2+3', 'current')
  await answer('voltage of R2', '3.2')
  expect(phase()).toBe('expand')
  await answer('voltage of R3', '6.399')
  expect(said('voltage of R3').dataset.judged).toBe('rounded')
  expect(phase()).toBe('done')
  expect(region('How it went')).toHaveTextContent('1 of them within rounding')
  expect(region('How it went')).toHaveTextContent('No slips.')
  await answer('power of R4', '6.14 W')
  expect(said('power of R4').dataset.judged).toBe('right')
})

test('slips are named, each by what was chosen or by its number', async () => {
  await begin(typed('R1 100 + (R2 1k + R3 2k2) // R4 4k7 // R5 3k3 + R6 220'))
  await combine(['R1', 'R2'], 'series', '1100')
  expect(slips(choice())).toEqual(['junction-between'])
  expect(choice()).toHaveTextContent('R1 and R2 share node 2: what else meets there?')
  expect(all('[data-choice] [data-lit]')).toHaveLength(1)
  await combine(['R1', 'R3'], 'series', '2300')
  expect(slips(choice())).toEqual(['apart'])
  await combine(['R2', 'R3'], 'parallel', '687.5')
  expect(slips(choice())).toEqual(['kind'])
  // The choice and what was typed are still there.
  expect(one('[data-chosen]')).toHaveTextContent('R3, R2')
  expect(labelled('Their equivalent resistance')).toHaveValue('687.5')
  await click(part('R2'))
  await click(button('Check'))
  expect(one('[data-choice] [role=alert]')).toHaveTextContent('choose two')
  await combine(['R2', 'R3'], 'series', '3.2')
  const R23 = 'resistance of R2+3'
  expect(slips(said(R23))).toContain('thousandfold')
  await answer(R23, '687.5')
  expect(slips(said(R23))).toContain('as-parallel')
  await answer(R23, '3k2')
  expect(said(R23).dataset.judged).toBe('right')
  await combine(['R2+3', 'R4', 'R5'], 'parallel', '11.2k')
  const pair = 'resistance of (R2+3)‖4‖5'
  expect(slips(said(pair))).toContain('added')
  await answer(pair, '0.0008283')
  expect(slips(said(pair))).toContain('not-turned-over')
  // A wrong value has the focus, and what comes next waits for it.
  await answer(pair, '2k')
  expect(labelled(pair)).toHaveFocus()
  expect(all('[data-choice]')).toHaveLength(0)
  await click(button('Go on with my value'))
  await combine(['R1', '(R2+3)‖4‖5', 'R6'], 'series', '2320')
  expect(said('resistance of Req').dataset.judged).toBe('follows')
  await answer(pair, '1207')
  // What followed from the wrong value is to be corrected too.
  expect(said('resistance of Req')).toHaveTextContent('This came from a value that you have corrected')
  await answer('resistance of Req', '1.527k')
  await answer('current of Req', '7.857 V')
  expect(slips(said('current of Req'))).toContain('unit')
  await answer('current of Req', '7.857 mA')
  await goOver('Req', 'voltage')
  expect(all('[data-undo="Req"] [data-slip="carried-wrong"]')).toHaveLength(1)
  await goOver('Req', 'current')
  await answer('voltage of (R2+3)‖4‖5', '9.485')
  await answer('voltage of R1', '1.7285')
  expect(slips(said('voltage of R1'))).toContain('wrong-on-top')
  expect(within(region('How it went')).getByRole('list', { name: 'Slips' })).toHaveTextContent(
    'sum of reciprocals not turned over',
  )
})

test('at a bridge the right answer is that reduction stops, and why; hints help in three strengths', async () => {
  const bridge = ['E1 A E 5', 'R1 A B 10', 'R2 B C 100', 'R3 B D 220', 'R4 C D 330', 'R5 C E 470', 'R6 D E 150']
  await begin(between(bridge))
  // Nothing tells where it stops, nor that it does.
  expect(all('[data-finding=bridge]')).toEqual([])
  await find('hint')
  expect(one('[data-hint="1"]')).toHaveTextContent('how many parts meet')
  await find('hint')
  expect(one('[data-hint="2"]')).toHaveTextContent('no two are in series or in parallel')
  await click(button('The step itself'))
  expect(one('[data-hint="3"]')).toHaveTextContent('say that reduction stops, at R2, R3, R4, R5 and R6')
  await click(button('Is no group left?'))
  for (const name of ['R1', 'R2', 'R3', 'R4', 'R5', 'R6']) await click(part(name))
  await click(labelled(/^where two of them meet/))
  await click(button('Reduction stops here'))
  expect(slips(choice())).toEqual(['not-the-bridge'])
  await click(part('R1'))
  await click(button('Reduction stops here'))
  expect(phase()).toBe('done')
  expect(choice()).toHaveTextContent('a third part leaves from every node')
  await click(button('Start over'))
  expect(phase()).toBe('reduce')
})

test('a carried error unwinds; nothing is judged that was not sent, and undo is that of the attempt', async () => {
  await begin(typed('R1 100 + R2 200 // R3 300'))
  expect(one('[data-goal]')).toHaveTextContent(
    'Given the voltage of E1, 12 V. Find the values of E1, and the voltage and current of every resistor.',
  )
  await combine(['R2', 'R3'], 'parallel', '500')
  expect(labelled('resistance of R2‖3')).toHaveFocus()
  await click(button('Go on with my value'))
  await combine(['R1', 'R2‖3'], 'series', '600')
  await answer('current of Req', '20 mA')
  await goOver('Req', 'current')
  await answer('voltage of R1', '2')
  await answer('voltage of R2‖3', '10')
  await goOver('R2‖3', 'voltage')
  await answer('current of R2', '10/200')
  await answer('current of R3', '33.3 mA')
  expect(phase()).toBe('expand')
  const mend = () => one('[data-mend]')
  expect(mend()).toHaveTextContent(/and what follows from them:\s*Req →\s*I\(Req\) →/)
  // A value of one's own leads back to what is wrong, and on to what follows from it.
  focus(labelled('current of R2'))
  const own = () => one('[data-own-thread]')
  expect(own()).toHaveTextContent(/I\(R2\) follows from your\s*R2‖3 ✗\s*which is wrong/)
  await click(button('R2‖3 ✗', own()))
  expect(labelled('resistance of R2‖3')).toHaveFocus()
  expect(own()).toHaveTextContent(/R2‖3 is wrong; these follow from it:\s*Req →/)
  expect(button('I(R2) →', own())).toBeInTheDocument()
  await click(button('R2‖3 ✗', mend()))
  const equivalent = () => labelled('resistance of R2‖3')
  expect(equivalent()).toHaveFocus()
  // A hint does not send what is half typed.
  fill(equivalent(), '12')
  await click(button('Where to look'))
  fireEvent.blur(equivalent(), { relatedTarget: button('Where to look') })
  expect(one('[data-hint="1"]')).toHaveTextContent(/^look at R2‖3 again first: its value is not right$/)
  expect(screen.getByText('not checked yet: press Enter in the field')).toBeInTheDocument()
  expect(labelled('current of R3')).toHaveValue('33.3 mA')
  await answer('resistance of R2‖3', '1/(1/200 + 1/300)')
  // What followed from it is next.
  expect(labelled('resistance of Req')).toHaveFocus()
  expect(said('current of R2')).toHaveTextContent('This came from a value that you have corrected')
  await click(button('Undo', one('header')))
  expect(equivalent()).toHaveValue('500')
  await click(button('Redo', one('header')))
  expect(equivalent()).toHaveValue('1/(1/200 + 1/300)')
  await answer('resistance of Req', '220')
  await answer('current of Req', '54.55 mA')
  await goOver('Req', 'current')
  await answer('voltage of R1', '5.455')
  await answer('voltage of R2‖3', '6.545')
  await goOver('R2‖3', 'voltage')
  await answer('current of R2', '32.73 mA')
  await answer('current of R3', '21.82 mA')
  expect(phase()).toBe('done')
  await answer('I(R2) and I(R3) add up to', '54.55 mA')
  expect(region('Check it')).toHaveTextContent('what arrives there')
  expect(region('How it went')).toHaveTextContent('1 check made')
  // The network is as it was.
  await click(button('Worked'))
  expect(labelled('The network as a formula')).toHaveValue('R1 100 + R2 200 ∥ R3 300')
})

test('only what is asked, by its name, by keyboard alone', async () => {
  const parts = ['E1 A C', 'R1 A B 100', 'R2 B C 200', 'R3 B C 300']
  const known = { part: 'R3', quantity: 'current', value: '2 mA' } as const
  const asked = [
    { quantity: 'voltage', of: 'E1' },
    { quantity: 'potential', of: 'B' },
  ] as const
  await begin(between(parts, { known, worksheet: { asked } }))
  expect(one('[data-goal]')).toHaveTextContent(
    'Given the current in R3, 2 mA. Find the voltage across E1, the potential of node 2.',
  )
  focus(part('R1'))
  await press('ArrowRight', 'Enter', 'ArrowRight', 'Enter')
  focus(button('in parallel'))
  await press('Enter', 'Tab')
  await type('120')
  await press('Enter')
  focus(part('R1'))
  await press('Enter', 'ArrowRight', 'Enter')
  focus(button('in series'))
  await press('Enter', 'Tab', 'Tab')
  await type('220')
  await press('Enter')
  await find('hint')
  await find('hint')
  expect(one('[data-hint="2"]')).toHaveTextContent('V(R3): Ohm’s law, V = I · R, from I(R3) and R3')
  focus(labelled('voltage of R3'))
  await type('2 mA * 300')
  await press('Tab')
  expect(said('voltage of R3').dataset.judged).toBe('right')
  const potential = 'asked for: potential of node 2'
  await answer(potential, '0.5')
  expect(said(potential).dataset.judged).toBe('wrong')
  await answer(potential, '600 mV')
  await answer('asked for: voltage across E1', '1.1')
  expect(phase()).toBe('done')
})

test('with a value known inside one begins there, before anything is combined', async () => {
  const parts = ['E1 A C', 'R1 A B 100', 'R2 B C 200', 'R3 B C 300']
  const known = { part: 'R3', quantity: 'current', value: '2 mA' } as const
  const asked = [{ quantity: 'voltage', of: 'E1' }] as const
  await begin(between(parts, { known, worksheet: { asked } }))
  expect(labelled('voltage of R3')).toHaveFocus()
  for (const strength of ['Where to look', 'What to do', 'The step itself']) await click(button(strength))
  expect(one('[data-hint="3"]')).toHaveTextContent('V(R3) is 600 mV')
  await answer('voltage of R3', '0.6')
  expect(said('voltage of R3').dataset.judged).toBe('right')
  // Then the group around it, and what it has, before the next.
  await click(button('The step itself'))
  expect(one('[data-hint="3"]')).toHaveTextContent('combine R2 and R3: 120 Ω')
  await combine(['R2', 'R3'], 'parallel', '120')
  await click(button('The step itself'))
  expect(one('[data-hint="3"]')).toHaveTextContent('V(R2‖3) is 600 mV')
  await answer('current of R2', '3m')
  expect(said('current of R2').dataset.judged).toBe('right')
  await combine(['R1', 'R2‖3'], 'series', '220')
  await answer('asked for: voltage across E1', '0.6 + 5m*100')
  expect(phase()).toBe('done')
})

test('after the last group the supply has the focus; what lies apart is in series too', async () => {
  await begin(typed('R1 100 + R2 200 // R3 300 + R4 80'))
  await combine(['R1', 'R4'], 'series', '180')
  expect(one('[data-own="0"][data-side=reduce]').parentElement).toHaveTextContent('the place of the second closes up')
  await combine(['R2', 'R3'], 'parallel', '120')
  await combine(['R1+4', 'R2‖3'], 'series', '300')
  expect(labelled('current of Req')).toHaveFocus()
  await answer('current of Req', '40 mA')
  await answer('voltage of R4', '3.2')
  expect(said('voltage of R4').dataset.judged).toBe('right')
  await click(button('Undo the last step'))
  await click(button('Undo the last step'))
  await click(button('Undo the last step'))
  expect(all('[data-choice] [aria-label^="R4, "]')).toHaveLength(1)
})

test('without values the steps are tried in letters', async () => {
  await begin(typed('R1 + R2 + R3'))
  const names = ['R1', 'R2', 'R3']
  for (const name of names) await click(one(`[data-choice] [aria-label^="${name}"]`))
  expect(screen.getByText('in letters, since a value is missing')).toBeInTheDocument()
  await click(button('in parallel'))
  await click(button('Check'))
  expect(slips(choice())).toEqual(['kind'])
  await click(button('in series'))
  await click(button('Check'))
  expect(phase()).toBe('done')
})

test('what was tried of another network is said, and what another window did can be taken up', async () => {
  const doors = openDoors()
  doors.kept.set('/api/attempts/n', {
    version: 3,
    document: { of: 'something else', moves: [{ do: 'hint', strength: 1 }] },
  })
  await begin(typed('R1 100 + R2 200'), doors)
  expect(one('[data-try]')).toHaveTextContent('The network has changed since, so you start again')
  // Another window goes on meanwhile.
  await click(button('Where to look'))
  await waitFor(() => expect(doors.kept.get('/api/attempts/n')?.version).toBe(4))
  const of = attemptKept(doors)?.of
  const theirs = [1, 2].map((strength) => ({ do: 'hint', strength }))
  doors.kept.set('/api/attempts/n', { version: 5, document: { of, moves: theirs } })
  await click(button('The step itself'))
  const dialog = await screen.findByRole('dialog', { name: /changed in another window/ })
  expect(dialog).toHaveTextContent('2 moves there, 2 moves here')
  await click(button('Keep mine'))
  await waitFor(() => expect(doors.kept.get('/api/attempts/n')?.version).toBe(6))
  expect(one('[data-other]')).toHaveTextContent('2 moves')
  await click(button('Open it'))
  expect(textOf(one('[data-hint]'))).toBeTruthy()
  expect(one('[data-hint]').dataset.hint).toBe('2')
})

test('while it is tried nothing tells a result: not how it is worked, no key, no file', async () => {
  const save = jest.spyOn(URL, 'createObjectURL').mockReturnValue('blob:nothing')
  await begin(typed('1.5 + (10 + 20) // 15 + 1'))
  await click(button('Method'))
  await new Promise((done) => setTimeout(done, 200))
  await settled()
  expect(all('[data-school] [data-example]')).toEqual([])
  expect(screen.getByRole('complementary', { name: 'Method' })).not.toHaveTextContent(/960 mA|12\.5 Ω/)
  ;(document.activeElement as HTMLElement).blur()
  await press('v', 'c')
  await settled()
  expect(save).not.toHaveBeenCalled()
  expect(screen.queryByText(/on the clipboard/)).toBeNull()
})
