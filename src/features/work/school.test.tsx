import {
  all,
  answerOf,
  between,
  button,
  click,
  fill,
  fireEvent,
  formulas,
  give,
  half,
  labelled,
  one,
  open,
  press,
  screen,
  select,
  send,
  settled,
  textOf,
  typed,
  waitFor,
  within,
} from '../../../test/screen/show'
import { openDoors } from '../../../test/screen/doors'
import { Work } from './Work'

const band = () => screen.getByRole('complementary', { name: 'Method' })
const showBand = async () => click(button('Method'))
const region = (name: string) => screen.getByRole('region', { name })

/** Takes a value of a choice, in whichever group it stands. */
async function choose(choice: string, value: string) {
  const radios = () => all(`[data-school-choice="${choice}"] [role=radio][value="${value}"]`)
  for (const tab of within(band()).getAllByRole('tab')) {
    if (radios().length > 0) break
    await click(tab)
  }
  await click(radios()[0])
}

// What each choice would write is worked out again after every change, which takes longer than the change: only where it is looked at.
let areExamplesShown = false
jest.mock('./useExamples', () => {
  const { useExamples } = jest.requireActual<typeof import('./useExamples')>('./useExamples')
  const none: readonly never[] = []
  return {
    useExamples: (...[worksheet, choices, figures]: Parameters<typeof useExamples>) =>
      useExamples(worksheet, areExamplesShown ? choices : none, figures),
  }
})
afterEach(() => (areExamplesShown = false))

test('each choice of how it is worked changes what is written at once', async () => {
  await open(Work, typed('1.5 + (10 + 20) // 15 + 1'))
  await showBand()
  await choose('names', 'letters')
  expect(half(1, 'reduce')).toHaveTextContent('Ra and R4 in parallel')
  await choose('parallel', 'product-over-sum')
  expect(formulas(half(1, 'reduce'))[0]).toMatch(/\(30 Ω · 15 Ω\)\/\(30 Ω \+ 15 Ω\) = 10 Ω/)
  await choose('keys', 'yes')
  expect(half(1, 'reduce')).toHaveTextContent('30×15÷(30+15)=')
  await choose('expand', 'divider')
  expect(formulas(half(0, 'expand'))[0]).toMatch(/9\.6 V · \(10 Ω\)\/\(30 Ω\)/)
  await choose('rest', 'yes')
  expect(formulas(half(0, 'expand'))[1]).toBe('V[R3] = 9.6 V − 3.2 V = 6.4 V')
  await choose('letter', 'E')
  expect(formulas(one('#floor'))[0]).toMatch(/I = \(E\)/)
  await choose('flow', 'electron')
  expect(all('[data-flow=back]', half(0, 'expand')).length).toBeGreaterThan(0)
  await choose('order', 'pairs')
  expect(half(3, 'reduce')).toHaveTextContent('in series')
  await choose('order', 'rounds')
  expect(screen.getByText('3 rounds')).toBeInTheDocument()
  await choose('figures', 'ten:3')
  expect(half(0, 'expand')).toHaveTextContent('3.2·10⁻¹')
  await choose('figures', '4')
  expect(answerOf('R3')).toEqual(['R3', '20 Ω', '6.4 V', '320 mA', '2.048 W', '17.8 %'])
  await choose('how', 'loops')
  expect(all('[data-loop]')).toHaveLength(3)
  expect(all('[data-loop]')[0]).toHaveTextContent('Ra = 30')
  expect(all('svg[role]', half(0, 'reduce'))).toEqual([])
  await choose('how', 'sketch')
  expect(screen.getByRole('group', { name: /as it was drawn, with loops around the groups: Ra = 30/ })).toBeVisible()
})

test('choices are the network’s until they are made usual; the way back to the usual one can be undone', async () => {
  const { doors } = await open(Work, typed('1.5 + (10 + 20) // 15 + 1'))
  await showBand()
  await choose('names', 'letters')
  expect(document.cookie).not.toContain('letters')
  await waitFor(() => expect(doors.asked.at(-1)?.body).toMatchObject({ document: { worksheet: { names: 'letters' } } }))
  await click(button('Make this my usual method'))
  expect(decodeURIComponent(document.cookie)).toContain('"names":"letters"')
  await choose('names', 'numbers')
  expect(half(1, 'reduce')).toHaveTextContent('Req1 and R4 in parallel')
  await click(button('Back to my usual method'))
  expect(half(1, 'reduce')).toHaveTextContent('Ra and R4 in parallel')
  await click(button('Undo'))
  expect(half(1, 'reduce')).toHaveTextContent('Req1 and R4 in parallel')
})

test('the way of one step and of one value is switched by itself', async () => {
  await open(Work, typed('10 // 15 + 10 // 15'))
  await select(labelled('How R3, R4 are worked out'), 'by product over sum')
  await settled()
  expect(formulas(half(0, 'reduce'))).toHaveLength(2)
  expect(formulas(half(1, 'reduce'))).toHaveLength(1)
  await click(one('[data-target="value-2-0"]', half(1, 'expand')))
  await click(button('Other ways', await screen.findByRole('region', { name: 'The thread' })))
  const ways = screen.getByRole('dialog', { name: 'Ways to these values' })
  const divider = within(ways)
    .getAllByRole('listitem')
    .find((item) => /current divider for two branches/i.test(item.textContent ?? ''))
  await click(button('find it this way', divider))
  expect(formulas(half(1, 'expand'))[0]).toMatch(/^I\[R3\] = 1 A · \(15 Ω\)/)
})

test('only what is asked for is worked out, and what was left out is said', async () => {
  await open(Work, typed('(10 + 20) // 15 // (7 + 8)'))
  await showBand()
  await select(labelled('of'), 'R2')
  await click(button('Ask only this'))
  expect(textOf(region('What was asked for'))).toContain('I of R2 = 400')
  expect(region('What was asked for')).toHaveTextContent('the steps to R4+5, Req')
  expect(half(1, 'reduce')).toHaveTextContent('Enough')
  expect(one('#floor')).not.toHaveTextContent('Req')
  expect(screen.queryByRole('region', { name: 'Answers' })).toBeNull()
  await select(labelled('quantity'), 'the potential of node')
  await click(button('Ask only this'))
  expect(textOf(region('What was asked for'))).toContain('potential of node 1 = 12')
  const remove = () => within(band()).getAllByRole('button', { name: /^No longer ask/ })
  await click(remove()[0])
  expect(remove()).toHaveLength(1)
  await click(remove()[0])
  expect(region('Answers')).toBeInTheDocument()
})

test('the resistance of one equivalent alone leaves no empty sheets', async () => {
  const parts = ['E1 A D 12', 'R1 A D 6', 'R2 A B 10', 'R3 B D 20', 'R4 A C 1', 'R5 C D 2', 'R6 C D 2']
  await open(Work, between(parts, { worksheet: { asked: [{ quantity: 'resistance', of: 'R5 R6' }] } }))
  expect(textOf(region('What was asked for'))).toContain('R of R5‖6 = 1')
  expect(all('[data-side=reduce]').map((it) => it.dataset.row)).toEqual(['0', '1'])
  expect(all('[data-side=expand]')).toEqual([])
  expect(region('The valley')).not.toHaveTextContent('carries over')
})

test('on paper the exact value stands beside, and rounding is accounted for', async () => {
  await open(Work, typed('1.7 + (10 + 23) // 15 + 1.1'))
  await showBand()
  await choose('carry', 'paper')
  await choose('figures', '3')
  expect(textOf(half(1, 'reduce'))).toContain('exactly 10.3125')
  const check = textOf(one('[data-rounding]', half(1, 'expand')))
  expect(check).toContain('Equal within rounding: 1 mA apart.')
  expect(check).toContain('from R of (R2+3)‖4, written 10.3 Ω for 10.3125 Ω')
  expect(answerOf('supply E1')[5]).toBe('≈ within rounding')
  await click(button('current of R3: where it comes from'))
  await click(button('Other ways', await screen.findByRole('region', { name: 'The thread' })))
  const ways = screen.getByRole('dialog', { name: 'Ways to these values' })
  expect(all('[data-rounding=explained]', ways).length).toBeGreaterThan(0)
})

test('from what is known inside, the work climbs outward', async () => {
  await open(Work, typed('47 + (150 + 180) // 270'))
  fill(labelled('What is known of the source'), 'R3 25 mA')
  await showBand()
  await choose('outward', 'yes')
  expect(screen.getByRole('list', { name: 'From what is known outward' })).toHaveTextContent('known at R3')
  expect(half(1, 'reduce')).toHaveTextContent('outward to (R2+3)‖4: V carries over')
  // R4 alone is left to be found, and the check.
  expect(formulas(half(1, 'expand'))).toHaveLength(2)
})

const bridge = ['E1 A D 5', 'R1 A B 100', 'R2 A C 220', 'R3 B C 330', 'R4 B D 470', 'R5 C D 150']

test('at a bridge the work goes on by delta and wye, set apart, with the exchange that is wanted', async () => {
  await open(Work, between(bridge))
  expect(screen.getByText(/No group is left: reduction stops here/)).toBeInTheDocument()
  expect(answerOf('R2')).toEqual(['R2', '220 Ω', '–', '–', '–', '–'])
  await click(button('Go on by delta and wye'))
  expect(one('[data-exchange]')).toHaveTextContent(/becomes a (wye|delta)/)
  const supply = answerOf('supply E1')
  expect(supply[3]).toMatch(/mA$/)
  const before = one('[data-exchange]').textContent
  const list = labelled('What is exchanged here')
  await select(list, /^wye to delta/)
  await settled()
  expect(one('[data-exchange]')).toHaveTextContent('becomes a delta')
  expect(one('[data-exchange]').textContent).not.toBe(before)
  expect(answerOf('supply E1')).toEqual(supply)
  await click(button('Stop at the bridge again'))
  expect(all('[data-exchange]')).toEqual([])
})

test('divider forms, powers by all three, three depths, and repeating decimals are written', async () => {
  await open(Work, typed('12 + 30 // 30'))
  fill(labelled('What is known of the source'), '7 V')
  await showBand()
  await choose('expand', 'divider')
  expect(formulas(half(0, 'expand'))[0]).toMatch(/· \(30 Ω\)\/\(30 Ω \+ 30 Ω\)/)
  await choose('divider', 'equivalent')
  expect(formulas(half(0, 'expand'))[0]).toMatch(/· \(15 Ω\)\/\(30 Ω\)/)
  await choose('power', 'all')
  expect(formulas(one('[data-powers="R1"]'))).toHaveLength(3)
  expect(one('[data-powers="R1"]')).toHaveTextContent('all three agree, exactly')
  await choose('figures', 'repeating')
  expect(formulas(one('#floor'))[0]).toMatch(/= 0\.\(259\) A$/)
  const barred = all('svg tspan[text-decoration=overline]', half(1, 'expand')).map((it) => it.textContent)
  expect(barred).toContain('259')
  await choose('figures', '4')
  await choose('depth', 'written')
  expect(formulas(one('#floor'))[0]).toBe('V = I · R[eq]')
  await choose('depth', 'result')
  expect(formulas(half(0, 'reduce'))).toEqual(['R[R2‖3] = 15 Ω'])
})

test('each choice shows what it writes here, or says why it changes nothing', async () => {
  areExamplesShown = true
  await open(Work, typed('1.5 + (10 + 20) // 15 + 1'))
  await showBand()
  const choice = (name: string) => one(`[data-school-choice="${name}"]`)
  await waitFor(() => expect(formulas(choice('parallel'))[2]).toMatch(/\(30 Ω · 15 Ω\)\/\(30 Ω \+ 15 Ω\)/))
  await waitFor(() => expect(choice('beyond')).toHaveTextContent('changes nothing here: there is no bridge'))
  expect(choice('begin')).toHaveTextContent('there is one place to begin')
  await click(within(band()).getByRole('tab', { name: 'expanding' }))
  await waitFor(() => expect(choice('outward')).toHaveTextContent('nothing is known of a resistor'))
  expect(formulas(choice('branches'))[1]).toMatch(/^I\[0\] = /)
})

test('a whole way is named, chosen, taken from a file; a name that is taken is asked about, nonsense refused', async () => {
  const doors = openDoors()
  const way = { format: 'nodrel-way', version: 1, name: 'Evening class', choices: { names: 'letters' } }
  const record = { id: 'w', title: way.name, version: 1, document: way }
  await open(Work, typed('1.5 + (10 + 20) // 15 + 1'), { doors })
  doors.answer('GET /api/ways', [200, { ways: [] }])
  doors.answer('POST /api/ways', [201, record])
  await showBand()
  await choose('names', 'letters')
  await click(within(band()).getByRole('tab', { name: 'saved methods' }))
  expect(band()).toHaveTextContent('No saved method yet')
  doors.answer('GET /api/ways', [200, { ways: [record] }])
  fill(labelled('save this method as'), 'Evening class')
  await click(button('Keep it'))
  expect(doors.asked.filter(({ method, path }) => method === 'POST' && path === '/api/ways')).toEqual([
    expect.objectContaining({
      body: {
        document: expect.objectContaining({
          name: 'Evening class',
          choices: expect.objectContaining({ names: 'letters' }),
        }),
      },
    }),
  ])
  await click(button('Undo'))
  expect(half(1, 'reduce')).toHaveTextContent('R2+3 and R4 in parallel')
  await click(button('Evening class'))
  expect(half(1, 'reduce')).toHaveTextContent('Ra and R4 in parallel')
  const bring = (text: string) => give(labelled('Import a method'), ['way.json', text])
  await click(button('Undo'))
  const taken = { problems: [{ part: null, field: 'name', message: 'taken' }], current: record }
  doors.answer('POST /api/ways', [409, taken])
  await bring(JSON.stringify(way))
  expect(half(1, 'reduce')).toHaveTextContent('Ra and R4 in parallel')
  expect(band()).toHaveTextContent('Another method is called “Evening class”')
  await click(button('Leave it'))
  await bring('{"format":"nodrel-way","version":1,"name":"x","choices":{"names":"runes"}}')
  expect(within(band()).getByRole('alert')).toHaveTextContent('names must be one of members, letters, numbers')
  doors.answer('DELETE /api/ways/w', [204])
  doors.answer('GET /api/ways', [200, { ways: [] }])
  await click(button('Delete “Evening class”'))
  expect(screen.queryByRole('button', { name: 'Evening class' })).toBeNull()
})

test('branch currents have names, kept on every sheet, and can be given others', async () => {
  const { doors } = await open(Work, typed('1.5 + (10 + 20) // 15 + 1', { worksheet: { branches: 'yes' } }))
  expect(half(1, 'expand')).toHaveTextContent('✓')
  expect(formulas(half(1, 'expand')).slice(-2)).toEqual(['I[0] = I[1] + I[2]', '320 mA + 640 mA = 960 mA'])
  expect(half(0, 'reduce')).toHaveTextContent('I1')
  expect(answerOf('R4')).toContain('I2640 mA')
  const rename = async (of: string, name: string) => {
    const field = labelled(`name of the current in ${of}, after its I`)
    send(field, name)
    fireEvent.blur(field)
    await settled()
  }
  await rename('R4', 'b')
  expect(formulas(half(1, 'expand')).at(-2)).toBe('I[0] = I[1] + I[b]')
  await rename('R2', 'b')
  expect(await screen.findByText('Another branch current is called Ib')).toBeInTheDocument()
  await waitFor(() =>
    expect(doors.asked.at(-1)?.body).toMatchObject({ document: { worksheet: { currentNames: expect.anything() } } }),
  )
})

test('a network without values stands in letters, and the numbers come one by one', async () => {
  await open(Work, typed('R1 + (R2 10 + R3 20) // R4 + R5 1'))
  await click(button('Parts'))
  expect(one('[data-lettered]')).toHaveTextContent('R1, R4 have no value yet')
  expect(formulas(half(0, 'reduce'))).toEqual(['R[R2+3] = 10 Ω + 20 Ω = 30 Ω'])
  expect(formulas(half(1, 'reduce'))[0]).toBe('R[(R2+3)‖4] = (1)/((1)/(R[R2+3]) + (1)/(R[R4]))')
  expect(formulas(one('#floor'))[0]).toBe('I = (V)/(R[eq])')
  fill(labelled('The network as a formula'), 'R1 + (R2 10 + R3 20) // R4 15 + R5 1')
  expect(formulas(half(1, 'reduce')).at(-1)).toMatch(/= 10 Ω$/)
  expect(one('[data-lettered]')).toHaveTextContent('R1 has no value yet')
  const value = labelled('value of R1')
  fill(value, '1.5')
  expect(all('[data-lettered]')).toEqual([])
  await settled()
  expect(answerOf('R3')).toContain('6.4 V')
  fill(value, '')
  expect(one('[data-lettered]')).toHaveTextContent('R1 has no value yet')
  await press('Escape')
})

describe('meters', () => {
  const parts = ['E1 A D 12', 'A1 A B', 'R1 B C 10', 'R2 C D 20', 'V1 C D']

  test('what they show is asked, stands first in the table, and has its line', async () => {
    await open(Work, between(parts))
    const asked = () => region('What was asked for')
    expect(textOf(asked())).toContain('A1 shows 400 mA')
    expect(textOf(asked())).toContain('V1 shows 8 V')
    expect(formulas(asked())[0]).toMatch(/^I\[A1\] = .* = 400 mA$/)
    expect(all('[data-symbol=ammeter]', half(0, 'reduce'))).toHaveLength(1)
    await click(button('Show everything'))
    const names = all('tbody tr td:first-child', region('Answers')).map((it) => textOf(it).trim())
    expect(names.slice(0, 2)).toEqual(['A1', 'V1'])
    expect(answerOf('V1')).toEqual(['V1', '–', '8 V', '–', '–', '–'])
    await click(button('current of A1: where it comes from'))
    await click(button('Other ways', await screen.findByRole('region', { name: 'The thread' })))
    expect(textOf(screen.getByRole('dialog', { name: 'Ways to these values' }))).toContain('exactly 2/5 A')
  })

  test('an ammeter across a resistor shorts it; made a voltmeter it shows; a wire can be asked', async () => {
    await open(Work, between(['E1 A D 6', 'R1 A B 1', 'R2 B C 2', 'A1 B C', 'W1 C D']))
    await click(button('Parts'))
    expect(one('[data-finding=meter-shorts]')).toHaveTextContent('A1 joins two nodes like a wire')
    await select(labelled('kind of A1'), 'voltmeter')
    await settled()
    expect(all('[data-finding=meter-shorts]')).toEqual([])
    expect(textOf(region('What was asked for'))).toContain('A1 shows 4 V')
    await showBand()
    await select(labelled('of'), 'wire W1')
    await click(button('Ask only this'))
    expect(textOf(region('What was asked for'))).toContain('W1 shows 2 A')
  })
})
