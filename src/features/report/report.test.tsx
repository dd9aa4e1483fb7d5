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
