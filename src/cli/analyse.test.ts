import { join } from 'node:path'
import { document, worked } from '../../test/documents'
import { newFile, newFolder } from '../../test/folder'
import { linesOf, program } from '../../test/program'

const analyse = program('analyse')
const run = (args: readonly string[], input?: string) => linesOf(analyse(args, input))

const good = newFile('good.nodrel.json', document(worked))
const bridge = newFile(
  'bridge.nodrel.json',
  document(['E1 A Z 12', 'R1 A B 1', 'R2 A C 2', 'R3 B C 3', 'R4 B Z 4', 'R5 C Z 5']),
)
const bad = newFile('bad.nodrel.json', document(['E1 A Z 12', 'R1 A Z -1', 'R2 A Z 5 V']))

test('one object a line for each file, in order; the exit status is the highest', () => {
  const { lines, errors, status } = run([good, bridge, bad])
  expect(lines.map((line) => line.status)).toEqual(['solved', 'not-series-parallel', 'refused'])
  expect(lines[2]).toEqual({
    status: 'refused',
    problems: [
      { part: 'R1', field: 'resistance', message: expect.any(String) },
      { part: 'R2', field: 'resistance', message: expect.any(String) },
    ],
  })
  expect(errors).toEqual([expect.stringMatching(/^R1: .*negative/), expect.stringMatching(/^R2: .*wrong unit/)])
  expect(status).toBe(3)
})

test('standard input, arithmetic and order', () => {
  const { lines, status } = run(['--arithmetic', 'rounded:3', '--order=pairs', '-'], JSON.stringify(document(worked)))
  expect(lines[0]).toMatchObject({ arithmetic: 'rounded:3', order: 'pairs', steps: { length: 4 } })
  expect(lines[0].equivalent).not.toHaveProperty('exact')
  expect(status).toBe(0)
})

test('bad files and options exit with 2 and say why', () => {
  expect(run([newFile('broken.json', '{')])).toMatchObject({ status: 2, errors: [expect.stringContaining('not JSON')] })
  expect(run([join(newFolder(), 'missing.json')])).toMatchObject({ status: 2, lines: [{ status: 'refused' }] })
  expect(run(['--order', 'random', good])).toMatchObject({
    status: 2,
    lines: [],
    errors: [expect.stringContaining('single, rounds or pairs')],
  })
  expect(run(['--arithmetic', 'rounded:16', good])).toMatchObject({ status: 2, lines: [] })
  expect(run([])).toMatchObject({ status: 2, errors: [expect.stringContaining('usage')] })
  expect(run([bad]).status).toBe(2)
  expect(run([bridge]).status).toBe(3)
})
