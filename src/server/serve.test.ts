import http from 'node:http'
import type { AddressInfo } from 'node:net'
import { serve, type Doors } from './serve'

let server: http.Server
let port: number
/** What Next was given. */
let passedOn: http.IncomingMessage[] = []

const doors: Doors = (request, path) => {
  if (path === '/api/echo') return request.text().then((text) => Response.json({ method: request.method, text }))
  if (path === '/api/first')
    return (async () => {
      await request.body?.getReader().read()
      return new Response('enough', { status: 413 })
    })()
  if (path === '/api/long')
    return Promise.resolve(
      new Response(
        new ReadableStream({
          start(controller) {
            for (let i = 0; i < 3; i++) controller.enqueue(new TextEncoder().encode(`${i}`.repeat(100_000)))
            controller.close()
          },
        }),
      ),
    )
  return Promise.resolve(new Response('no such door', { status: 404 }))
}

beforeAll(async () => {
  server = http.createServer((request, response) =>
    serve(request, response, doors, () => {
      passedOn.push(request)
      response.end('a page')
    }),
  )
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
  port = (server.address() as AddressInfo).port
})
afterAll(() => new Promise((done) => server.close(done)))
beforeEach(() => (passedOn = []))

function ask(path: string, { headers = {}, method = 'GET', body = '' } = {}) {
  return new Promise<{ status?: number; headers: http.IncomingHttpHeaders; text: string }>((done, fail) => {
    const sent = http.request({ host: '127.0.0.1', port, path, method, headers, agent: false }, (response) => {
      let text = ''
      response.on('data', (chunk: Buffer) => (text += chunk.toString()))
      response.on('end', () => done({ status: response.statusCode, headers: response.headers, text }))
    })
    sent.on('error', fail)
    sent.end(body)
  })
}

test('a page comes with a policy that lets only its own scripts run, by a nonce that is new each time', async () => {
  const [first, second] = [await ask('/networks/n'), await ask('/')]
  const nonceOf = (it: typeof first) => /'nonce-([^']+)'/.exec(String(it.headers['content-security-policy']))?.[1]
  expect(nonceOf(first)).not.toBe(nonceOf(second))
  expect(passedOn.map((it) => it.headers['x-nonce'])).toEqual([nonceOf(first), nonceOf(second)])
  const policy = String(first.headers['content-security-policy'])
  expect(policy).toMatch(/default-src 'self'.*object-src 'none'.*frame-ancestors 'none'/)
  expect(/script-src[^;]*/.exec(policy)?.[0]).not.toContain('unsafe')
  expect(first.headers).toMatchObject({
    'cross-origin-opener-policy': 'same-origin',
    'x-content-type-options': 'nosniff',
    'x-frame-options': 'DENY',
  })
})

test('who is turned away reaches neither a door nor a page', async () => {
  for (const path of ['/', '/api/echo', '/_next/static/x.js'])
    expect((await ask(path, { headers: { host: 'rebound.example' } })).status).toBe(421)
  expect((await ask('/api/echo', { method: 'POST', headers: { origin: 'null' } })).status).toBe(403)
  expect((await ask('/networks/%ff')).status).toBe(400)
  expect(passedOn).toEqual([])
})

test('a door gets the request as it was sent, whatever its path', async () => {
  const { text } = await ask('/api/echo', { method: 'POST', body: 'Ω'.repeat(5000) })
  expect(JSON.parse(text)).toEqual({ method: 'POST', text: 'Ω'.repeat(5000) })
  expect((await ask('/api/long')).text).toHaveLength(300_000)
  expect(await ask('/api/none')).toMatchObject({ text: 'no such door' })
})

test('who is refused while still sending hears why, and is not listened to for long', async () => {
  const refused = await ask('/api/first', { method: 'POST', body: 'x'.repeat(2_000_000) })
  expect([refused.status, refused.text]).toEqual([413, 'enough'])
})

test('a sender that goes away in the middle takes nobody with it', async () => {
  await Promise.all(
    Array.from(
      { length: 20 },
      () =>
        new Promise<void>((done) => {
          const headers = { 'content-length': 1000 }
          const sent = http.request({
            host: '127.0.0.1',
            port,
            path: '/api/echo',
            method: 'POST',
            headers,
            agent: false,
          })
          sent.on('error', () => undefined)
          sent.on('close', () => done())
          sent.write('half', () => setTimeout(() => sent.destroy(), 20))
        }),
    ),
  )
  expect((await ask('/api/echo', { method: 'POST', body: 'still here' })).text).toContain('still here')
})
