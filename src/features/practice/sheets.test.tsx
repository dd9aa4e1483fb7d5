import type { KeptSheet } from '@/core/learner'
import type { Saved } from '@/ui/api'
import { openDoors } from '../../../test/screen/doors'
import { wentTo } from '../../../test/screen/next'
import {
  all,
  button,
  click,
  downloads,
  fill,
  focus,
  give,
  labelled,
  one,
  press,
  screen,
  send,
  settled,
  show,
  textOf,
  waitFor,
} from '../../../test/screen/show'
import { SheetList } from './SheetList'
import { SheetScreen } from './SheetScreen'

// One line of 1.8 mW, and 50 Ω beside 75 Ω to be estimated.
const [gap, estimate] = ['1RJ3-10FT-V3Q3', '1V0V-0RGC-86HM']
const set: KeptSheet = {
  role: 'set',
  title: 'Dew strips',
  marks: 25,
  variants: [
    { name: 'A', codes: [gap, estimate] },
    { name: 'B', codes: [gap, estimate] },
  ],
  name: '',
}
const record = (document: KeptSheet): Saved<'sheet'> => ({
  id: 's',
  title: document.title,
  version: 1,
  updatedAt: '2026-11-30T12:00:00.000Z',
  document,
})

async function openSheet(sheet: KeptSheet, doors = openDoors()) {
  doors.kept.set('/api/sheets/s', { ...record(sheet) })
  const shown = show(<SheetScreen record={record(sheet)} code={null} />, {}, doors)
  await settled()
  return shown
}

test('a sheet is set: dials, marks, variants; each variant goes out as a file', async () => {
  const { doors } = await openSheet(set)
  const rows = () => all('[data-tasks] > li')
  focus(one('[data-dial=kind]', rows()[1]))
  await press('ArrowUp')
  expect(rows()[1]).toHaveTextContent('Redraw')
  expect(rows()[0]).toHaveTextContent('Fill the gaps')
  await click(button('Another task'))
  expect(rows()).toHaveLength(3)
  fill(labelled('title'), 'Dew strips, again')
  await waitFor(() => {
    expect(doors.kept.get('/api/sheets/s')?.document).toMatchObject({
      title: 'Dew strips, again',
      variants: [{ codes: [gap, expect.anything(), expect.anything()] }, {}],
    })
  })
  await click(button('Save variant B as a file'))
  expect(downloads[0].name).toBe('dew-strips-again-b.tasks.json')
  const file = JSON.parse(await downloads[0].text)
  expect(file).toMatchObject({ format: 'nodrel-tasks', title: 'Dew strips, again', variant: 'B', marks: 25 })
  expect(file.codes).toHaveLength(3)
  expect(file.codes[1]).not.toBe(estimate)
})

test('a sheet is worked at and handed back; a class is marked at once, with what slipped', async () => {
  const opened: KeptSheet = { ...set, role: 'opened', variants: [set.variants[0]], name: '' }
  const attempts: [string, string][] = []
  for (const name of ['Ida', 'Otto']) {
    const { unmount } = await openSheet(opened)
    fill(labelled('your name, if you like'), name)
    if (name === 'Otto') {
      send(one('[data-lines] input'), '1.8 W')
      await settled()
    }
    send(one('[data-lines] input'), '1.8 mW')
    await settled()
    expect(screen.getByText('Done.')).toBeInTheDocument()
    if (name === 'Ida') {
      await click(button('Next task'))
      fill(labelled('Req is more than'), '20')
      fill(labelled('Req is less than'), '45')
      await press('Enter')
      expect(screen.getByText('Done.')).toBeInTheDocument()
    }
    await waitFor(() => expect(all('[data-saving]')[0]).toHaveTextContent('saved'))
    await click(button('Save my attempts'))
    await waitFor(() => expect(downloads).toHaveLength(attempts.length + 1))
    attempts.push([`${name}.json`, await downloads[attempts.length].text])
    unmount()
  }
  show(<SheetList first={[]} />)
  await give(labelled('Attempts of learners'), ...attempts, ['sheet.json', '{"format":"nodrel-tasks"}'])
  await waitFor(() => expect(all('[data-learner]')).toHaveLength(2))
  expect(one('[data-refused]')).toHaveTextContent('the format must be "nodrel-attempts"')
  const cells = (name: string) => all(`[data-learner="${name}"] td`).map(textOf)
  expect(cells('Ida')).toEqual(['Ida', 'A', '12.5', '12.5', '25 of 25', '25', ''])
  expect(cells('Otto')).toEqual(['Otto', 'A', '0', '0', '0 of 25', '12.5', 'a lost kilo or milli'])
  expect(one('[data-slips-by-kind]')).toHaveTextContent(/^a lost kilo or milli: 1 time, 1 learner$/)
  await click(button('Otto'))
  expect(one('[data-paper]')).toHaveTextContent('0 of 25 marks; after retries 12.5')
  downloads.splice(0)
  await click(button('Export (CSV)'))
  await waitFor(() => expect(downloads).toHaveLength(1))
  expect(await downloads[0].text).toContain('Otto,A,0,0,0,12.5,25,a lost kilo or milli ×1')
})

test('a new sheet is begun, a file opened to be worked at, and what is none refused in words', async () => {
  const doors = openDoors()
  doors.answer('POST /api/sheets', [201, { id: 'new' }])
  show(<SheetList first={[]} />, {}, doors)
  expect(screen.getByText(/No sheet yet\. Make one/)).toBeInTheDocument()
  await click(button('New task sheet'))
  expect(wentTo.at(-1)).toBe('/practice/sheets/new')
  const file = { format: 'nodrel-tasks', version: 1, title: 'Given out', codes: [gap], marks: 3 }
  await give(labelled('A sheet of tasks'), ['sheet.json', JSON.stringify(file)])
  expect(doors.asked.at(-1)?.body).toMatchObject({ document: { role: 'opened', title: 'Given out', marks: 3 } })
  await give(labelled('A sheet of tasks'), ['notes.json', 'not at all'])
  expect(one('[data-refused]')).toHaveTextContent('notes.json')
})
