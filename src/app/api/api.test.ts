import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { document, worked } from '../../../test/documents'
import { GET as list, POST as create } from './networks/route'
import { DELETE as remove, GET as find, PUT as save } from './networks/[id]/route'
import { GET as analysis } from './networks/[id]/analysis/route'
import { GET as attempt, PUT as saveAttempt } from './networks/[id]/attempt/route'
import { POST as restore } from './networks/[id]/restore/route'

beforeAll(() => {
  process.env.NODREL_DATA = mkdtempSync(join(tmpdir(), 'nodrel-api-'))
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
    headers,
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

test('deleting can be undone', async () => {
  const { id } = await made()
  expect((await remove(request('DELETE'), at(id))).status).toBe(204)
  expect((await find(request('GET'), at(id))).status).toBe(404)
  expect((await remove(request('DELETE'), at(id))).status).toBe(404)
  expect(await (await restore(request('POST'), at(id))).json()).toMatchObject({ id, version: 1 })
  expect((await find(request('GET'), at(id))).status).toBe(200)
  expect((await restore(request('POST'), at('none'))).status).toBe(404)
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
          { 'content-type': 'application/json', origin: 'http://elsewhere.example', host: '127.0.0.1:3000' },
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
    ]) {
      const refused = await keep(id, { of: 'it', moves: [move], version: 0 })
      expect([refused.status, move]).toEqual([400, move])
    }
    expect((await attempt(request('GET'), at(id))).status).toBe(204)
    expect((await attempt(request('GET'), at('none'))).status).toBe(404)
    expect((await keep('none', { of: 'it', moves, version: 0 })).status).toBe(404)
  })
})
