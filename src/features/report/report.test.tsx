import { openDoors } from '../../../test/screen/doors'
import {
  all,
  click,
  labelled,
  one,
  open,
  screen,
  settled,
  textOf,
  typed,
  waitFor,
  within,
} from '../../../test/screen/show'
import { tried } from '@/ui/attempt/useAttempt'
import { networkOf } from '../../../test/documents'
import { ReportScreen } from './ReportScreen'

const five = typed('R1 1.5 + (R2 10 + R3 20) // R4 15 + R5 1', { title: 'Dew strip' })
const paper = () => one('[data-paper]')
const part = (content: string) => all(`[data-content=${content}]`)

test('what was measured is part of the report, with what each reading may be; it can be left out', async () => {
  const doors = openDoors()
  const readings = [
    { quantity: 'voltage', of: 'E1', value: '12.00 V' },
    { quantity: 'voltage', of: 'R4', value: '9.58 V' },
    { quantity: 'voltage', of: 'R2', value: '9 V' },
  ]
  const document = { format: 'nodrel-readings', version: 1, title: 'Tuesday', readings }
  doors.kept.set('/api/runs/r', { id: 'r', version: 1, updatedAt: '2026-11-30T12:00:00.000Z', document })
  await open(ReportScreen, five, { doors })
  await waitFor(() => expect(part('readings')).toHaveLength(1))
  expect(textOf(part('readings')[0])).toMatch(/2 of 3 agree/)
  expect(within(part('readings')[0]).getAllByRole('row')[0]).toHaveTextContent('may be')
  await click(labelled('Readings'))
  expect(part('readings')).toEqual([])
  await click(labelled('Readings'))
  expect(part('readings')).toHaveLength(1)
})

test('a run of the stand-in is said to be simulated, with what was hidden; and its verdict as on the bench', async () => {
  const doors = openDoors()
  const readings = [
    { quantity: 'voltage', of: 'E1', value: '12.00 V' },
    { quantity: 'voltage', of: 'R4', value: '9.58 V' },
    { quantity: 'voltage', of: 'R5', value: '0.96 V' },
    { quantity: 'voltage', of: 'R1', value: '1.45 V' },
  ]
  const keep = (id: string, title: string, more: object) =>
    doors.kept.set(`/api/runs/${id}`, {
      id,
      version: 1,
      updatedAt: '2026-11-30T12:00:00.000Z',
      document: { format: 'nodrel-readings', version: 1, title, readings, ...more },
    })
  keep('a', 'Stand-in, found', { simulated: true, standin: { seed: 7, faults: 1, foundAfter: 4 } })
  keep('b', 'Stand-in, hunted', { simulated: true, standin: { seed: 7, faults: 1 } })
  keep('c', 'On the bench', {})
  await open(ReportScreen, five, { doors })
  await waitFor(() => expect(part('readings')).toHaveLength(1))
  const text = () => textOf(part('readings')[0])
  expect(text()).toContain('Measured, and simulated')
  expect(text()).toMatch(/Stand-in, found: .*Simulated: read on the stand-in\. Hidden: /)
  expect(text()).toMatch(/Stand-in, hunted: .*in which a fault is hidden and not found yet/)
  expect(text()).toMatch(/On the bench: 4 of 4 agree(?!.*Simulated)/)
  expect(text()).toContain('V(R4) + V(R5) + V(R1) = 11.99 V against V(E1) = 12 V: off by 0.1')
  await waitFor(() => expect(text()).toContain('Nothing is found wrong. All 4 readings agree.'))
  expect(text()).not.toContain('100 %')
})

test('what was tried is part of it; while it is being tried it is set as a task, which tells no answer', async () => {
  const network = typed('R1 100 + R2 200')
  const doors = openDoors()
  const moves = [{ do: 'combine', members: [0, 1], kind: 'series', answer: '310' }]
  doors.kept.set('/api/attempts/n', { version: 1, document: { of: tried(networkOf(network)), moves } })
  await open(ReportScreen, network, { doors, isTried: true })
  expect(screen.getByRole('radio', { name: 'Task sheet' })).toBeChecked()
  expect(textOf(paper())).not.toContain('300 Ω')
  expect(within(paper()).getAllByRole('img', { name: 'to be filled in' }).length).toBeGreaterThan(0)
  await click(screen.getByRole('radio', { name: 'Report' }))
  await waitFor(() => expect(part('attempt')).toHaveLength(1))
  expect(part('attempt')[0]).toHaveTextContent('at the first try')
  expect(part('attempt')[0]).toHaveTextContent('310')
})

test('the staircase is in it, loops where it is compact, and what is filled in stands in its head', async () => {
  await open(ReportScreen, { ...five, report: { name: 'Ada Fenwick' } })
  await settled()
  expect(within(paper()).getByRole('img', { name: /^Staircase of potentials/ })).toBeInTheDocument()
  expect(paper()).toHaveTextContent('Ada Fenwick')
  expect(paper()).toHaveTextContent('R2 and R3 in series')
  await click(screen.getByRole('radio', { name: 'Compact, in two columns' }))
  expect(within(paper()).getByRole('img', { name: /^Loops around the groups/ })).toBeInTheDocument()
  await click(screen.getByRole('radio', { name: 'Answers only' }))
  expect(paper()).not.toHaveTextContent('in series')
})
