import { cardOf } from '@/core/picture'
import type { LogbookPage } from '@/ui/api'
import { openDoors, keepRecord } from '../../../test/screen/doors'
import { wentTo } from '../../../test/screen/next'
import {
  all,
  between,
  button,
  click,
  fill,
  give,
  labelled,
  one,
  press,
  screen,
  select,
  settled,
  show,
  textOf,
  typed,
  waitFor,
  within,
  find,
} from '../../../test/screen/show'
import { Compare } from './Compare'
import { Logbook } from './Logbook'

const networks = {
  strip: typed('R1 1.5 + (R2 10 + R3 20) // R4 15 + R5 1', { title: 'Dew strip' }),
  lamps: typed('R1 100 + R2 220', { title: 'Red map lamps' }),
}

function pageOf(ids: readonly (keyof typeof networks)[], some: Partial<LogbookPage> = {}): LogbookPage {
  const entries = ids.map((id) => ({
    id,
    title: networks[id].title,
    resistors: networks[id].parts.length - 1,
    tags: id === 'lamps' ? ['quill'] : [],
    hasFamily: id === 'strip',
    version: 1,
    updatedAt: new Date().toISOString(),
    card: cardOf(networks[id], { nodes: 'numbers', form: 'line' }),
    fresh: true,
  }))
  return {
    entries,
    found: entries.length,
    all: 2,
    tags: [{ tag: 'quill', count: 1 }],
    pictures: true,
    ...some,
  } as LogbookPage
}

const query = (some: object = {}) => {
  const usual = {
    search: '',
    tag: '',
    by: 'changed',
    nodes: 'numbers',
    form: 'line',
    from: 0,
    count: 24,
    pictures: true,
  }
  return { ...usual, ...some }
}

async function open(page = pageOf(['strip', 'lamps'])) {
  sessionStorage.clear()
  const doors = openDoors()
  // Every question has the same answer: what is asked is looked at.
  const answer = globalThis.fetch
  let now = page
  globalThis.fetch = (async (path: string, init?: RequestInit) => {
    if (!path.startsWith('/api/logbook')) return answer(path, init)
    doors.asked.push({ method: 'GET', path, body: undefined })
    return { status: 200, ok: true, json: async () => JSON.parse(JSON.stringify(now)) }
  }) as typeof fetch
  for (const [id, document] of Object.entries(networks)) keepRecord(doors, id, document)
  const shown = show(<Logbook first={JSON.stringify(page)} />, {}, doors)
  await settled()
  return { ...shown, becomes: (next: LogbookPage) => (now = next) }
}

/** What the logbook was asked for last. */
const askedFor = (doors: { asked: readonly { path: string }[] }) => {
  const path = doors.asked.findLast((it) => it.path.startsWith('/api/logbook'))?.path ?? ''
  return Object.fromEntries(new URLSearchParams(path.split('?')[1]))
}
const titles = () => screen.queryAllByRole('heading', { level: 2 }).map(textOf)

test('cards say result; the search, the order, a tag and how sheets are liked are asked for', async () => {
  const { doors } = await open()
  expect(titles()).toEqual(['Dew strip', 'Red map lamps'])
  const [strip] = screen.getAllByRole('listitem').filter((it) => it.textContent?.includes('Dew strip'))
  expect(textOf(strip)).toContain('Req 12.5 Ω')
  expect(textOf(strip)).toContain('5 resistors')
  // A word that is typed with nothing to take it is looked for.
  await press('q')
  expect(labelled('Search the logbook')).toHaveFocus()
  expect(labelled('Search the logbook')).toHaveValue('q')
  fill(labelled('Search the logbook'), '4k7 strip')
  await waitFor(() => expect(askedFor(doors)).toMatchObject({ ...stringly(query({ search: '4k7 strip' })) }))
  await select(labelled('Order by'), 'title')
  await waitFor(() => expect(askedFor(doors)).toMatchObject({ by: 'title' }))
  await click(button(/^quill 1$/))
  await waitFor(() => expect(askedFor(doors)).toMatchObject({ tag: 'quill' }))
  await find('sheets loop')
  await waitFor(() => expect(askedFor(doors)).toMatchObject({ form: 'loop' }))
  await click(button('Show a list'))
  expect(screen.getAllByRole('row')).toHaveLength(3)
})

const stringly = (it: object) => Object.fromEntries(Object.entries(it).map(([key, value]) => [key, String(value)]))

test('nothing that fits, nothing at all, and more than a page are said', async () => {
  const { doors, becomes, unmount } = await open()
  becomes(pageOf([], { found: 0 }))
  fill(labelled('Search the logbook'), 'no such thing')
  expect(await screen.findByText(/Nothing with “no such thing” is in the logbook/)).toBeInTheDocument()
  await click(button(/^Show all 2/))
  await waitFor(() => expect(askedFor(doors).search).toBe(''))
  unmount()
  const { unmount: close } = await open(pageOf([], { found: 0, all: 0 }))
  expect(screen.getByText(/The logbook is empty/)).toBeInTheDocument()
  close()
  await open(pageOf(['strip'], { found: 30, all: 30 }))
  expect(button(/Show more; 29 of 30 are left/)).toBeInTheDocument()
})

test('a network is duplicated, deleted, put back by the note and from the bin', async () => {
  const { doors, becomes } = await open()
  doors.answer('POST /api/networks', [201, { id: 'copy' }])
  await click(button('Duplicate Dew strip'))
  const sent = () => doors.asked.filter(({ method }) => method !== 'GET').map(({ method, path }) => `${method} ${path}`)
  await waitFor(() => expect(sent()).toEqual(['POST /api/networks']))
  expect(doors.asked.find(({ method }) => method === 'POST')?.body).toMatchObject({
    document: { title: 'Dew strip, copy' },
    origin: 'strip',
  })
  doors.answer('DELETE /api/networks/strip', [204])
  becomes(pageOf(['lamps']))
  await click(button('Delete Dew strip'))
  await waitFor(() => expect(titles()).toEqual(['Red map lamps']))
  doors.answer('POST /api/networks/strip/restore', [200, {}])
  becomes(pageOf(['strip', 'lamps']))
  const note = await screen.findByText('“Dew strip” is in the bin')
  await click(button('Undo', note.closest('li') as HTMLElement))
  await waitFor(() => expect(titles()).toEqual(['Dew strip', 'Red map lamps']))
  const deleted = { id: 'old', title: 'Old strip', resistors: 3, deletedAt: new Date().toISOString() }
  doors.answer('GET /api/bin', [200, { days: 30, networks: [deleted] }])
  await click(button('Bin'))
  const bin = () => screen.getByRole('dialog', { name: 'Bin' })
  doors.answer('POST /api/networks/old/restore', [200, {}])
  await click(await within(bin()).findByRole('button', { name: 'Put Old strip back' }))
  doors.answer('DELETE /api/bin/old', [204])
  await click(await within(bin()).findByRole('button', { name: 'Delete Old strip for good' }))
  await click(button('Delete it for good', bin()))
  expect(sent()).toEqual(
    expect.arrayContaining([
      'POST /api/networks/strip/restore',
      'POST /api/networks/old/restore',
      'DELETE /api/bin/old',
    ]),
  )
})

test('a new network is opened typed or drawn; what the server refuses is said', async () => {
  const { doors } = await open()
  doors.answer('POST /api/networks', [201, { id: 'new' }])
  await click(button('New network'))
  expect(wentTo.at(-1)).toBe('/networks/new')
  await click(button('Draw a network'))
  expect(wentTo.at(-1)).toBe('/networks/new/draw')
  doors.answer('POST /api/networks', [507, { problems: [{ part: null, field: 'disk', message: 'the disk is full' }] }])
  await click(button('Draw a network'))
  expect(await screen.findByText('the disk is full')).toBeInTheDocument()
})

test('a bad file is refused with every problem, and good ones beside it come in', async () => {
  const { doors } = await open()
  doors.answer('POST /api/networks', [201, { id: 'brought' }])
  const bad = between(['E1 A B 5 A', 'R1 A B -1'])
  const files = [
    ['bad.json', JSON.stringify(bad)],
    ['good.json', JSON.stringify(networks.lamps)],
    ['list.csv', 'name,kind,from,to,value\nE1,source,A,B,12 V\nR1,resistor,A,B,1.5x'],
  ] as const
  await give(labelled('Files to import'), ...files)
  const refused = (name: string) =>
    screen.getAllByRole('alert').find((it) => it.textContent?.includes(`${name} was not imported`))
  await waitFor(() => expect(refused('bad.json')).toHaveTextContent('E1: “5 A” has the wrong unit'))
  expect(refused('bad.json')).toHaveTextContent('R1: “-1” is negative')
  await waitFor(() => expect(refused('list.csv')).toHaveTextContent('row 3: R1: “1.5x” is not a number'))
  expect(doors.asked.filter(({ method }) => method === 'POST').map(({ body }) => body)).toEqual([
    expect.objectContaining({ document: expect.objectContaining({ title: 'Red map lamps' }) }),
  ])
})

test('what a window left unsaved of a network that is gone is listed, and kept as a new one', async () => {
  const doors = openDoors()
  const content = typed('R1 123', { title: 'Gone elsewhere' })
  const draft = JSON.stringify({ version: 1, content, at: Date.now() })
  const first = JSON.stringify(pageOf(['strip']))
  doors.answer('POST /api/networks', [201, { id: 'again' }])
  const shown = show(<Logbook first={first} />, {}, doors)
  localStorage.setItem('nodrel-draft:network:gone:old', draft)
  window.dispatchEvent(new Event('storage'))
  const left = await screen.findByRole('region', { name: 'Not saved yet, kept in this browser' })
  expect(left).toHaveTextContent('its network was deleted')
  await click(button('Keep as a new network', left))
  await waitFor(() => expect(localStorage.getItem('nodrel-draft:network:gone:old')).toBeNull())
  expect(doors.asked.find(({ method }) => method === 'POST')?.body).toMatchObject({
    document: { title: 'Gone elsewhere' },
  })
  await waitFor(() => expect(screen.queryByRole('region', { name: /^Not saved/ })).toBeNull())
  shown.unmount()
})

test('what was left unsaved of each kind is listed, and gone on with where that is', async () => {
  const doors = openDoors()
  const first = JSON.stringify(pageOf(['strip']))
  const draft = JSON.stringify({ version: 1, content: { of: 'it', moves: [] }, at: Date.now() })
  keepRecord(doors, 'n', typed('R1 1'))
  doors.kept.set('/api/sheets/s', { version: 1 })
  const kinds = [
    ['attempt:n', 'An attempt', '/networks/n'],
    ['run:n.r', 'A run of readings', '/networks/n/bench'],
    ['exercise:own.1PY4-VXAS-9KSR', 'A task', '/practice?code=1PY4-VXAS-9KSR'],
    ['exercise:s.1PY4-VXAS-9KSR', 'A task', '/practice/sheets/s?code=1PY4-VXAS-9KSR'],
    ['sheet:s', 'A task sheet', '/practice/sheets/s'],
  ]
  show(<Logbook first={first} />, {}, doors)
  for (const [of] of kinds) localStorage.setItem(`nodrel-draft:${of}:old`, draft)
  localStorage.setItem('nodrel-draft:stars:n:old', draft)
  localStorage.setItem('nodrel-draft:exercise:gone.1PY4-VXAS-9KSR:old', draft)
  window.dispatchEvent(new Event('storage'))
  const left = await screen.findByRole('region', { name: 'Not saved yet, kept in this browser' })
  const rows = [...left.querySelectorAll('li')]
  expect(rows.map((row) => row.querySelector('span span')?.textContent)).toEqual([
    ...kinds.map(([, title]) => title),
    'A task',
  ])
  for (const [i, [, , path]] of kinds.entries()) {
    await click(button('Open it', rows[i]))
    expect(wentTo.at(-1)).toBe(path)
  }
  expect(rows[2]).toHaveTextContent('1PY4-VXAS-9KSR')
  expect(rows[5]).toHaveTextContent('its sheet was deleted')
  expect(rows[5]).not.toHaveTextContent('Open it')
  localStorage.clear()
})

test('networks are looked at side by side, each value against the first', async () => {
  const doors = openDoors()
  keepRecord(doors, 'a', typed('R1 10 + R2 20', { title: 'Quill feed' }))
  keepRecord(doors, 'b', typed('R1 10 + R2 40 + R3 50', { title: 'Quill feed, R2 up' }))
  show(<Compare of={null} ids={['a', 'b']} />, {}, doors)
  await click(await screen.findByRole('radio', { name: /resistance/ }))
  const rows = all('tr').map((it) => textOf(it))
  expect(rows[0]).toMatch(/Quill feed.*Quill feed, R2 up/)
  expect(rows.slice(2)).toEqual(['R220 Ω40 Ω+100 %', 'R3–50 Ω', 'the whole30 Ω100 Ω+233 %'])
  expect(one('caption')).toHaveTextContent('The resistance of every part in each network')
})

test('side by side, what cannot be shown is said: nothing chosen, one that is gone, a server in trouble', async () => {
  const doors = openDoors()
  keepRecord(doors, 'a', typed('R1 10 + R2 20', { title: 'Quill feed' }))
  doors.answer('GET /api/networks/b', [
    500,
    { problems: [{ part: null, field: 'request', message: 'the disk is full' }] },
  ])
  for (const [ids, words] of [
    [[], 'Nothing is chosen'],
    [['a', 'c'], '1 of the chosen networks no longer exists'],
    [['c'], 'These networks no longer exist'],
    [['a', 'b'], 'the disk is full'],
  ] as const) {
    const { unmount } = show(<Compare of={null} ids={ids} />, {}, doors)
    expect(await screen.findByText(new RegExp(words))).toBeInTheDocument()
    unmount()
  }
})
