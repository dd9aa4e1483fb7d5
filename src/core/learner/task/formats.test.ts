import { readFileSync } from 'node:fs'
import Ajv from 'ajv/dist/2020'
import {
  codeFrom,
  dialTable,
  readAttemptsText,
  readKeptSheet,
  readTaskMoves,
  readTasksText,
  taskDocument,
  taskOf,
  usualDials,
  type Dials,
} from './index'

const ajv = new Ajv({ allowUnionTypes: true, strictTypes: false })
const schemaOf = (name: string) => JSON.parse(readFileSync(`public/schema/${name}.schema.json`, 'utf8'))
ajv.addSchema(schemaOf('network'))
const isTask = ajv.compile(schemaOf('task'))
const isTasks = ajv.compile(schemaOf('tasks'))
const isAttempts = ajv.compile(schemaOf('attempts'))

const code = (some: Partial<Dials> = {}, seed = 1) => codeFrom({ ...usualDials, ...some }, seed) ?? ''
const tasks = { format: 'nodrel-tasks', version: 1, title: 'Tuesday', codes: [code(), code({}, 2)], marks: 20 }
const attempts = {
  ...tasks,
  format: 'nodrel-attempts',
  name: 'Ida',
  attempts: [{ code: tasks.codes[0], moves: [{ do: 'hint', strength: 1 }], seconds: 12 }],
}

test('tasks of every kind fit the schema', () => {
  for (const kind of dialTable.kind) {
    const all = dialTable.given.flatMap((given) => dialTable.picture.map((picture) => ({ kind, given, picture })))
    const made = all.flatMap((dials) => {
      const task = taskOf(codeFrom({ ...usualDials, ...dials }, 77) ?? '')
      return task.ok ? [task.task] : []
    })
    expect(made).not.toEqual([])
    for (const task of made) {
      const valid = isTask(JSON.parse(JSON.stringify(taskDocument(task))))
      expect(isTask.errors ?? []).toEqual([])
      expect(valid).toBe(true)
    }
  }
})

test('a sheet is read, its codes as they are written', () => {
  const read = readTasksText(JSON.stringify({ ...tasks, variant: 'A', codes: [tasks.codes[0].toLowerCase()] }))
  expect(read).toEqual({ ok: true, value: { ...tasks, variant: 'A', codes: [tasks.codes[0]] } })
  expect(read.ok && isTasks(read.value)).toBe(true)
})

test.each([
  ['no JSON', '{', 'the file is not JSON'],
  ['another file', JSON.stringify({ format: 'nodrel-network' }), 'the format must be "nodrel-tasks"'],
  ['a newer version', JSON.stringify({ ...tasks, version: 2 }), 'only version 1 is read'],
  ['no codes', JSON.stringify({ ...tasks, codes: [] }), 'the codes must be a list of 1 to 30'],
  ['a mistyped code', JSON.stringify({ ...tasks, codes: ['1000-0000-0000'] }), 'task 1: the last letter does not fit'],
  ['a code that is none', JSON.stringify({ ...tasks, codes: [5] }), 'task 1: a code is a text'],
  ['no marks', JSON.stringify({ ...tasks, marks: 0 }), 'the marks in all must be a number above 0'],
  ['a title that is none', JSON.stringify({ ...tasks, title: 7 }), 'the title must be a text'],
])('%s is refused in words', (_, text, message) => {
  const read = readTasksText(text)
  expect(!read.ok && read.problems.join('; ')).toContain(message)
})

test('attempts are read with their moves', () => {
  const read = readAttemptsText(JSON.stringify(attempts))
  expect(read).toEqual({ ok: true, value: attempts })
  expect(isAttempts(attempts)).toBe(true)
})

test.each([
  [{ name: 3 }, 'the name must be a text'],
  [{ attempts: {} }, 'the attempts must be a list'],
  [{ attempts: [{ code: code({}, 9), moves: [], seconds: 1 }] }, 'for a task that is not on this sheet'],
  [{ attempts: [{ code: tasks.codes[0], moves: [{ do: 'cheat' }], seconds: 1 }] }, 'moves[0]: a move must be one of'],
  [{ attempts: [{ code: tasks.codes[0], moves: [], seconds: -1 }] }, 'the seconds must be a number from 0 on'],
  [{ attempts: [7] }, 'attempt 1 must have a code'],
])('attempts with %j are refused', (some, message) => {
  const read = readAttemptsText(JSON.stringify({ ...attempts, ...some }))
  expect(!read.ok && read.problems.join('; ')).toContain(message)
})

test.each([
  [{ do: 'spot', at: 0, answer: 'series' }, true],
  [{ do: 'spot', at: 0, answer: 'both' }, false],
  [{ do: 'bounds', low: '1', high: '2k' }, true],
  [{ do: 'bounds', low: '1' }, false],
  [{ do: 'pick', sheet: 2 }, true],
  [{ do: 'pick', sheet: -1 }, false],
  [{ do: 'point', line: 1.5 }, false],
  [{ do: 'fill', line: 1, answer: '3 V' }, true],
  [{ do: 'place', names: ['R1', ''] }, true],
  [{ do: 'place', names: 'R1' }, false],
  [{ do: 'claim', claim: { fault: 'open', part: 2 } }, true],
  [{ do: 'claim', claim: { fault: 'burnt', part: 2 } }, false],
  [{ do: 'claim', claim: { fault: 'bridged', nodes: [1] } }, false],
  [{ do: 'read', reading: { quantity: 'voltage', of: 'R1', value: '3 V' } }, true],
  [{ do: 'read', reading: { quantity: 'voltage', of: 'R1', value: '3 A' } }, false],
  [{ do: 'value', element: 0, quantity: 'voltage', answer: '3' }, true],
])('a move %j is read: %s', (move, is) => expect(readTaskMoves([move]).ok).toBe(is))

test('a kept sheet has a role, variants with codes, marks', () => {
  const sheet = { role: 'set', title: 'T', marks: 10, name: '', variants: [{ name: 'A', codes: tasks.codes }] }
  expect(readKeptSheet(sheet)).toEqual({ ok: true, value: sheet })
  for (const some of [
    { role: 'mine' },
    { marks: -1 },
    { variants: [] },
    { variants: [{ name: 'A', codes: ['x'] }] },
    { title: null },
  ])
    expect(readKeptSheet({ ...sheet, ...some }).ok).toBe(false)
})
