import { openDoors, type Doors } from '../../../test/screen/doors'
import {
  all,
  between,
  button,
  click,
  downloads,
  fill,
  focus,
  give,
  labelled,
  one,
  open,
  press,
  screen,
  select,
  send,
  settled,
  textOf,
  type,
  typed,
  waitFor,
  within,
} from '../../../test/screen/show'
import type { NetworkDocument } from '@/core/network'
import type { RunDocument } from '@/ui/bench/run'
import { wentTo } from '../../../test/screen/next'
import { Work } from '../work/Work'
import { Bench } from './Bench'

const five = typed('R1 1.5 + (R2 10 + R3 20) // R4 15 + R5 1')
const log = () => screen.getByRole('region', { name: 'Plan and log' })
const row = (key: string) => one(`[data-row="${key}"]`)
const field = (key: string) => one('[data-reading]', row(key)) as HTMLInputElement
const agrees = (key: string) =>
  expect(within(row(key)).getByRole('img', { name: /^(agrees$|within |at the edge)/ })).toBeInTheDocument()
const progress = () => within(log()).getByRole('status')
const wrong = () => screen.getByRole('region', { name: /^What is wrong/ })
const suspects = () => within(wrong()).getAllByRole('listitem')
const own = () => click(button('My own meter'))
const runs = () => labelled('Run')
const alertOf = (text: string) => screen.queryAllByRole('alert').find((it) => it.textContent?.includes(text))

/** Writes a reading down. */
async function read(key: string, value: string) {
  send(field(key), value)
  await settled()
}

async function menu(name: string) {
  focus(button('Run menu'))
  await press('Enter')
  await click(screen.getByRole('menuitem', { name }))
}

test('readings are typed, judged, kept; a slip is asked about; the fault is named, and what to measure next', async () => {
  const { doors } = await open(Bench, five)
  await own()
  // 12 V: in all 12.5 Ω. With R3 open 17.5 Ω and 0.686 A: V1 1.029, V2 0, V4 10.29.
  await read('voltage E1', '12.00 V')
  agrees('voltage E1')
  expect(field('voltage R1')).toHaveFocus()
  // A lost milli is not logged without a word.
  await read('voltage R5', '960')
  expect(within(row('voltage R5')).getByRole('alert')).toHaveTextContent('960 looks like a lost prefix')
  await click(button(/^I read 960 mV/))
  expect(field('voltage R5')).toHaveValue('960 mV')
  // What was read is not replaced before that is said once more.
  await read('voltage R5', '686 mV')
  expect(within(row('voltage R5')).getByRole('alert')).toHaveTextContent('686 mV would take the place of 960 mV')
  await press('Enter')
  await read('voltage R1', '1.029')
  await read('voltage R2', '0.000')
  await read('voltage R4', '10.29 V')
  expect(row('voltage R4')).toHaveTextContent('outside')
  await waitFor(() => expect(suspects()[0]).toHaveTextContent('R3 open, or a lead of R3 still lifted'))
  await waitFor(() => expect(suspects()[0]).toHaveTextContent('explains all of 5'))
  await click(button('resistance: R3, lead lifted'))
  expect(field('resistance R3 lifted')).toHaveFocus()
  fill(field('resistance R3 lifted'), '12 zz')
  expect(within(row('resistance R3 lifted')).getByRole('alert')).toHaveTextContent('is not a number')
  await read('resistance R3 lifted', 'over')
  await waitFor(() => expect(suspects()[0]).toHaveTextContent(/^R3 open\s*explains all of 6/))
  expect(progress()).toHaveTextContent('6 of 15 read')
  await waitFor(() => {
    const [run] = [...doors.kept].filter(([path]) => path.startsWith('/api/runs/')).map(([, it]) => it)
    expect(run).toMatchObject({
      document: { readings: expect.arrayContaining([expect.objectContaining({ of: 'R4' })]) },
    })
  })
  // Taken out and put back.
  await read('voltage R4', '')
  expect(progress()).toHaveTextContent('5 of 15 read')
  await click(one('[aria-label=Undo]'))
  expect(field('voltage R4')).toHaveValue('10.29 V')
  // Between any two nodes.
  await click(button('Another measurement'))
  await select(labelled('red on'), 'node 2')
  await click(button('Add it'))
  const added = all('[data-row]').find((it) => it.textContent?.includes('node 2 against 5')) as HTMLElement
  await waitFor(() => expect(one('[data-reading]', added)).toHaveFocus())
  send(one('[data-reading]', added), '10.97')
  await settled()
  expect(progress()).toHaveTextContent('7 of 16 read')
})

test('what is written down is there in the next window', async () => {
  const doors = openDoors()
  const first = await open(Bench, five, { doors })
  await read('voltage R2', '3.21 V')
  await waitFor(() => expect(all('[data-saving]').map(textOf)).toContain('saved'))
  first.unmount()
  await open(Bench, five, { doors })
  expect(field('voltage R2')).toHaveValue('3.21 V')
})

test('readings go out and come in again; rows that do not fit are refused at their line, the others taken if wished', async () => {
  await open(Bench, five)
  await own()
  await read('voltage R2', '3.21 V')
  await read('resistance R1 lifted', '1.52')
  await menu('Export the readings (CSV)')
  await waitFor(() => expect(downloads).toHaveLength(1))
  const table = await downloads[0].text
  expect(table.split('\r\n')[0]).toBe('quantity,of,between,lifted,end,display,value,range,at,note')
  const bring = (name: string, text: string) => give(labelled('A run of readings to import'), [name, text])
  await bring('Wednesday.csv', `${table}\r\nvoltage,R3,,,,,1e999 V,,,\r\nvoltage,,"A B C",,,,3,,,`)
  const refusal = () => alertOf('has problems') as HTMLElement
  await waitFor(() => expect(refusal()).toBeTruthy())
  const items = within(refusal()).getAllByRole('listitem').map(textOf)
  expect(items).toEqual([expect.stringMatching(/^row 3: .*out of range/), expect.stringMatching(/^row 4: /)])
  await click(button('Import the other 2 rows'))
  await waitFor(() => expect(runs()).toHaveTextContent('Wednesday (2)'))
  expect(field('voltage R2')).toHaveValue('3.21 V')
  await bring('bad.json', '{ "format": "nodrel-network" }')
  await waitFor(() => expect(refusal()).toHaveTextContent('the format must be "nodrel-readings"'))
  await click(button('Import nothing'))
  // A reading of what is not there is said, and stays.
  const readings = [{ quantity: 'voltage', of: 'R9', value: '1' }]
  await bring('stray.json', JSON.stringify({ format: 'nodrel-readings', version: 1, title: 'Stray', readings }))
  await waitFor(() => expect(screen.getByText('1 reading of another circuit, set aside')).toBeInTheDocument())
  await menu('Delete this run')
  expect(await screen.findByText('“Stray” is deleted')).toBeInTheDocument()
  await click(button('Compare'))
  const compared = await screen.findByRole('region', { name: 'Runs compared' })
  expect(within(compared).getAllByRole('row')).toHaveLength(3)
})

/** A run of readings on a stand-in with something hidden, kept by the server. */
function hidden(doors: Doors) {
  const readings = [{ quantity: 'voltage', of: 'R1', value: '1.1 V' }]
  const document = {
    format: 'nodrel-readings',
    version: 1,
    title: 'Cold strip',
    readings,
    standin: { seed: 7, faults: 1 },
  }
  doors.kept.set('/api/runs/hidden', { id: 'hidden', version: 1, updatedAt: '2026-11-30T12:00:00.000Z', document })
}

test('a hidden fault is hunted: what the readings say waits, a claim is judged, one can give up', async () => {
  const doors = openDoors()
  hidden(doors)
  await open(Bench, five, { doors })
  expect(runs()).toHaveTextContent('Cold strip (1)')
  await screen.findByText('A fault is hidden on the stand-in. Say what it is when you know.')
  const claim = () => screen.getByRole('region', { name: 'A fault is hidden' })
  // One of them is right; every other claim is told to be wrong.
  const verdicts: string[] = []
  search: for (const what of ['is open', 'is shorted', 'has another value, or a bad joint'])
    for (const part of ['R1', 'R2', 'R3', 'R4', 'R5']) {
      await select(labelled('the part', claim()), part)
      await select(labelled('what is wrong with it', claim()), what)
      await click(button('Say it'))
      const alert = within(claim()).queryByRole('alert')
      if (!alert) break search
      verdicts.push(textOf(alert))
    }
  expect(within(claim()).getByRole('status')).toHaveTextContent(/Right: .*After 1 reading/)
  expect(verdicts.length).toBeLessThan(15)
  for (const verdict of verdicts) expect(verdict).toMatch(/^(No, something else is wrong|The part is right, but)/)
  await waitFor(() => expect(suspects().length).toBeGreaterThan(0))
  // Another bench is another run.
  await click(button('Another fault…'))
  await click(button('Hide two'))
  expect(screen.getByRole('region', { name: 'Two faults are hidden' })).toBeInTheDocument()
  expect(progress()).toHaveTextContent('0 of 15 read')
  await click(button('Give up'))
  expect(within(screen.getByRole('region', { name: 'Two faults are hidden' })).getByRole('status')).toHaveTextContent(
    'It was: ',
  )
})

test('the stand-in by keyboard: leads, ranges, a reading written down, a lead lifted, and what goes wrong', async () => {
  await open(Bench, five)
  const at = (name: string | RegExp) => focus(button(name, screen.getByRole('group', { name: /^The bench:/ })))
  const shows = () => textOf(labelled('The meter shows'))
  at(/^node 1/)
  await press('2', '4', 's')
  // V4 = 9.6 V, the parts within 5 %.
  expect(shows()).toMatch(/^\d\d?\.\d V$/)
  await press('[')
  expect(shows()).toMatch(/^(9|10)\.\d\d V$/)
  await press('n')
  agrees('voltage R4')
  const first = shows()
  // Reversed leads are asked about here too.
  at(/^node 2/)
  await press('b')
  at(/^node 4/)
  await press('r', 'n')
  expect(alertOf('leads were reversed')).toBeTruthy()
  await click(button('Write nothing'))
  expect(field('voltage R4')).toHaveValue(first)
  at(/^node 2/)
  await press('r')
  at(/^node 4/)
  await press('b', '[')
  expect(shows()).toBe('over')
  expect(button(/^range 6\sV, over/)).toHaveAttribute('aria-pressed', 'true')
  await press(']')
  // The same reading shows the same.
  expect(shows()).toBe(first)
  await press('o')
  expect(alertOf('Ohms on a live circuit')).toBeTruthy()
  await press('x')
  expect(alertOf('Ohms')).toBeUndefined()
  // R4 alone: its lead at node 4 lifted, one lead of the meter on the free end.
  at('R4’s lead at node 4: lift it')
  await press('Enter')
  at(/^R4’s free end/)
  await press('b', '[', '[', '[', '[', '[')
  expect(shows()).toMatch(/^1[45]\.\d Ω$/)
  await press('n')
  agrees('resistance R4 lifted')
  await click(button('R4’s lead is up: put it back'))
  // Amperes across the source: the fuse, once the supply gives enough.
  send(labelled('current limit'), '20')
  at(/^node 1/)
  await press('r')
  at(/^node 5/)
  await press('b', 'i', 'x', 's')
  expect(alertOf('The fuse of the meter has blown')).toBeTruthy()
  await click(button(/replace the fuse/))
  expect(shows()).toBe('– – –')
})

/** Two equal ways, 100 Ω each, behind 50 Ω: every reading is easy to tell. */
const pair = between(['E1 A C 10', 'R1 A B 50', 'R2 B C 100', 'R3 B C 100'])

test('whatever is done, the next open row has the focus, and nothing that is typed runs into what stands', async () => {
  await open(Bench, pair)
  await own()
  const at = () => document.activeElement?.closest('[data-row]')?.getAttribute('data-row')
  field('resistance E1').focus()
  for (const typedIn of ['100', '50', '100', '100', '10']) {
    await type(typedIn)
    await press('Enter')
  }
  expect(at()).toBe('voltage R1')
  // A slip keeps the field, and is typed over as a whole.
  await type('50')
  await press('Enter')
  expect(at()).toBe('voltage R1')
  await type('5.1')
  expect(field('voltage R1')).toHaveValue('5.1')
  await press('Enter')
  expect(at()).toBe('voltage R2')
  // Answered by its button, or by Enter once more: as it stands.
  await type('50')
  await press('Enter')
  await click(button(/^I read 5/))
  expect(field('voltage R2')).toHaveValue('5 V')
  expect(at()).toBe('voltage R3')
  await type('50')
  await press('Enter', 'Enter')
  expect(field('voltage R3')).toHaveValue('50')
  expect(at()).toBe('current E1')
  await click(within(row('voltage R3')).getByRole('button', { name: /^I read 5/ }))
  expect(field('voltage R3')).toHaveValue('5 V')
  expect(at()).toBe('current E1')
  await click(button('Another measurement'))
  await select(labelled('red on'), 'node 2')
  await click(button('Add it'))
  await waitFor(() => expect(at()).toBe('voltage B C'))
  await type('5')
  await press('Enter')
  expect(at()).toBe('current E1')
  // Who goes elsewhere with a question open has it in the log.
  await type('100')
  await click(field('current R2'))
  expect(field('current E1')).toHaveValue('100')
  await type('50m')
  await press('Enter')
  expect(at()).toBe('current R3')
  await type('50m')
  await press('Enter')
  await click(within(row('current E1')).getByRole('button', { name: 'I read 100 mA' }))
  // All are read: the field that was last has it, its text chosen, and a reading is only replaced when that is said.
  expect(progress()).toHaveTextContent('12 of 12 read')
  expect(document.activeElement?.matches('[data-reading]')).toBe(true)
  await settled()
  await type('9')
  expect(document.activeElement).toHaveValue('9')
  await press('Escape')
  // Removed, and put back.
  await click(field('voltage R1'))
  await click(button('Remove the reading of R1'))
  expect(field('voltage R1')).toHaveValue('')
  await waitFor(() => expect(at()).toBe('voltage R1'))
  const said = (await screen.findByText('R1 is removed')).closest('li') as HTMLElement
  await click(button('Undo', said))
  await waitFor(() => expect(field('voltage R1')).toHaveValue('5.1'))
})

test('a run is real or simulated from its first reading on; the other kind begins one of its own', async () => {
  const { doors } = await open(Bench, pair)
  await own()
  await read('resistance E1', '100.3')
  await waitFor(() => expect(runs()).toHaveTextContent('(1)'))
  expect(log()).toHaveTextContent('real readings')
  await click(button('Stand-in'))
  expect(field('resistance E1')).toHaveValue('')
  await click(button('Do it for me'))
  await click(button(/^range 600\sΩ/))
  const documents = () =>
    [...doors.kept].flatMap(([path, it]) => (path.startsWith('/api/runs/') ? [it.document as RunDocument] : []))
  await click(button('Write it down'))
  await waitFor(() => expect(documents()).toHaveLength(2))
  expect(documents().map(({ simulated }) => simulated)).toEqual([undefined, true])
  expect(documents()[0]).toMatchObject({ readings: [{ value: '100.3' }] })
  expect(log()).toHaveTextContent('simulated: read on the stand-in')
  // A run that is opened stands where it was read.
  await select(runs(), /^(?!.*stand-in)/)
  expect(button('My own meter')).toHaveAttribute('aria-pressed', 'true')
  expect(field('resistance E1')).toHaveValue('100.3')
})

test('what is typed while nothing lies on the stand-in is a real reading; a range that tells nothing is asked about', async () => {
  await open(Bench, pair)
  await read('resistance R1 lifted', '50.2')
  expect(button('My own meter')).toHaveAttribute('aria-pressed', 'true')
  expect(log()).toHaveTextContent('real readings')
  await click(button('Stand-in'))
  await click(button('Do it for me'))
  await click(button('Write it down'))
  expect(alertOf('tells hardly anything: come down to 600')).toBeTruthy()
  await click(button(/^Write .* down as it is/))
  await waitFor(() => expect(row('resistance R2 lifted')).toHaveTextContent('on too large a range to tell anything'))
  expect(wrong()).not.toHaveTextContent('✓')
})

test('on the stand-in each row is written into: the chosen one, an empty one that fits, a question; the total current too', async () => {
  await open(Bench, pair)
  const bench = () => screen.getByRole('group', { name: /^The bench:/ })
  const at = (name: string | RegExp) => focus(button(name, bench()))
  at(/^node 2/)
  await press('2', '3', 's', '[', '[', 'n')
  agrees('voltage R2')
  at(/^node 2/)
  await press('n')
  agrees('voltage R3')
  const before = [field('voltage R2').value, field('voltage R3').value]
  // Both are read: nothing is replaced unasked.
  await press('[')
  await press(']', ']', 'n')
  expect(alertOf('which row is it for?')).toBeTruthy()
  expect([field('voltage R2').value, field('voltage R3').value]).toEqual(before)
  await click(button(/^voltage: R3, in place of/))
  expect(field('voltage R3').value).not.toBe(before[1])
  expect(field('voltage R2').value).toBe(before[0])
  // The source’s own lead.
  await press('i')
  at('E1’s lead at node 1: lift it')
  await press('Enter')
  at(/^E1’s free end/)
  await press('r')
  at(/^node 1/)
  await press('b', '[', 'n')
  agrees('current E1')
  // Jumpered, the part is in.
  await press('v')
  at(/^node 2/)
  await press('r')
  at(/^node 3/)
  await press('b')
  expect(alertOf('E1 has a lead up')).toBeTruthy()
  at(/^E1’s free end/)
  await press('j')
  at(/^node 1/)
  await press('j')
  expect(alertOf('has a lead up')).toBeUndefined()
  await click(button('take this jumper out'))
  expect(alertOf('E1 has a lead up')).toBeTruthy()
})

test('the supply’s read-out, a path broken where one likes, closing sums', async () => {
  await open(Bench, pair)
  await own()
  await click(button('Another measurement'))
  await select(labelled('What to measure'), 'The supply’s read-out, V and A')
  await click(button('Add it'))
  await read('voltage E1 display', '10.1')
  await read('voltage E1', '10.02')
  await read('voltage R1', '5.05')
  await read('voltage R2', '4.99')
  await read('voltage R3', '4.98')
  const sums = () => screen.getAllByRole('list', { name: 'Sums of these readings' }).map(textOf).join(' ')
  expect(sums()).toContain('V(R1) + V(R2) = 10.04 V against V(E1) = 10.02 V')
  expect(sums()).toMatch(/V\(R2\) = 4.99 V against V\(R3\)|V\(R3\) = 4.98 V against V\(R2\)/)
  expect(sums()).toContain('explained by the meter')
  await click(field('current E1'))
  await select(labelled('break at'), 'R1’s lead at node 1')
  await waitFor(() => expect(field('current R1')).toHaveFocus())
  await click(button('On the other side of R1 too'))
  await waitFor(() => expect(field('current R1 behind')).toHaveFocus())
  await read('current R1', '100m')
  await read('current R1 behind', '70m')
  expect(row('current R1 behind')).toHaveTextContent('against the current law along its path')
  await waitFor(() => expect(wrong()).not.toHaveTextContent('✓'))
})

test('a meter of one’s own is typed into a form, kept, and says what it must not be used for', async () => {
  await open(Bench, between(['E1 A B 12', 'R1 A B 1']))
  await own()
  expect(row('current E1')).toHaveTextContent(/Not with this meter: 12\.?0*\sA is more than/)
  await click(button(/^Meter:/))
  await click(button('20,000 counts'))
  fill(labelled('name'), 'Club meter')
  fill(labelled('A, range 4, to'), '20 A')
  fill(labelled('fuse'), '')
  fill(labelled('V, range 2, per cent'), 'x')
  expect(screen.getByRole('alert')).toHaveTextContent('V, range 2, per cent: percent must be a number from 0 to 50')
  fill(labelled('V, range 2, per cent'), '0.2')
  expect(screen.getByText('2.0000 V')).toBeInTheDocument()
  await click(button('Use this meter'))
  await waitFor(() => expect(button(/^Meter:/)).toHaveTextContent('Club meter'))
  expect(row('current E1')).not.toHaveTextContent('Not with this meter')
  await click(button(/^Meter:/))
  expect(button(/^Club meter/)).toHaveAttribute('aria-pressed', 'true')
})

test('from one circuit to the next the meter and the run go along', async () => {
  const { doors } = await open(Bench, pair)
  await own()
  await read('resistance E1', '100.3')
  await waitFor(() => expect(runs()).toHaveTextContent('(1)'))
  await menu('Same bench, another circuit…')
  expect(labelled('Supply')).toHaveValue('10 V')
  fill(labelled('Circuit'), '330 + (')
  await click(button('Go on with it'))
  await waitFor(() => expect(alertOf('')).toBeTruthy())
  fill(labelled('Circuit'), '330 + 680 // 820')
  doors.answer('POST /api/networks', [201, { id: 'next' }])
  await click(button('Go on with it'))
  await waitFor(() => expect(wentTo.at(-1)).toBe('/networks/next/bench'))
  const sent = (path: string) => doors.asked.findLast((it) => it.method === 'POST' && it.path === path)?.body
  const { document } = sent('/api/networks') as { document: NetworkDocument }
  expect(document.parts.filter(({ kind }) => kind === 'resistor')).toHaveLength(3)
  expect(document.parts.find(({ kind }) => kind === 'source')).toMatchObject({ voltage: '10 V' })
  const [title] = textOf(runs()).split(' (')
  expect(sent('/api/runs')).toMatchObject({ of: 'next', document: { title, meter: { counts: 6000 }, readings: [] } })
})

test('on a phone one measurement at a time, with a pad of keys', async () => {
  const wide = window.matchMedia
  window.matchMedia = (query) => ({ ...wide(query), matches: query.includes('639') })
  try {
    await open(Bench, pair)
    await select(labelled('Beside the log'), 'My own meter')
    const pad = () => screen.getByRole('group', { name: 'Keys for the value' })
    const one = screen.getByRole('region', { name: 'One measurement at a time' })
    for (const key of ['1', '0', '0', '9']) await click(button(key, pad()))
    await click(button('take the last one back'))
    await click(button('Write it down', pad()))
    expect(within(one).getByText(/^R1, lead lifted/)).toBeInTheDocument()
    expect(one).toHaveTextContent(/E1’s ends, whole 100 agrees/)
    for (const key of ['5', '0']) await click(button(key, pad()))
    await click(button('Write it down', pad()))
    expect(one).toHaveTextContent(/R1, lead lifted 50 within 5 %/)
    await click(button('Back'))
    expect(field('resistance R1 lifted')).toHaveValue('50')
    await click(button('The whole plan'))
    expect(all('[data-row]').length).toBeGreaterThan(5)
  } finally {
    window.matchMedia = wide
  }
})

test('a tolerance and a rating reach the bench', async () => {
  await open(Work, five)
  await click(button('Parts'))
  await click(await screen.findByRole('button', { name: 'tolerance and rating' }))
  fill(labelled('tolerance of R4'), '1')
  await press('Tab')
  expect(labelled('tolerance of R4')).toHaveValue('1 %')
  fill(labelled('rating of R4'), 'lots')
  await press('Tab')
  expect(one('[data-finding=unread-rating]')).toHaveTextContent('counts as missing')
  fill(labelled('rating of R4'), '5 W')
  expect(all('[data-finding=unread-rating]')).toEqual([])
})

test('limits follow the tolerance, and what is over its rating is said to run hot', async () => {
  const parts = between(['E1 A D 12', 'R1 A B 1.5', 'R4 B D 15'])
  const [e, r1, r4] = parts.parts
  await open(Bench, { ...parts, parts: [e, r1, { ...r4, tolerance: '1 %', rating: '5 W' } as typeof r4] })
  expect(row('resistance R4 lifted')).toHaveTextContent(/14\.\d+ – 15\.\d+/)
  expect(log()).toHaveTextContent('Hot: R1 793 mW, more than ¼ W and ½ W bear; R4 7.93 W of 5 W, over its rating.')
})

test('above 50 V the bench says whose decision it is', async () => {
  await open(Bench, between(['E1 A C 230', 'R1 A B 10k', 'R2 B C 20k']))
  expect(alertOf('Above 50 V')).toHaveTextContent('licensed people')
  expect(screen.getByText(/Low-voltage DC on a learner’s bench\./)).toBeInTheDocument()
})

test('without values there is nothing to measure', async () => {
  await open(Bench, typed('R1 + R2'))
  expect(screen.getByRole('heading', { name: 'Nothing to measure yet' })).toBeInTheDocument()
  expect(screen.getAllByText(/it has no value yet/).length).toBeGreaterThan(0)
})
