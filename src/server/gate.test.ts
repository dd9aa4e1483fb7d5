import { turnedAway } from './gate'

const ask = (headers: Record<string, string>, { method = 'GET', url = '/api/networks' } = {}) =>
  turnedAway({ method, url, header: (name) => headers[name] })?.status ?? null

const host = '127.0.0.1:3000'

test('Nodrel answers to this machine’s own names, whatever the port, for every method', () => {
  for (const name of [host, 'localhost:3210', 'LOCALHOST', '[::1]:3000', '127.0.0.1'])
    expect([name, ask({ host: name })]).toEqual([name, null])
  for (const name of ['rebound.example:3000', '127.0.0.1.rebound.example', 'localhost.rebound.example', '', 'evil'])
    for (const method of ['GET', 'PUT', 'DELETE']) expect([name, ask({ host: name }, { method })]).toEqual([name, 421])
  expect(ask({})).toBe(421)
})

test('names that are configured are answered to', () => {
  process.env.NODREL_HOSTS = 'bench.quillmere.example, Other'
  expect(ask({ host: 'bench.quillmere.example:3000' })).toBeNull()
  expect(ask({ host: 'other' })).toBeNull()
  expect(ask({ host: 'third' })).toBe(421)
  delete process.env.NODREL_HOSTS
})

test('pages of other sites neither read nor change anything', () => {
  expect(ask({ host, origin: `http://${host}` }, { method: 'PUT' })).toBeNull()
  for (const origin of ['http://elsewhere.example', 'null', 'garbage', 'http://127.0.0.1:4000', ''])
    for (const method of ['GET', 'POST', 'DELETE'])
      expect([origin, ask({ host, origin }, { method })]).toEqual([origin, 403])
  expect(ask({ host, 'sec-fetch-site': 'same-origin' })).toBeNull()
  expect(ask({ host, 'sec-fetch-site': 'none' })).toBeNull()
  expect(ask({ host, 'sec-fetch-site': 'cross-site' })).toBe(403)
  expect(ask({ host, 'sec-fetch-site': 'same-site' })).toBe(403)
})

test('a link from another site leads to a page, not to a door', () => {
  const followed = { host, 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'navigate' }
  expect(ask(followed, { url: '/networks/n1' })).toBeNull()
  expect(ask(followed, { url: '/api/networks' })).toBe(403)
  expect(ask(followed, { url: '/networks/n1', method: 'POST' })).toBe(403)
})

test('an address that cannot be read is refused', () => {
  expect(ask({ host }, { url: '/api/networks/%ff' })).toBe(400)
  expect(ask({ host }, { url: '/networks/%E0%A4%A' })).toBe(400)
  expect(ask({ host }, { url: '/networks/%C3%A9?x=%ff' })).toBeNull()
})
