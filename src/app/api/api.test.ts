import { readFileSync } from 'node:fs'
import Database from 'better-sqlite3'
import { document, worked } from '../../../test/documents'
import { newFolder } from '../../../test/folder'
import { randomNetwork } from '../../../test/randomNetwork'
import { database } from '@/db'
import { codeFrom, usualDials } from '@/core/learner'
import { dispatch } from './dispatch'
import { withDoors } from './doorList'
import { doorFor, doors } from './doors'

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
/** A door by its path, to be asked with what stands there for `:id`. */
const door =
  (path: string) =>
  (asked: Request, id = '') =>
    dispatch(asked, `/api${path.replace(':id', encodeURIComponent(id))}`)
const [networks, network, attempt, run, exercise, sheet, way] = [
  '/networks',
  ...['networks', 'attempts', 'runs', 'exercises', 'sheets', 'ways'].map((kind) => `/${kind}/:id`),
].map(door)
const [restore, analysis] = [door('/networks/:id/restore'), door('/networks/:id/analysis')]
const [bin, binned, logbook] = [door('/bin'), door('/bin/:id'), door('/logbook')]
const [runs, exercises, sheets, ways] = [door('/runs'), door('/exercises'), door('/sheets'), door('/ways')]
const made = async (title = 'Mine') =>
  (await networks(request('POST', { document: document(worked, { title }) }))).json()

test('a network is kept, listed, found and analysed', async () => {
  const response = await networks(request('POST', { document: document(worked, { title: 'Mine' }) }))
  expect(response.status).toBe(201)
  const { id, version } = await response.json()
  expect(version).toBe(1)
  expect((await (await networks(request('GET'))).json()).networks[0]).toMatchObject({ id, title: 'Mine' })
  expect(await (await network(request('GET'), id)).json()).toMatchObject({
    id,
    document: document(worked, { title: 'Mine' }),
  })
  expect(await (await analysis(request('GET'), id)).json()).toMatchObject({
    status: 'solved',
    equivalent: { exact: '25/2' },
  })
  expect(
    await (await analysis(request('GET', undefined, {}, '?order=pairs&arithmetic=rounded:3'), id)).json(),
  ).toMatchObject({ order: 'pairs', arithmetic: 'rounded:3' })
  expect((await analysis(request('GET', undefined, {}, '?order=best'), id)).status).toBe(400)
})

test('a document may be sent as it stands in a file', async () => {
  const response = await networks(request('POST', document(worked, { title: 'From a file' })))
  expect(response.status).toBe(201)
  expect(await response.json()).toMatchObject({ title: 'From a file', version: 1 })
})

test('a save names its version; an old one is answered with the newer record', async () => {
  const { id } = await made()
  const saved = await network(request('PUT', { version: 1, document: document(worked, { title: 'Newer' }) }), id)
  expect(await saved.json()).toEqual({ version: 2 })
  const late = await network(request('PUT', { version: 1, document: document(worked, { title: 'Late' }) }), id)
  expect(late.status).toBe(409)
  expect(await late.json()).toMatchObject({
    problems: [{ message: expect.any(String) }],
    current: { version: 2, title: 'Newer' },
  })
})

test('deleting puts into the bin, which is put back from, or emptied for good', async () => {
  const { id } = await made()
  expect((await network(request('DELETE'), id)).status).toBe(204)
  expect((await network(request('GET'), id)).status).toBe(404)
  expect((await network(request('DELETE'), id)).status).toBe(404)
  expect(await (await restore(request('POST'), id)).json()).toMatchObject({ id, version: 1 })
  expect((await network(request('GET'), id)).status).toBe(200)
  expect((await restore(request('POST'), 'none')).status).toBe(404)
  const other = await made('Another')
  for (const it of [id, other.id]) await network(request('DELETE'), it)
  const { days, networks } = await (await bin(request('GET'))).json()
  expect([days, networks.length]).toEqual([30, 2])
  expect(networks[0]).toMatchObject({ id: other.id, title: 'Another', resistors: 5, deletedAt: expect.any(String) })
  expect((await binned(request('DELETE'), id)).status).toBe(204)
  expect((await binned(request('DELETE'), id)).status).toBe(404)
  expect((await restore(request('POST'), id)).status).toBe(404)
  expect((await bin(request('DELETE'))).status).toBe(204)
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
    return (await dispatch(request(method), path)).status
  }
  expect(await ask(`/api/networks/${id}`)).toBe(200)
  expect(await ask(`/api/networks/${id}/analysis`)).toBe(200)
  expect(await ask(`/api/attempts/${id}`)).toBe(204)
  expect(await ask('/api/networks/n%20one', 'DELETE')).toBe(404)
  expect([await ask('/api/logbook'), await ask('/api/bin')]).toEqual([200, 200])
  expect([await ask('/api/stars'), await ask('/api/networks', 'PATCH'), await ask(`/api/networks/${id}/x`)]).toEqual([
    404, 405, 404,
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
    expect((await networks(request('GET', undefined, headers as Record<string, string>))).status).toBe(status)
    expect((await network(request('DELETE', undefined, headers as Record<string, string>), id)).status).toBe(status)
    expect((await network(request('GET'), id)).status).toBe(200)
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
  const refused = await networks(
    new Request(url, { method: 'POST', headers, body: endless, duplex: 'half' } as RequestInit),
  )
  expect(refused.status).toBe(413)
  expect(sent).toBeLessThan(40)
  const said = { ...headers, 'content-length': String(2 ** 31) }
  expect((await networks(new Request(url, { method: 'POST', headers: said, body: '{}' }))).status).toBe(413)
})

test('what nests too deep is refused, and ids that mean something elsewhere are not found', async () => {
  const deep = `{"document":${'['.repeat(5000)}${']'.repeat(5000)}}`
  expect((await networks(request('POST', deep))).status).toBe(400)
  const nested = `{"a":`.repeat(5000) + '1' + '}'.repeat(5000)
  const text = JSON.stringify(document(worked)).replace('"notes"', '"more"').replace(/}$/, `,"own":${nested}}`)
  expect((await networks(request('POST', text))).status).toBe(400)
  for (const id of ['constructor', '__proto__', '%ff', "' OR 1=1 --", 'x'.repeat(5000)])
    expect([id, (await network(request('GET'), id)).status]).toEqual([id, 404])
})

test('a large document is judged on a thread, and comes back byte for byte', async () => {
  const large = { ...randomNetwork(3, 3000), title: 'Large' }
  const { id } = await (await networks(request('POST', { document: large }))).json()
  const got = await (await network(request('GET'), id)).text()
  expect(got.endsWith(`"document":${JSON.stringify(large)}}`)).toBe(true)
  const wrong = { ...large, parts: large.parts.map((it) => ({ ...it, resistance: '-1' })) }
  const refused = await network(request('PUT', { version: 1, document: wrong }), id)
  expect(refused.status).toBe(400)
  expect((await refused.json()).problems).toHaveLength(200)
  expect(await (await analysis(request('GET'), id)).json()).toMatchObject({ status: 'solved', arithmetic: 'float' })
})

test('a network damaged from outside is said as damaged, and the others are listed with it', async () => {
  const { id } = await made('Damaged')
  const other = await made('Sound')
  database().sqlite.prepare('UPDATE kept SET document = ? WHERE id = ?').run('{"parts":[nu', id)
  expect(await (await network(request('GET'), id)).json()).toMatchObject({ document: null, kept: '{"parts":[nu' })
  const { networks: list } = await (await networks(request('GET'))).json()
  expect(list.find((it: { id: string }) => it.id === id)).toMatchObject({ title: 'Damaged', document: null })
  expect(list.find((it: { id: string }) => it.id === other.id).document.parts).toHaveLength(6)
  expect((await analysis(request('GET'), id)).status).toBe(400)
})

test('a full disk acknowledges nothing, and goes on when there is room', async () => {
  const { sqlite } = database()
  const before = await made('Before')
  sqlite.pragma('wal_checkpoint(TRUNCATE)')
  // Pages that other tests have freed would be room.
  sqlite.exec('VACUUM')
  const pages = sqlite.pragma('page_count', { simple: true }) as number
  sqlite.pragma(`max_page_count = ${pages}`)
  const big = document(worked, { title: 'Big', notes: 'x'.repeat(20_000) })
  const answers = await Promise.all([
    networks(request('POST', { document: big })),
    network(request('PUT', { version: 1, document: big }), before.id),
    attempt(request('PUT', { version: 0, document: { of: 'y'.repeat(20_000), moves: [] } }), before.id),
  ])
  expect(answers.map(({ status }) => status)).toEqual([507, 507, 507])
  expect((await answers[0].json()).problems[0].message).toContain('nodrel.db')
  expect(await (await network(request('GET'), before.id)).json()).toMatchObject({ version: 1, title: 'Before' })
  expect((await attempt(request('GET'), before.id)).status).toBe(204)
  sqlite.pragma('max_page_count = 1000000')
  expect((await network(request('PUT', { version: 1, document: big }), before.id)).status).toBe(200)
  expect(await (await network(request('GET'), before.id)).json()).toMatchObject({ version: 2, title: 'Big' })
})

test('a database that another program holds is waited for, while others are answered', async () => {
  const { id } = await made('Held')
  const other = new Database(database().file)
  other.exec('BEGIN IMMEDIATE')
  const saving = network(request('PUT', { version: 1, document: document(worked, { title: 'Waited' }) }), id)
  expect((await network(request('GET'), id)).status).toBe(200)
  other.exec('ROLLBACK')
  expect((await saving).status).toBe(200)
  other.close()
})

test('bad input is refused with problems, and nothing is kept', async () => {
  const before = (await (await networks(request('GET'))).json()).networks.length
  const status = async (response: Promise<Response>) => {
    const answered = await response
    const { problems } = await answered.json()
    return [answered.status, problems[0].field]
  }
  expect(await status(networks(request('POST', '{')))).toEqual([400, 'request'])
  expect(await status(networks(request('POST', {})))).toEqual([400, 'format'])
  expect(await status(networks(request('POST', [])))).toEqual([400, 'request'])
  expect(await status(networks(request('POST', { document: [] })))).toEqual([400, 'document'])
  expect(await status(networks(request('POST', { document: document(['E1 A B 5', 'R1 A B -1']) })))).toEqual([
    400,
    'resistance',
  ])
  expect(await status(networks(request('POST', 'x', { 'content-type': 'text/plain' })))).toEqual([415, 'request'])
  expect(await status(networks(request('POST', ' '.repeat(2 ** 21 + 2000))))).toEqual([413, 'request'])
  expect(
    await status(
      networks(
        request(
          'POST',
          { document: document(worked) },
          { 'content-type': 'application/json', origin: 'http://elsewhere.example' },
        ),
      ),
    ),
  ).toEqual([403, 'request'])
  const { id } = await made()
  expect(await status(network(request('PUT', { version: 'one', document: document(worked) }), id))).toEqual([
    400,
    'version',
  ])
  expect(await status(network(request('PUT', { version: 1, document: {} }), id))).toEqual([400, 'format'])
  expect(await status(network(request('PUT', { version: 1, document: document(worked) }), 'none'))).toEqual([
    404,
    'request',
  ])
  expect((await (await networks(request('GET'))).json()).networks).toHaveLength(before + 1)
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
  const keep = (id: string, version: number, of: string, tried: unknown) =>
    attempt(request('PUT', { version, document: { of, moves: tried } }), id)

  test('is kept, taken up again, and not overwritten by an older one', async () => {
    const { id } = await made()
    expect((await attempt(request('GET'), id)).status).toBe(204)
    expect(await (await keep(id, 0, 'as it is', moves)).json()).toEqual({ version: 1 })
    expect(await (await attempt(request('GET'), id)).json()).toMatchObject({
      version: 1,
      document: { of: 'as it is', moves },
    })
    const late = await keep(id, 0, 'as it is', [])
    expect(late.status).toBe(409)
    expect(await late.json()).toMatchObject({ current: { version: 1, document: { moves } } })
    expect((await keep(id, 1, 'as it is', [])).status).toBe(200)
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
      const refused = await keep(id, 0, 'it', [move])
      expect([refused.status, move]).toEqual([400, move])
    }
    const many = (count: number) =>
      new Array(count).fill({ do: 'combine', members: [1, 2], kind: 'series', answer: '3' })
    for (const moves of [many(5001), new Array(400_000).fill(0), 'none', { length: 3 }])
      expect((await keep(id, 0, 'it', moves)).status).toBe(400)
    expect((await attempt(request('GET'), id)).status).toBe(204)
    expect((await keep(id, 0, 'it', many(5000))).status).toBe(200)
    expect((await attempt(request('GET'), 'none')).status).toBe(404)
    expect((await keep('0'.repeat(36), 0, 'it', moves)).status).toBe(404)
    expect((await keep('none', 0, 'it', moves)).status).toBe(400)
  })
})

describe('a run of readings', () => {
  const readings = [{ quantity: 'voltage', of: 'R1', value: '1.44 V', at: '2026-11-24T18:02:00.000Z' }]
  const titled = (title: string, more: object = {}) => ({
    format: 'nodrel-readings',
    version: 1,
    title,
    readings,
    ...more,
  })

  const runsOf = (id: string) => dispatch(request('GET', undefined, {}, `?of=${id}`), '/api/runs')

  test('is begun, listed with what a file had beyond the format, saved over its version, and deleted', async () => {
    const { id } = await made()
    const begun = await runs(request('POST', { of: id, document: titled('Tuesday', { standin: { seed: 3 } }) }))
    expect(begun.status).toBe(201)
    const first = await begun.json()
    await runs(request('POST', { of: id, document: titled('Thursday') }))
    const list = (await (await runsOf(id)).json()).runs
    expect(list.map(({ document: { title } }: { document: { title: string } }) => title)).toEqual([
      'Tuesday',
      'Thursday',
    ])
    expect(list[0].document).toEqual(titled('Tuesday', { standin: { seed: 3 } }))
    const saved = await run(request('PUT', { version: 1, document: titled('Tuesday, again') }), first.id)
    expect(await saved.json()).toEqual({ version: 2 })
    const late = await run(request('PUT', { version: 1, document: titled('Too late') }), first.id)
    expect(late.status).toBe(409)
    expect(await late.json()).toMatchObject({ current: { version: 2, document: { title: 'Tuesday, again' } } })
    expect((await run(request('DELETE'), first.id)).status).toBe(204)
    expect((await run(request('GET'), first.id)).status).toBe(404)
    expect((await run(request('PUT', { version: 2, document: titled('Gone') }), first.id)).status).toBe(404)
  })

  test('with readings that make no sense is refused at their rows, and nothing is kept', async () => {
    const { id } = await made()
    for (const [bad, part] of [
      [{ quantity: 'voltage', of: 'R1', value: '1e999 V' }, 'readings[1]'],
      [{ quantity: 'charge', of: 'R1', value: '1' }, 'readings[1]'],
      [null, 'readings[1]'],
    ] as const) {
      const refused = await runs(
        request('POST', { of: id, document: { ...titled('Bad'), readings: [...readings, bad] } }),
      )
      expect(refused.status).toBe(400)
      expect((await refused.json()).problems[0].part).toBe(part)
    }
    expect((await runs(request('POST', { of: id, document: { format: 'else' } }))).status).toBe(400)
    expect((await runs(request('POST', { of: '0'.repeat(36), document: titled('Lost') }))).status).toBe(404)
    expect((await (await runsOf(id)).json()).runs).toEqual([])
  })

  test('goes with its network into the bin, and comes back with it', async () => {
    const { id } = await made()
    const { id: runId } = await (await runs(request('POST', { of: id, document: titled('Kept') }))).json()
    await network(request('DELETE'), id)
    expect((await run(request('GET'), runId)).status).toBe(404)
    expect((await run(request('PUT', { version: 1, document: titled('Kept') }), runId)).status).toBe(404)
    await restore(request('POST'), id)
    expect((await run(request('GET'), runId)).status).toBe(200)
    await network(request('DELETE'), id)
    await binned(request('DELETE'), id)
    expect((await run(request('GET'), runId)).status).toBe(404)
  })
})

describe('named ways', () => {
  const lesson = { format: 'nodrel-way', version: 1, name: 'Evening “class”', choices: { order: 'rounds' } }
  const make = (document: object) => ways(request('POST', { document }))
  test('one is kept, listed by name, not overwritten unless it is that one, deleted and taken back', async () => {
    const { id } = await (await make(lesson)).json()
    await make({ ...lesson, name: 'Another' })
    const taken = await make({ ...lesson, choices: {} })
    expect(taken.status).toBe(409)
    expect(await taken.json()).toMatchObject({ current: { id, version: 1, document: lesson } })
    const list = async () =>
      (await (await ways(request('GET'))).json()).ways.map((it: { document: object }) => it.document)
    expect(await list()).toEqual([{ ...lesson, name: 'Another' }, lesson])
    await way(request('PUT', { version: 1, document: { ...lesson, choices: {} } }), id)
    expect((await list())[1]).toEqual({ ...lesson, choices: {} })
    const renamed = await way(request('PUT', { version: 2, document: { ...lesson, name: 'Another' } }), id)
    expect([renamed.status, (await renamed.json()).problems[0].message]).toEqual([
      409,
      'another way is called “Another”',
    ])
    const putBack = () => door('/ways/:id/restore')(request('POST'), id)
    expect((await putBack()).status).toBe(404)
    expect((await way(request('DELETE'), id)).status).toBe(204)
    expect((await way(request('DELETE'), id)).status).toBe(404)
    expect(await list()).toHaveLength(1)
    // Its name is free; while another one has it, it cannot be taken back.
    const { id: second } = await (await make(lesson)).json()
    expect((await putBack()).status).toBe(404)
    await way(request('DELETE'), second)
    expect((await putBack()).status).toBe(200)
    expect(await list()).toHaveLength(2)
  })
  test('what is no way is refused with every fault', async () => {
    const answer = await make({ ...lesson, version: 3, choices: { order: 'x' } })
    expect(answer.status).toBe(400)
    expect((await answer.json()).problems.map(({ message }: { message: string }) => message)).toEqual([
      'only version 1 is read',
      'order must be one of single, rounds, pairs',
    ])
    expect((await ways(request('POST', 'no'))).status).toBe(400)
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
    expect((await exercise(request('GET'), id)).status).toBe(204)
    expect(await (await exercise(request('PUT', { version: 0, document: tried }), id)).json()).toEqual({ version: 1 })
    expect(await (await exercise(request('GET'), id)).json()).toMatchObject({ id, version: 1, document: tried })
    const { exercises: list } = await (await exercises(request('GET'))).json()
    const at = { createdAt: expect.any(String), updatedAt: expect.any(String) }
    expect(list).toEqual([{ id, title: code, seconds: 12, version: 1, ...at, result }])
    const other = await exercise(request('PUT', { version: 0, document: { ...tried, moves: [] } }), id)
    expect(other.status).toBe(409)
    expect((await other.json()).current).toMatchObject({ version: 1, document: { moves: tried.moves } })
    expect((await exercises(request('POST', { document: tried }))).status).toBe(405)
    expect((await exercises(request('DELETE'))).status).toBe(204)
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
    const response = await exercise(request('PUT', { version: 0, document: { ...tried, ...some } }), `own.${code}`)
    expect(response.status).toBe(400)
    expect(JSON.stringify(await response.json())).toContain(message)
  })

  test('an exercise is kept under its own code only', async () => {
    for (const id of ['own.1000-0000-0000', `../x.${code}`, code])
      expect((await exercise(request('PUT', { version: 0, document: tried }), id)).status).toBe(400)
  })

  test('a sheet is kept, changed over its own version, deleted and put back under its own id', async () => {
    const kept = { role: 'set', title: 'Tuesday', marks: 20, name: '', variants: [{ name: 'A', codes: [code] }] }
    const made = await sheets(request('POST', { document: kept }))
    expect(made.status).toBe(201)
    const { id } = await made.json()
    expect(await (await sheet(request('GET'), id)).json()).toMatchObject({ id, version: 1, document: kept })
    const save = async (version: number, document: object) => sheet(request('PUT', { version, document }), id)
    expect(await (await save(1, { ...kept, title: 'Friday' })).json()).toEqual({ version: 2 })
    const late = await save(1, kept)
    expect(late.status).toBe(409)
    expect((await late.json()).current).toMatchObject({ version: 2, document: { title: 'Friday' } })
    expect((await (await sheets(request('GET'))).json()).sheets).toHaveLength(1)
    expect((await save(2, { ...kept, marks: 0 })).status).toBe(400)
    expect((await sheet(request('DELETE'), id)).status).toBe(204)
    expect((await sheet(request('GET'), id)).status).toBe(404)
    expect((await sheet(request('DELETE'), id)).status).toBe(404)
    expect((await save(2, kept)).status).toBe(404)
    const putBack = () => door('/sheets/:id/restore')(request('POST'), id)
    expect(await (await putBack()).json()).toMatchObject({ id, version: 2, document: { title: 'Friday' } })
    expect((await putBack()).status).toBe(404)
    expect((await sheet(request('DELETE'), id)).status).toBe(204)
  })
})

test('versions that no save can have are refused', async () => {
  const { id } = await made()
  for (const version of [1e308, -1, 0.5, 2 ** 53, null])
    expect([version, (await network(request('PUT', { version, document: document(worked) }), id)).status]).toEqual([
      version,
      400,
    ])
})

test('the contributor’s guide lists them as they are', () => {
  const text = readFileSync('docs/contributing.md', 'utf8')
  expect(withDoors(text)).toBe(text)
})

test('each door of the table is found by a path of its own, for its method', () => {
  const paths = doors.map(({ method, path }) => `${method} ${path}`)
  expect(new Set(paths).size).toBe(paths.length)
  for (const door of doors) {
    const found = doorFor(door.method, door.path.replace(':kind', 'ways').replace(':id', 'one%20two'))
    expect(found).toEqual({
      door,
      id: door.path.includes(':id') ? 'one two' : '',
      kind: door.path.includes(':kind') ? 'way' : 'network',
    })
  }
  expect(doorFor('HEAD', '/api/bin')).toMatchObject({ door: { method: 'GET', path: '/api/bin' } })
  expect(doorFor('GET', '/api/stars/one')).toEqual({ methods: [] })
})
