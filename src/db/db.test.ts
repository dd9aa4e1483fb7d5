import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { document, worked } from '../../test/documents'
import { analyse } from '@/core'
import {
  createNetwork,
  deleteNetwork,
  findNetwork,
  listNetworks,
  openDatabase,
  restoreNetwork,
  samples,
  saveNetwork,
} from '.'

test('a fresh database holds the sample set, in its order', () => {
  expect(listNetworks(openDatabase(':memory:')).map(({ title }) => title)).toEqual(samples.map(({ title }) => title))
})

test('every sample is what it says', () => {
  expect(
    samples.map((sample) => {
      const analysis = analyse(sample)
      if (analysis.status === 'refused') throw new Error(JSON.stringify(analysis.problems))
      return [
        sample.title,
        analysis.status,
        analysis.findings.map(({ code, parts }) => `${code} ${parts.join()}`).join('; '),
      ]
    }),
  ).toEqual([
    ['Dew strip, short', 'solved', ''],
    ['Dew strip, long', 'solved', ''],
    ['Focuser position divider', 'solved', ''],
    ['Dummy load for 12 V packs', 'solved', ''],
    ['Map lamp with a link', 'solved', ''],
    ['Dew strip, after the repair', 'solved', 'shorted R4; dead-end R6'],
    ['Red map lamps, one current measured', 'solved', ''],
    ['Heater pad, resistance only', 'resistance', ''],
    ['Tilt sensor bridge', 'not-series-parallel', 'bridge R2,R3,R4,R5,R6'],
    ['Dew strip, as it lies on the tube', 'solved', ''],
    ['Map lamps, a bridge at first sight', 'solved', 'shorted R4'],
    ['Three lamps, one below the other', 'solved', ''],
    ['Focuser test plug, a bare leg', 'solved', ''],
  ])
})

test('a second start keeps the data', () => {
  const file = join(mkdtempSync(join(tmpdir(), 'nodrel-db-')), 'nodrel.db')
  const first = openDatabase(file)
  const { id } = createNetwork(first, document(worked, { title: 'Mine' }))
  for (const { id: sample } of listNetworks(first)) if (sample !== id) deleteNetwork(first, sample)
  expect(listNetworks(openDatabase(file)).map(({ title }) => title)).toEqual(['Mine'])
})

describe('a kept network', () => {
  const db = openDatabase(':memory:')
  test('is saved over the version it was based on, and over no other', () => {
    const made = createNetwork(db, document(worked, { title: 'First', notes: 'n' }))
    expect(made).toMatchObject({
      version: 1,
      title: 'First',
      notes: 'n',
      document: document(worked, { title: 'First', notes: 'n' }),
    })
    const saved = saveNetwork(db, made.id, 1, document(worked, { title: 'Second' }))
    expect(saved).toMatchObject({ result: 'saved', record: { version: 2, title: 'Second' } })
    expect(saveNetwork(db, made.id, 1, document(worked, { title: 'Late' }))).toMatchObject({
      result: 'conflict',
      record: { version: 2, title: 'Second' },
    })
    expect(findNetwork(db, made.id)).toMatchObject({ version: 2, title: 'Second' })
    expect(saveNetwork(db, 'none', 1, document(worked))).toEqual({ result: 'missing' })
  })
  test('can be deleted and restored', () => {
    const { id } = createNetwork(db, document(worked))
    expect(deleteNetwork(db, id)).toBe(true)
    expect(findNetwork(db, id)).toBeNull()
    expect(deleteNetwork(db, id)).toBe(false)
    expect(saveNetwork(db, id, 1, document(worked))).toEqual({ result: 'missing' })
    expect(restoreNetwork(db, id)).toMatchObject({ id, version: 1 })
    expect(restoreNetwork(db, id)).toBeNull()
    expect(findNetwork(db, id)).not.toBeNull()
  })
})
