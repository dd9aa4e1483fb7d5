import {
  all,
  answerOf,
  between,
  button,
  click,
  downloads,
  fill,
  fireEvent,
  focus,
  formulas,
  half,
  labelled,
  one,
  open,
  press,
  screen,
  send,
  settled,
  textOf,
  typed,
  waitFor,
  within,
  find,
} from '../../../test/screen/show'
import { wentTo } from '../../../test/screen/next'
import { Work } from './Work'

const five = typed('R1 1.5 + (R2 10 + R3 20) // R4 15 + R5 1')
const formulaField = () => labelled('The network as a formula')
const source = () => labelled('What is known of the source')
const region = (name: string) => screen.getByRole('region', { name })
const floor = () => textOf(one('#floor'))
const partOn = (row: number, side: 'reduce' | 'expand', id: number) =>
  one(`[data-target="part-${id}"]`, half(row, side))

test('the valley, the answers and the potentials of a network', async () => {
  await open(Work, typed('1.5 + (10 + 20) // 15 + 1'))
  expect(half(0, 'reduce')).toHaveTextContent('R2 and R3 in series')
  expect(half(0, 'reduce')).toHaveTextContent('nothing else leaves node 3, between them')
  expect(half(1, 'reduce')).toHaveTextContent('R2+3 and R4 in parallel')
  expect(half(1, 'expand')).toHaveTextContent('V carries over from (R2+3)‖4')
  expect(floor()).toContain('Req = 12.5')
  expect(answerOf('R1')).toEqual(['R1', '1.5 Ω', '1.44 V', '960 mA', '1.382 W', '12.0 %'])
  expect(answerOf('R4')).toEqual(['R4', '15 Ω', '9.6 V', '640 mA', '6.144 W', '53.3 %'])
  expect(answerOf('supply E1')).toEqual(['supply E1', '12.5 Ω', '12 V', '960 mA', '11.52 W', '✓ adds up'])
  expect(textOf(labelled('Potentials'))).toContain('10.56')
})

test('what is changed elsewhere while the formula is being edited stays', async () => {
  const { doors } = await open(Work, typed('R1 100', { title: 'Before' }))
  focus(formulaField())
  fireEvent.change(labelled('Title of the network'), { target: { value: 'After' } })
  fireEvent.change(formulaField(), { target: { value: 'R1 100 + R2 200' } })
  expect(floor()).toContain('Req = 300')
  await waitFor(() => expect(one('header [data-saving]')).toHaveTextContent(/^saved$/))
  expect(doors.kept.get('/api/networks/n')).toMatchObject({ document: { title: 'After', parts: { length: 3 } } })
})

test.each([
  ['full', () => jest.spyOn(Storage.prototype, 'setItem').mockImplementation(fails('QuotaExceededError'))],
  ['forbidden', () => jest.spyOn(Storage.prototype, 'setItem').mockImplementation(fails('SecurityError'))],
])(
  'with the browser’s storage %s what is not kept is said, and what is right is saved all the same',
  async (trouble, breakIt) => {
    const { doors } = await open(Work, typed('R1 100'))
    const broken = breakIt()
    fill(formulaField(), 'R1 (')
    await settled()
    expect(one(`[data-not-kept=${trouble}]`)).toHaveTextContent(/keeps no copy of what is not saved/)
    fill(formulaField(), 'R1 4k7')
    await waitFor(() => expect(one('header [data-saving]')).toHaveTextContent(/^saved/))
    expect(doors.kept.get('/api/networks/n')).toMatchObject({ version: 2 })
    broken.mockRestore()
  },
)

function fails(name: string) {
  return () => {
    throw new DOMException('', name)
  }
}

test('a wire across the source is a shorted supply', async () => {
  await open(Work, between(['E1 A B 12', 'R1 A B 100', 'W1 A B']))
  expect(one('main')).toHaveTextContent(/supply.*shorted|shorted.*supply/)
})

test('a mistake in the formula is shown at its place, and the last good analysis stays, greyed', async () => {
  await open(Work, typed('R1 100 + R2 200'))
  fill(formulaField(), 'R1 100 + R2 2oo')
  expect(one('#formula-note mark')).toHaveTextContent(/^2oo$/)
  expect(one('#formula-note')).toHaveTextContent('not a number')
  expect(formulaField()).toHaveAccessibleDescription(/2oo.*not a number/)
  expect(textOf(screen.getByRole('group', { name: 'The last good analysis' }))).toContain('Req = 300')
  fill(formulaField(), 'R1 100 + R2 220')
  expect(floor()).toContain('Req = 320')
  expect(screen.queryByRole('group', { name: 'The last good analysis' })).toBeNull()
})

test('the source field takes a voltage, a current, a power, a resistor’s value, or asks for the resistance alone', async () => {
  await open(Work, typed('R1 100 + R2 200'))
  const say = async (text: string) => {
    fill(source(), text)
    await settled()
  }
  await say('20 mA')
  expect(answerOf('supply E1')).toContain('6 V')
  await say('R2 10 V')
  expect(answerOf('supply E1')).toContain('15 V')
  await say('5 W')
  expect(floor()).toContain('38.73')
  await say('7 apples')
  expect(one('#source-problem')).toHaveTextContent('not a number')
  await say('?')
  expect(screen.queryByText('Expand ↑')).toBeNull()
  expect(floor()).toContain('Req = 300')
  await say('9')
  fireEvent.blur(source())
  expect(source()).toHaveValue('9 V')
})

test('the parts list is edited in place; changes are undone and redone', async () => {
  await open(Work, five)
  await click(button('Parts'))
  const value = () => labelled('value of R4')
  await waitFor(() => expect(value()).toHaveValue('15'))
  fill(value(), '30')
  expect(floor()).toContain('Req = 17.5')
  fill(value(), '-3')
  const alert = screen.getAllByRole('alert').find((it) => it.textContent?.includes('R4'))
  expect(alert).toHaveTextContent('negative')
  expect(value()).toBeInvalid()
  fireEvent.blur(value())
  await click(button('Undo'))
  expect(value()).toHaveValue('15')
  await click(button('Redo'))
  expect(value()).toHaveValue('-3')
  await click(button('Undo'))
  await click(button('Remove R4'))
  expect(floor()).toContain('Req = 32.5')
  await click(button('Undo'))
  expect(floor()).toContain('Req = 12.5')
  await click(button('Parts'))
  expect(screen.queryByRole('complementary', { name: 'Parts' })).toBeNull()
})

test('rows of a spreadsheet are pasted into the parts list; what is not understood is named by its row', async () => {
  await open(Work, typed('R1 100'))
  await click(button('Parts'))
  const rows = 'name\tfrom\tto\tvalue\nR1\tA\tC\t1k\nR2\tC\tB\t2k2\nW1\tB\tD\t\nR3\tC\tD\t4k7\nR4\tD\n'
  const name = await waitFor(() => labelled('name of R1'))
  fireEvent.paste(name, { clipboardData: { getData: () => rows } })
  await settled()
  const refused = screen.getAllByRole('alert').find((it) => it.textContent?.includes('Not understood'))
  expect(refused).toHaveTextContent('row 6: the points are missing')
  expect(await screen.findByText('3 parts added, 1 replaced')).toBeInTheDocument()
  expect(floor()).toContain('Req ≈ 2.499')
  expect(formulaField()).toHaveValue('R1 1k + R2 2k2 ∥ R3 4k7')
})

const repaired = ['E1 A D 13.8', 'R1 A B 4.7', 'R2 B C 22', 'R3 C D 33', 'R4 B H 120', 'R6 D F 10', 'W1 B H']

test('what is shorted or a dead end is said; a formula of another structure says what it takes out, and is taken back', async () => {
  await open(Work, between(repaired))
  expect(one('[data-finding=shorted]')).toHaveTextContent('R4')
  expect(one('[data-finding=dead-end]')).toHaveTextContent('R6')
  const before = (formulaField() as HTMLInputElement).value
  fill(formulaField(), 'R1 5 + R2 5')
  fireEvent.blur(formulaField())
  const said = await screen.findByText(/^Removed, since they are not in the new formula: R3, R4, R6, W1$/)
  await click(button('Undo', said.closest('li') as HTMLElement))
  expect(formulaField()).toHaveValue(before)
})

describe('pointing at parts', () => {
  const verdict = () => one('[data-verdict]')
  const said = () => verdict().closest('[role=status]')

  test('tells series, parallel or neither, and why; by mouse and by keys', async () => {
    await open(Work, five)
    await click(partOn(0, 'reduce', 1))
    await click(partOn(0, 'reduce', 3))
    expect(verdict()).toHaveTextContent(/^neither$/)
    for (const why of [
      'R2 and R4 share node 2, but R1 leaves from it',
      'R3 stands between the others',
      'first combine R2 and R3 in series',
    ])
      expect(said()).toHaveTextContent(why)
    await press('Escape')
    expect(all('[data-verdict]')).toEqual([])
    focus(partOn(1, 'expand', 0))
    await press('Enter', 'ArrowRight', 'ArrowRight', 'Enter')
    await waitFor(() => expect(verdict()).toHaveTextContent(/^neither$/))
    await press('Escape')
    await click(partOn(1, 'reduce', 5))
    await click(partOn(1, 'reduce', 3))
    expect(verdict()).toHaveTextContent(/^parallel$/)
  })

  test('two that meet only after several steps: all of them', async () => {
    await open(Work, typed('R1 1 + R2 2 // (R3 3 + R4 4 // (R5 5 + R6 6))'))
    await click(partOn(0, 'reduce', 1))
    await click(partOn(0, 'reduce', 2))
    expect(said()).toHaveTextContent(
      'first combine (1) R5 and R6 in series, then (2) R4 and (1) in parallel, then R3 and (2) in series',
    )
  })

  test('at a bridge no step brings them together', async () => {
    await open(Work, between(['E1 A D 5', 'R1 A B 100', 'R2 A C 220', 'R3 B C 330', 'R4 B D 470', 'R5 C D 150']))
    expect(one('[data-finding=bridge]')).toHaveTextContent('R1, R2, R3, R4 and R5')
    await click(partOn(0, 'reduce', 1))
    await click(partOn(0, 'reduce', 2))
    expect(said()).toHaveTextContent('no later step combines them')
  })
})

test('pointing at a value shows its exact fraction, the other ways, and its check', async () => {
  await open(Work, five)
  await click(one('[data-target="value-1-0"]', half(0, 'expand')))
  await click(button('Other ways', await screen.findByRole('region', { name: 'The thread' })))
  const ways = screen.getByRole('dialog', { name: 'Ways to these values' })
  expect(all('[data-exact]', ways).map((it) => it.textContent)).toEqual([
    'exactly 16/5 V',
    'exactly 8/25 A',
    'exactly 128/125 W',
  ])
  for (const way of [
    'Ohm’s law',
    'voltage divider',
    'voltages in proportion',
    'the rest of the voltage',
    'its drop takes part in',
  ])
    expect(ways).toHaveTextContent(way)
})

test('the answer table sorts, is copied as text, and saved as CSV', async () => {
  await open(Work, five)
  const names = () => all('tbody tr td:first-child', region('Answers')).map((it) => textOf(it).trim())
  await click(button('P'))
  expect(names()).toEqual(['R4', 'R3', 'R1', 'R2', 'R5'])
  await click(button('P'))
  expect(names()).toEqual(['R5', 'R2', 'R1', 'R3', 'R4'])
  focus(one('[data-keys~=steps]'))
  await press('c')
  expect(await navigator.clipboard.readText()).toContain('R3      20 Ω   6.4 V  320 mA   2.048 W      17.8 %')
  expect(await screen.findByText(/on the clipboard/)).toBeInTheDocument()
  await find('spreadsheet')
  await waitFor(() => expect(downloads).toHaveLength(1))
  expect(downloads[0].name).toBe('untitled-network.csv')
  expect(await downloads[0].text).toContain('R1,1.5,3/2,1.44,36/25')
})

test('how sheets look: figures go with the network, symbols and the theme with the person; each is said, with Undo', async () => {
  const { doors } = await open(Work, typed('1.5 + 7 // 3'), { settings: { letters: true } })
  const zigzags = () => all('[data-symbol] polyline', half(0, 'reduce')).length
  expect(floor()).toContain('Req = 3.6')
  await find('figures fractions')
  await waitFor(() => expect(floor()).toContain('18/5'))
  await find('figures 3 figures')
  await waitFor(() => expect(floor()).toContain('3.33'))
  expect(zigzags()).toBeGreaterThan(0)
  await press('b')
  await waitFor(() => expect(zigzags()).toBe(0))
  expect(await screen.findByText('Resistor symbol: box')).toBeInTheDocument()
  const said = screen.getByText('Resistor symbol: box').closest('li') as HTMLElement
  await click(within(said).getByRole('button', { name: 'Undo' }))
  await waitFor(() => expect(zigzags()).toBeGreaterThan(0))
  await press('b')
  await press('d')
  await waitFor(() => expect(document.documentElement).toHaveClass('dark'))
  expect(decodeURIComponent(document.cookie)).toMatch(/"symbols":"box"/)
  await waitFor(() => expect(doors.asked.at(-1)?.body).toMatchObject({ document: { worksheet: { figures: 3 } } }))
  await press('d')
})

test('keys walk the steps, list themselves, and go where the work is', async () => {
  await open(Work, typed('1 + (2 + 3 // (4 + 5)) // 6 + 7 // 8'), { settings: { letters: true } })
  const steps = 6
  await press('j')
  await screen.findByText(`step 1 of ${steps}`)
  for (let i = 0; i < 3; i++) await press('ArrowDown')
  await screen.findByText(`step 4 of ${steps}`)
  await press('k')
  await screen.findByText(`step 3 of ${steps}`)
  await press('?')
  const keys = await screen.findByRole('dialog', { name: 'Help and keys' })
  expect(keys).toHaveTextContent('Next step')
  await press('j')
  expect(screen.getByText(`step 3 of ${steps}`)).toBeInTheDocument()
  await press('Escape')
  await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull())
  await press('w')
  expect(wentTo.at(-1)).toBe('/networks/n/draw')
  await press('f')
  expect(formulaField()).toHaveFocus()
})

test('single letters are keys only where the person asked for that', async () => {
  await open(Work, five)
  focus(one('main'))
  await press('ArrowDown')
  expect(await screen.findByText('step 1 of 3')).toBeInTheDocument()
  // What is typed with nothing to take it is looked for.
  await press('p')
  const palette = await screen.findByRole('combobox', { name: 'Find a network or a command' })
  expect(palette).toHaveValue('p')
  expect(screen.queryByRole('complementary', { name: 'Parts' })).toBeNull()
  await press('Escape')
  focus(button('Settings'))
  await press('Enter')
  await click(screen.getByRole('menuitemradio', { name: 'on' }))
  await press('Escape')
  focus(one('main'))
  await press('p')
  expect(await screen.findByRole('complementary', { name: 'Parts' })).toBeInTheDocument()
})

test('a known current inside is worked outward to the supply', async () => {
  const known = { part: 'R3', quantity: 'current', value: '25 mA' } as const
  await open(Work, between(['E1 A C', 'R1 A B 47', 'R2 B M 150', 'R3 M C 180', 'R4 B C 270'], { known }))
  const outward = screen.getByRole('list', { name: 'From what is known outward' })
  expect(within(outward).getAllByRole('listitem')).toHaveLength(4)
  expect(outward).toHaveTextContent('outward to (R2+3)‖4: V carries over')
  expect(answerOf('R3')).toContain('25 mA')
})

test('zero ohms side by side have no current made up', async () => {
  await open(Work, typed('4 + 0 // 0 // 5'))
  expect(one('[data-finding=shorted]')).toHaveTextContent('R4')
  expect(answerOf('R2')).toEqual(['R2', '0 Ω', '0 V', '–', '0 W', '0.0 %'])
  expect(answerOf('R4')).toEqual(['R4', '5 Ω', '0 V', '0 A', '0 W', '0.0 %'])
})

describe('beyond a bridge', () => {
  const parts = ['E1 A D 10V', 'R1 A B 100', 'R2 A C 220', 'R3 B C 330', 'R4 B D 470', 'R5 C E 150', 'R6 C F 82']
  const more = ['R7 E F 68', 'R8 E D 120', 'R9 F D 270']

  test('two of them: every row, value and spoken name is its own', async () => {
    const exchanges = 2
    await open(Work, between([...parts, ...more], { worksheet: { beyond: 'yes' } }))
    expect(all('[data-exchange]')).toHaveLength(exchanges)
    const rows = all('[data-side=reduce]').map((it) => it.dataset.row)
    expect(rows).toEqual(rows.map((_, i) => String(i)))
    // What a value says stands in its popover, on every sheet, in both stages.
    for (const row of [0, rows.length - 2]) {
      const values = within(half(row, 'expand')).getAllByRole('button', { name: /Where it comes from$/ })
      for (const value of [values[0], values[values.length - 1]]) {
        const [, name, shown, letter] = /^(.*): (.* .?([VA]))\. Where/.exec(labelOf(value)) ?? []
        await click(value)
        await click(button('Other ways', await screen.findByRole('region', { name: 'The thread' })))
        const popover = textOf(screen.getByRole('dialog', { name: 'Ways to these values' }))
        expect(popover).toContain(`${name} ·`)
        expect(popover).toMatch(new RegExp(`${letter === 'V' ? 'V' : 'I'} [=≈] ${shown.replace('.', '\\.')}`))
        expect(popover).not.toContain('given by the supply')
        await press('Escape')
        await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull())
      }
    }
    await press('Escape')
    await settled()
    // Sheets are spoken of by the number on the spine.
    expect(textOf(one('svg[role] title', half(2, 'reduce')))).toContain('Sheet 2, resistances')
    await click(all('[data-target^=part-]', half(2, 'reduce'))[0])
    expect(await screen.findByText(/on sheet 2/)).toBeInTheDocument()
    await press('Escape')
    // Keys walk through the exchanges, down to the supply.
    const seen: string[] = []
    for (let i = 0; i < rows.length + exchanges + 1; i++) {
      await press('j')
      await settled()
      const place = all('header span').find((it) => /^(step|sheet|the exchange|the supply)/.test(it.textContent ?? ''))
      seen.push(textOf(place).replace(/ of .*/, ''))
    }
    expect(seen.filter((it) => it === 'the exchange')).toHaveLength(exchanges)
    expect(seen.at(-1)).toBe('the supply')
    // One reveal at a time goes by the same rows.
    await click(button('Step'))
    const bar = screen.getByRole('toolbar', { name: 'One reveal at a time' })
    expect(bar).toHaveTextContent('next the reason, sheet 0 down')
    await press('ArrowRight')
    await waitFor(() => expect(bar).toHaveTextContent('the exchange down'))
    for (let i = 0; i < 30 && !bar.textContent?.includes('sheet 1 down'); i++) {
      await press('ArrowRight')
      await settled()
    }
    await press('ArrowRight')
    await settled()
    expect(half(1, 'reduce')).toBeInTheDocument()
    expect(all('[data-row="2"][data-side=reduce]')).toEqual([])
  })

  const labelOf = (it: Element) => (it.getAttribute('aria-label') ?? '').replaceAll('\u2009', ' ')
})

test('formulas are sent with Enter as well', async () => {
  await open(Work, typed('R1 100'))
  send(formulaField(), '100 + 200')
  await settled()
  expect(floor()).toContain('Req = 300')
  expect(formulas(half(0, 'reduce'))).toHaveLength(1)
})
