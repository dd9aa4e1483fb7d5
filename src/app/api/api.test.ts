import Database from 'better-sqlite3'
import { document, worked } from '../../../test/documents'
import { newFolder } from '../../../test/folder'
import { randomNetwork } from '../../../test/randomNetwork'
import { database } from '@/db'
import { codeFrom, usualDials } from '@/core/learner'
import { GET as bin, DELETE as emptyBin } from './bin/route'
import { DELETE as forget } from './bin/[id]/route'
import { dispatch } from './dispatch'
import { GET as logbook } from './logbook/route'
import { GET as list, POST as create } from './networks/route'
import { DELETE as remove, GET as find, PUT as save } from './networks/[id]/route'
import { GET as analysis } from './networks/[id]/analysis/route'
import { GET as attempt, PUT as saveAttempt } from './networks/[id]/attempt/route'
import { GET as runs, POST as beginRun } from './networks/[id]/runs/route'
import { POST as restore } from './networks/[id]/restore/route'
import { DELETE as removeRun, GET as findRun, PUT as saveRun } from './runs/[id]/route'
import { DELETE as clearExercises, GET as exercises } from './exercises/route'
import { GET as exercise, PUT as saveExercise } from './exercises/[id]/route'
import { GET as sheets, POST as createSheet } from './sheets/route'
import { DELETE as removeSheet, GET as sheet, PUT as saveSheet } from './sheets/[id]/route'
import { GET as ways, PUT as keepWay } from './ways/route'
import { DELETE as removeWay } from './ways/[id]/route'

beforeAll(() => {
  process.env.NODREL_DATA = newFolder()
})

const url = 'http://127.0.0.1:3000/api/networks'
const request = (
  method: string,
  body?: unknown,
  headers: Record<string, string> = { 'content-type': 'application/json' },
  query = '',
) =>
  new Request(url + query, {
    method,
    headers: { host: '127.0.0.1:3000', ...headers },
    body: body === undefined ? undefined : typeof body === 'string' ? body : JSON.stringify(body),
  })
const at = (id: string) => ({ params: Promise.resolve({ id }) })
const made = async (title = 'Mine') => (await create(request('POST', { document: document(worked, { title }) }))).json()

test('a network is kept, listed, found and analysed', async () => {
  const response = await create(request('POST', { document: document(worked, { title: 'Mine' }) }))
  expect(response.status).toBe(201)
  const { id, version } = await response.json()
  expect(version).toBe(1)
  expect((await (await list(request('GET'))).json()).networks[0]).toMatchObject({ id, title: 'Mine' })
  expect(await (await find(request('GET'), at(id))).json()).toMatchObject({
    id,
    document: document(worked, { title: 'Mine' }),
  })
  expect(await (await analysis(request('GET'), at(id))).json()).toMatchObject({
    status: 'solved',
    equivalent: { exact: '25/2' },
  })
  expect(
    await (await analysis(request('GET', undefined, {}, '?order=pairs&arithmetic=rounded:3'), at(id))).json(),
  ).toMatchObject({ order: 'pairs', arithmetic: 'rounded:3' })
  expect((await analysis(request('GET', undefined, {}, '?order=best'), at(id))).status).toBe(400)
})

test('a document may be sent as it stands in a file', async () => {
  const response = await create(request('POST', document(worked, { title: 'From a file' })))
  expect(response.status).toBe(201)
  expect(await response.json()).toMatchObject({ title: 'From a file', version: 1 })
})

test('a save names its version; an old one is answered with the newer record', async () => {
  const { id } = await made()
  const saved = await save(request('PUT', { version: 1, document: document(worked, { title: 'Newer' }) }), at(id))
  expect(await saved.json()).toMatchObject({ version: 2, title: 'Newer' })
  const late = await save(request('PUT', { version: 1, document: document(worked, { title: 'Late' }) }), at(id))
  expect(late.status).toBe(409)
  expect(await late.json()).toMatchObject({
    problems: [{ message: expect.any(String) }],
    current: { version: 2, title: 'Newer' },
  })
})

test('deleting puts into the bin, which is put back from, or emptied for good', async () => {
  const { id } = await made()
  expect((await remove(request('DELETE'), at(id))).status).toBe(204)
  expect((await find(request('GET'), at(id))).status).toBe(404)
  expect((await remove(request('DELETE'), at(id))).status).toBe(404)
  expect(await (await restore(request('POST'), at(id))).json()).toMatchObject({ id, version: 1 })
  expect((await find(request('GET'), at(id))).status).toBe(200)
  expect((await restore(request('POST'), at('none'))).status).toBe(404)
  const other = await made('Another')
  for (const it of [id, other.id]) await remove(request('DELETE'), at(it))
  const { days, networks } = await (await bin(request('GET'))).json()
  expect([days, networks.length]).toEqual([30, 2])
  expect(networks[0]).toMatchObject({ id: other.id, title: 'Another', resistors: 5, deletedAt: expect.any(String) })
  expect((await forget(request('DELETE'), at(id))).status).toBe(204)
  expect((await forget(request('DELETE'), at(id))).status).toBe(404)
  expect((await restore(request('POST'), at(id))).status).toBe(404)
  expect((await emptyBin(request('DELETE'))).status).toBe(204)
  expect((await (await bin(request('GET'))).json()).networks).toEqual([])
})

test('the logbook is read in pages; cards come when they are worked out', async () => {
  await made('Carded one')
  const page = async (query: string) => (await logbook(request('GET', undefined, {}, query))).json()
  const first = await page('?search=carded')
  expect(first).toMatchObject({ found: 1, entries: [{ title: 'Carded one', resistors: 5, fresh: false, card: null }] })
  let entry = first.entries[0]
  for (let i = 0; i < 200 && !entry.fresh; i++) {
    await new Promise((next) => setTimeout(next, 20))
    entry = (await page('?search=carded')).entries[0]
  }
  expect(entry).toMatchObject({ fresh: true, card: { picture: { parts: { length: 5 } } } })
  expect((await page('?count=2&by=title')).entries).toHaveLength(2)
  for (const query of ['?count=0', '?count=1000', '?from=-1', '?by=best', '?nodes=stars'])
    expect([query, (await logbook(request('GET', undefined, {}, query))).status]).toEqual([query, 400])
})

test('every door is found by its path, and nothing else is', async () => {
  const { id } = await made('By its path')
  const ask = async (path: string, method = 'GET') => {
    const answered = dispatch(request(method), path)
    return answered === null ? null : (await answered).status
  }
  expect(await ask(`/api/networks/${id}`)).toBe(200)
  expect(await ask(`/api/networks/${id}/analysis`)).toBe(200)
  expect(await ask(`/api/networks/${id}/attempt`)).toBe(204)
  expect(await ask('/api/networks/n%20one', 'DELETE')).toBe(404)
  expect([await ask('/api/logbook'), await ask('/api/bin')]).toEqual([200, 200])
  expect([await ask('/api/stars'), await ask('/api/networks', 'PATCH'), await ask(`/api/networks/${id}/x`)]).toEqual([
    null,
    null,
    null,
  ])
})

describe('under names and from pages that are not its own', () => {
  test.each([
    [{ host: 'rebound.example' }, 421],
    [{ origin: 'null' }, 403],
    [{ origin: 'garbage' }, 403],
    [{ origin: 'http://elsewhere.example' }, 403],
    [{ 'sec-fetch-site': 'cross-site' }, 403],
  ])('%j nothing is read or changed', async (headers, status) => {
    const { id } = await made()
    expect((await list(request('GET', undefined, headers as Record<string, string>))).status).toBe(status)
    expect((await remove(request('DELETE', undefined, headers as Record<string, string>), at(id))).status).toBe(status)
    expect((await find(request('GET'), at(id))).status).toBe(200)
  })
})

test('a body is refused while it comes, not after', async () => {
  let sent = 0
  const endless = new ReadableStream<Uint8Array>({
    pull(controller) {
      sent += 1
      controller.enqueue(new Uint8Array(64 * 1024).fill(0x20))
    },
  })
  const headers = { host: '127.0.0.1:3000', 'content-type': 'application/json' }
  const refused = await create(
    new Request(url, { method: 'POST', headers, body: endless, duplex: 'half' } as RequestInit),
  )
  expect(refused.status).toBe(413)
  expect(sent).toBeLessThan(40)
  const said = { ...headers, 'content-length': String(2 ** 31) }
  expect((await create(new Request(url, { method: 'POST', headers: said, body: '{}' }))).status).toBe(413)
})

test('what nests too deep is refused, and ids that mean something elsewhere are not found', async () => {
  const deep = `{"document":${'['.repeat(5000)}${']'.repeat(5000)}}`
  expect((await create(request('POST', deep))).status).toBe(400)
  const nested = `{"a":`.repeat(5000) + '1' + '}'.repeat(5000)
  const text = JSON.stringify(document(worked)).replace('"notes"', '"more"').replace(/}$/, `,"own":${nested}}`)
  expect((await create(request('POST', text))).status).toBe(400)
  for (const id of ['constructor', '__proto__', '%ff', "' OR 1=1 --", 'x'.repeat(5000)])
    expect([id, (await find(request('GET'), at(id))).status]).toEqual([id, 404])
})

test('a large document is judged on a thread, and comes back byte for byte', async () => {
  const large = { ...randomNetwork(3, 3000), title: 'Large' }
  const { id } = await (await create(request('POST', { document: large }))).json()
  const got = await (await find(request('GET'), at(id))).text()
  expect(got.endsWith(`"document":${JSON.stringify(large)}}`)).toBe(true)
  const wrong = { ...large, parts: large.parts.map((it) => ({ ...it, resistance: '-1' })) }
  const refused = await save(request('PUT', { version: 1, document: wrong }), at(id))
  expect(refused.status).toBe(400)
  expect((await refused.json()).problems).toHaveLength(200)
  expect(await (await analysis(request('GET'), at(id))).json()).toMatchObject({ status: 'solved', arithmetic: 'float' })
})

test('a network damaged from outside is said as damaged, and the others are listed with it', async () => {
  const { id } = await made('Damaged')
  const other = await made('Sound')
  database().sqlite.prepare('UPDATE networks SET document = ? WHERE id = ?').run('{"parts":[nu', id)
  expect(await (await find(request('GET'), at(id))).json()).toMatchObject({ document: null, kept: '{"parts":[nu' })
  const { networks } = await (await list(request('GET'))).json()
  expect(networks.find((it: { id: string }) => it.id === id)).toMatchObject({ title: 'Damaged', document: null })
  expect(networks.find((it: { id: string }) => it.id === other.id).document.parts).toHaveLength(6)
  expect((await analysis(request('GET'), at(id))).status).toBe(400)
})

test('a full disk acknowledges nothing, and goes on when there is room', async () => {
  const { sqlite } = database()
  const before = await made('Before')
  sqlite.pragma('wal_checkpoint(TRUNCATE)')
  const pages = sqlite.pragma('page_count', { simple: true }) as number
  sqlite.pragma(`max_page_count = ${pages}`)
  const big = document(worked, { title: 'Big', notes: 'x'.repeat(20_000) })
  const answers = await Promise.all([
    create(request('POST', { document: big })),
    save(request('PUT', { version: 1, document: big }), at(before.id)),
    saveAttempt(request('PUT', { version: 0, of: 'y'.repeat(20_000), moves: [] }), at(before.id)),
  ])
  expect(answers.map(({ status }) => status)).toEqual([507, 507, 507])
  expect((await answers[0].json()).problems[0].message).toContain('nodrel.db')
  expect(await (await find(request('GET'), at(before.id))).json()).toMatchObject({ version: 1, title: 'Before' })
  expect((await attempt(request('GET'), at(before.id))).status).toBe(204)
  sqlite.pragma('max_page_count = 1000000')
  expect((await save(request('PUT', { version: 1, document: big }), at(before.id))).status).toBe(200)
  expect(await (await find(request('GET'), at(before.id))).json()).toMatchObject({ version: 2, title: 'Big' })
})

test('a database that another program holds is waited for, while others are answered', async () => {
  const { id } = await made('Held')
  const other = new Database(database().file)
  other.exec('BEGIN IMMEDIATE')
  const saving = save(request('PUT', { version: 1, document: document(worked, { title: 'Waited' }) }), at(id))
  expect((await find(request('GET'), at(id))).status).toBe(200)
  other.exec('ROLLBACK')
  expect((await saving).status).toBe(200)
  other.close()
})

test('bad input is refused with problems, and nothing is kept', async () => {
  const before = (await (await list(request('GET'))).json()).networks.length
  const status = async (response: Promise<Response>) => {
    const answered = await response
    const { problems } = await answered.json()
    return [answered.status, problems[0].field]
  }
  expect(await status(create(request('POST', '{')))).toEqual([400, 'request'])
  expect(await status(create(request('POST', {})))).toEqual([400, 'format'])
  expect(await status(create(request('POST', [])))).toEqual([400, 'request'])
  expect(await status(create(request('POST', { document: [] })))).toEqual([400, 'document'])
  expect(await status(create(request('POST', { document: document(['E1 A B 5', 'R1 A B -1']) })))).toEqual([
    400,
    'resistance',
  ])
  expect(await status(create(request('POST', 'x', { 'content-type': 'text/plain' })))).toEqual([415, 'request'])
  expect(await status(create(request('POST', ' '.repeat(2 ** 21 + 2000))))).toEqual([413, 'request'])
  expect(
    await status(
      create(
        request(
          'POST',
          { document: document(worked) },
          { 'content-type': 'application/json', origin: 'http://elsewhere.example' },
        ),
      ),
    ),
  ).toEqual([403, 'request'])
  const { id } = await made()
  expect(await status(save(request('PUT', { version: 'one', document: document(worked) }), at(id)))).toEqual([
    400,
    'version',
  ])
  expect(await status(save(request('PUT', { version: 1, document: {} }), at(id)))).toEqual([400, 'format'])
  expect(await status(save(request('PUT', { version: 1, document: document(worked) }), at('none')))).toEqual([
    404,
    'request',
  ])
  expect((await (await list(request('GET'))).json()).networks).toHaveLength(before + 1)
})

describe('an attempt', () => {
  const moves = [
    { do: 'combine', members: [1, 2], kind: 'series', answer: '30 Ω' },
    { do: 'value', element: 3, quantity: 'current', answer: '640 mA' },
    { do: 'carry', element: 5, quantity: 'current' },
    { do: 'stop', members: [1, 2], why: 'no-group' },
    { do: 'hint', strength: 2 },
    { do: 'undo' },
  ]
  const keep = (id: string, body: unknown) => saveAttempt(request('PUT', body), at(id))

  test('is kept, taken up again, and not overwritten by an older one', async () => {
    const { id } = await made()
    expect((await attempt(request('GET'), at(id))).status).toBe(204)
    expect(await (await keep(id, { of: 'as it is', moves, version: 0 })).json()).toEqual({ version: 1 })
    expect(await (await attempt(request('GET'), at(id))).json()).toEqual({ of: 'as it is', moves, version: 1 })
    const late = await keep(id, { of: 'as it is', moves: [], version: 0 })
    expect(late.status).toBe(409)
    expect(await late.json()).toMatchObject({ current: { version: 1, moves } })
    expect((await keep(id, { of: 'as it is', moves: [], version: 1 })).status).toBe(200)
  })

  test('with moves that make no sense is refused, and nothing is kept', async () => {
    const { id } = await made()
    for (const move of [
      { do: 'guess' },
      null,
      { do: 'combine', members: [1.5], kind: 'series', answer: '' },
      { do: 'combine', members: [1, 2], kind: 'beside', answer: '3' },
      { do: 'value', element: -1, quantity: 'current', answer: '3' },
      { do: 'hint', strength: 9 },
      { do: 'undo', more: true },
      { do: 'constructor' },
      { do: 'toString' },
      { do: ['undo'] },
    ]) {
      const refused = await keep(id, { of: 'it', moves: [move], version: 0 })
      expect([refused.status, move]).toEqual([400, move])
    }
    const many = (count: number) =>
      new Array(count).fill({ do: 'combine', members: [1, 2], kind: 'series', answer: '3' })
    for (const moves of [many(5001), new Array(400_000).fill(0), 'none', { length: 3 }])
      expect((await keep(id, { of: 'it', moves, version: 0 })).status).toBe(400)
    expect((await attempt(request('GET'), at(id))).status).toBe(204)
    expect((await keep(id, { of: 'it', moves: many(5000), version: 0 })).status).toBe(200)
    expect((await attempt(request('GET'), at('none'))).status).toBe(404)
    expect((await keep('none', { of: 'it', moves, version: 0 })).status).toBe(404)
  })
})

describe('a run of readings', () => {
  const readings = [{ quantity: 'voltage', of: 'R1', value: '1.44 V', at: '2026-11-24T18:02:00.000Z' }]
  const run = (title: string, more: object = {}) => ({
    format: 'nodrel-readings',
    version: 1,
    title,
    readings,
    ...more,
  })

  test('is begun, listed with what a file had beyond the format, saved over its version, and deleted', async () => {
    const { id } = await made()
    const begun = await beginRun(
      request('POST', { version: 0, document: run('Tuesday', { standin: { seed: 3 } }) }),
      at(id),
    )
    expect(begun.status).toBe(201)
    const first = await begun.json()
    await beginRun(request('POST', { version: 0, document: run('Thursday') }), at(id))
    const list = (await (await runs(request('GET'), at(id))).json()).runs
    expect(list.map(({ document: { title } }: { document: { title: string } }) => title)).toEqual([
      'Tuesday',
      'Thursday',
    ])
    expect(list[0].document).toEqual(run('Tuesday', { standin: { seed: 3 } }))
    const saved = await saveRun(request('PUT', { version: 1, document: run('Tuesday, again') }), at(first.id))
    expect(await saved.json()).toEqual({ version: 2 })
    const late = await saveRun(request('PUT', { version: 1, document: run('Too late') }), at(first.id))
    expect(late.status).toBe(409)
    expect(await late.json()).toMatchObject({ current: { version: 2, document: { title: 'Tuesday, again' } } })
    expect((await removeRun(request('DELETE'), at(first.id))).status).toBe(204)
    expect((await findRun(request('GET'), at(first.id))).status).toBe(404)
    expect((await saveRun(request('PUT', { version: 2, document: run('Gone') }), at(first.id))).status).toBe(404)
  })

  test('with readings that make no sense is refused at their rows, and nothing is kept', async () => {
    const { id } = await made()
    for (const [bad, part] of [
      [{ quantity: 'voltage', of: 'R1', value: '1e999 V' }, 'readings[1]'],
      [{ quantity: 'charge', of: 'R1', value: '1' }, 'readings[1]'],
      [null, 'readings[1]'],
    ] as const) {
      const refused = await beginRun(
        request('POST', { version: 0, document: { ...run('Bad'), readings: [...readings, bad] } }),
        at(id),
      )
      expect(refused.status).toBe(400)
      expect((await refused.json()).problems[0].part).toBe(part)
    }
    expect((await beginRun(request('POST', { version: 0, document: { format: 'else' } }), at(id))).status).toBe(400)
    expect((await beginRun(request('POST', { version: 0, document: run('Lost') }), at('none'))).status).toBe(404)
    expect((await (await runs(request('GET'), at(id))).json()).runs).toEqual([])
  })

  test('goes with its network into the bin, and comes back with it', async () => {
    const { id } = await made()
    const { id: runId } = await (await beginRun(request('POST', { version: 0, document: run('Kept') }), at(id))).json()
    await remove(request('DELETE'), at(id))
    expect((await findRun(request('GET'), at(runId))).status).toBe(404)
    expect((await saveRun(request('PUT', { version: 1, document: run('Kept') }), at(runId))).status).toBe(404)
    await restore(request('POST'), at(id))
    expect((await findRun(request('GET'), at(runId))).status).toBe(200)
    await remove(request('DELETE'), at(id))
    await forget(request('DELETE'), at(id))
    expect((await findRun(request('GET'), at(runId))).status).toBe(404)
  })
})

describe('named ways', () => {
  const way = { format: 'nodrel-way', version: 1, name: 'Evening “class”', choices: { order: 'rounds' } }
  test('one is kept, listed by name, not overwritten unless that is said, and deleted', async () => {
    const kept = await keepWay(request('PUT', { way }))
    const { id } = await kept.json()
    await keepWay(request('PUT', { way: { ...way, name: 'Another' } }))
    expect((await keepWay(request('PUT', { way: { ...way, choices: {} } }))).status).toBe(409)
    const list = async () => (await (await ways(request('GET'))).json()).ways
    expect(await list()).toEqual([
      { id: expect.any(String), name: 'Another', choices: { order: 'rounds' } },
      { id, name: 'Evening “class”', choices: { order: 'rounds' } },
    ])
    await keepWay(request('PUT', { way: { ...way, choices: {} }, replace: true }))
    expect((await list())[1]).toEqual({ id, name: 'Evening “class”', choices: {} })
    expect((await removeWay(request('DELETE'), at(id))).status).toBe(204)
    expect((await removeWay(request('DELETE'), at(id))).status).toBe(404)
    expect(await list()).toHaveLength(1)
  })
  test('what is no way is refused with every fault', async () => {
    const answer = await keepWay(request('PUT', { way: { ...way, version: 3, choices: { order: 'x' } } }))
    expect(answer.status).toBe(400)
    expect((await answer.json()).problems.map(({ message }: { message: string }) => message)).toEqual([
      'only version 1 is read',
      'order must be one of single, rounds, pairs',
    ])
    expect((await keepWay(request('PUT', 'no'))).status).toBe(400)
  })
})

describe('practice', () => {
  const code = codeFrom(usualDials, 1) ?? ''
  const result = {
    marks: 2,
    of: 3,
    isDone: false,
    evidence: [{ skill: 'ohm', isRight: true }],
    slips: [{ slip: 'unit', times: 1 }],
  }
  const tried = { of: code, moves: [{ do: 'hint', strength: 1 }], seconds: 12, result }

  test('what was done at a task is kept, listed, taken up again, and forgotten on wish', async () => {
    const id = `own.${code}`
    expect((await exercise(request('GET'), at(id))).status).toBe(204)
    expect(await (await saveExercise(request('PUT', { version: 0, ...tried }), at(id))).json()).toEqual({ version: 1 })
    expect(await (await exercise(request('GET'), at(id))).json()).toEqual({
      of: code,
      moves: tried.moves,
      seconds: 12,
      version: 1,
    })
    const { exercises: list } = await (await exercises(request('GET'))).json()
    expect(list).toEqual([{ id, code, seconds: 12, version: 1, at: expect.any(Number), result }])
    const other = await saveExercise(request('PUT', { version: 0, ...tried, moves: [] }), at(id))
    expect(other.status).toBe(409)
    expect((await other.json()).current).toMatchObject({ version: 1, moves: tried.moves })
    expect((await clearExercises(request('DELETE'))).status).toBe(204)
    expect(await (await exercises(request('GET'))).json()).toEqual({ exercises: [] })
  })

  test.each([
    ['a code that is none', { of: '1000-0000-0000' }, 'the last letter does not fit'],
    ['moves that are none', { moves: [{ do: 'cheat' }] }, 'a move must be one of'],
    ['a skill that is none', { result: { ...result, evidence: [{ skill: 'luck', isRight: true }] } }, 'must be one of'],
    ['a slip that is none', { result: { ...result, slips: [{ slip: 'bad day', times: 1 }] } }, 'must be one of'],
    ['no result', { result: undefined }, 'result'],
    ['time that runs back', { seconds: -3 }, 'seconds'],
  ])('%s is refused', async (_, some, message) => {
    const response = await saveExercise(request('PUT', { version: 0, ...tried, ...some }), at(`own.${code}`))
    expect(response.status).toBe(400)
    expect(JSON.stringify(await response.json())).toContain(message)
  })

  test('an exercise is kept under its own code only', async () => {
    for (const id of ['own.1000-0000-0000', `../x.${code}`, code])
      expect((await saveExercise(request('PUT', { version: 0, ...tried }), at(id))).status).toBe(400)
  })

  test('a sheet is kept, changed over its own version, and deleted', async () => {
    const kept = { role: 'set', title: 'Tuesday', marks: 20, name: '', variants: [{ name: 'A', codes: [code] }] }
    const made = await createSheet(request('POST', { version: 0, sheet: kept }))
    expect(made.status).toBe(201)
    const { id } = await made.json()
    expect(await (await sheet(request('GET'), at(id))).json()).toMatchObject({ id, version: 1, sheet: kept })
    expect(
      await (await saveSheet(request('PUT', { version: 1, sheet: { ...kept, title: 'Friday' } }), at(id))).json(),
    ).toEqual({ version: 2 })
    const late = await saveSheet(request('PUT', { version: 1, sheet: kept }), at(id))
    expect(late.status).toBe(409)
    expect((await late.json()).current).toMatchObject({ version: 2, sheet: { title: 'Friday' } })
    expect((await (await sheets(request('GET'))).json()).sheets).toHaveLength(1)
    expect((await saveSheet(request('PUT', { version: 2, sheet: { ...kept, marks: 0 } }), at(id))).status).toBe(400)
    expect((await removeSheet(request('DELETE'), at(id))).status).toBe(204)
    expect((await sheet(request('GET'), at(id))).status).toBe(404)
    expect((await removeSheet(request('DELETE'), at(id))).status).toBe(404)
    expect((await saveSheet(request('PUT', { version: 2, sheet: kept }), at(id))).status).toBe(404)
    // Put back under its own id, so that what was done at it belongs to it again; once only.
    expect(await (await createSheet(request('POST', { version: 0, id, sheet: kept }))).json()).toMatchObject({
      id,
      version: 1,
    })
    expect((await createSheet(request('POST', { version: 0, id, sheet: kept }))).status).toBe(400)
    expect((await createSheet(request('POST', { version: 0, id: '../x', sheet: kept }))).status).toBe(400)
    expect((await removeSheet(request('DELETE'), at(id))).status).toBe(204)
  })

  test('a sheet goes through its doors by path too', async () => {
    const answered = dispatch(
      new Request('http://127.0.0.1:3000/api/sheets', { headers: { host: '127.0.0.1:3000' } }),
      '/api/sheets',
    )
    expect(await (await answered)?.json()).toEqual({ sheets: [] })
  })
})
