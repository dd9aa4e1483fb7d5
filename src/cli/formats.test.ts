import { readFileSync } from 'node:fs'
import Ajv from 'ajv/dist/2020'
import fc from 'fast-check'
import { document, networkOf, worked } from '../../test/documents'
import { runs } from '../../test/runs'
import { worksheetOf } from '../../test/worked'
import { benchOf, diagnose, meters, quantitiesOf, readingsOf, readMeter, spreadOf } from '@/core/bench'
import { isDeclared } from '@/core/format'
import { declarations, schemas } from './formats'
import { codeFrom, readAttemptsText, readTasksText, taskDocument, taskOf, usualDials } from '@/core/learner'
import { readNetwork, readWay } from '@/core/network'
import { analyse, worksheetDocument } from '@/core/worksheet'

const ajv = new Ajv({ allowUnionTypes: true, strictTypes: false })
const validators = Object.fromEntries(Object.entries(schemas).map(([name, schema]) => [name, ajv.compile(schema)]))

const network = {
  ...document(worked.concat('A1 D Q')),
  notes: 'n',
  reference: 'A',
  tags: ['dew', 'two words'],
  report: { kind: 'tasks', name: 'A. Student', leaveOut: ['steps'] },
  worksheet: {
    order: 'pairs',
    figures: 'ten:3',
    ways: { 'V R1': 'divider' },
    currentNames: { R1: 'x' },
    asked: [{ quantity: 'current', of: 'R1' }],
    exchanges: ['delta R1 R2 R3'],
  },
  sketch: { points: { A: [0, 1] }, strokes: { R1: [[0, 0], [4, 0]] }, labels: { A: 'in' } }, // prettier-ignore
}
const readings = {
  format: 'nodrel-readings',
  version: 1,
  title: 'Tuesday',
  meter: meters[0],
  readings: [
    { quantity: 'voltage', of: 'R1', value: '1.44 V', at: '2026-11-25T18:04:00Z', note: 'warm' },
    { quantity: 'resistance', between: ['A', 'B'], value: 1.5, range: '10' },
    { quantity: 'current', of: 'R2', end: 'from', value: '-3 mA' },
  ],
}
const code = codeFrom(usualDials, 3) ?? ''
const moves = [{ do: 'combine', kind: 'series', members: [1, 2], answer: '30' }]
const tasks = { format: 'nodrel-tasks', version: 1, title: 'T', variant: 'A', codes: [code], marks: 20 }

/** A document of each format as somebody would write it, or as Nodrel writes it. */
function examples(): Readonly<Record<string, unknown>> {
  const worksheet = worksheetOf(networkOf(document(worked)))
  const bench = benchOf(networkOf(document(worked)))
  const read = readingsOf({ ...readings, readings: readings.readings.slice(0, 1) })
  const made = taskOf(code)
  if (!bench.ok || !read.ok || !made.ok) throw new Error('an example is refused')
  const diagnosis = diagnose(bench, read.readings, read.meter)
  const options = { samples: 50, seed: 1, distribution: 'uniform' } as const
  return JSON.parse(
    JSON.stringify({
      network,
      analysis: analyse(document(worked)),
      worksheet: worksheetDocument(worksheet, 4),
      way: { format: 'nodrel-way', version: 1, name: 'Lesson', choices: { order: 'pairs', figures: 3 } },
      meter: meters[1],
      readings,
      spread: spreadOf(bench.built, bench.model, quantitiesOf(bench.built, bench.model).slice(1, 2), options)[0],
      diagnosis: diagnosis.ok ? diagnosis.diagnosis : null,
      task: taskDocument(made.task),
      tasks,
      attempts: { ...tasks, format: 'nodrel-attempts', name: 'Ida', attempts: [{ code, moves, seconds: 3 }] },
    }),
  )
}

const readers: Readonly<Record<string, (value: unknown) => { readonly ok: boolean }>> = {
  network: readNetwork,
  way: readWay,
  meter: readMeter,
  readings: readingsOf,
  tasks: (value) => readTasksText(JSON.stringify(value)),
  attempts: (value) => readAttemptsText(JSON.stringify(value)),
}
/** Said by their declarations alone; the others have more that their readers judge. */
const plain = ['analysis', 'worksheet', 'way', 'spread', 'diagnosis']
/** Some things are read more widely than the format has them: null for what is absent. */
const wider = ['meter', 'readings']

function pathsOf(value: unknown, path: readonly string[] = []): (readonly string[])[] {
  if (typeof value !== 'object' || value === null) return [path]
  return [path, ...Object.entries(value).flatMap(([key, inner]) => pathsOf(inner, [...path, key]))]
}

function withChange(value: unknown, [key, ...rest]: readonly string[], to: unknown): unknown {
  if (key === undefined) return to
  const copy = Array.isArray(value) ? [...value] : { ...(value as object) }
  return Object.assign(copy, { [key]: withChange((value as Record<string, unknown>)[key], rest, to) })
}

const odd = fc.oneof(
  fc.jsonValue({ maxDepth: 2 }),
  fc.constantFrom('', ' ', '5', 'R1', 'A', 'x'.repeat(200), -1, 0, 1.5, 1e9, ['a', 'a'], [1, 2], [[0, 0], [1, 1]]), // prettier-ignore
)

test('the published schemas are those of the declarations', () => {
  for (const [name, schema] of Object.entries(schemas))
    expect([name, JSON.parse(readFileSync(`public/schema/${name}.schema.json`, 'utf8'))]).toEqual([
      name,
      JSON.parse(JSON.stringify(schema)),
    ])
})

test.each(Object.entries(examples()))('%s: declaration, schema and reader take the same', (name, example) => {
  const isOne = validators[name]
  expect([isOne(example), isOne.errors]).toEqual([true, null])
  expect(isDeclared(declarations[name], example)).toBe(true)
  if (readers[name]) expect(readers[name](example)).toMatchObject({ ok: true })
  let [taken, refused] = [0, 0]
  fc.assert(
    fc.property(fc.constantFrom(...pathsOf(example)), odd, (path, value) => {
      const changed = JSON.parse(JSON.stringify(withChange(example, path, value))) as unknown
      const fits = isOne(changed)
      if (fits) taken++
      else refused++
      if (plain.includes(name)) expect(isDeclared(declarations[name], changed)).toBe(fits)
      if (!wider.includes(name) && readers[name]?.(changed).ok) expect(fits).toBe(true)
    }),
    { numRuns: runs(300) },
  )
  expect(Math.min(taken, refused)).toBeGreaterThan(0)
})
