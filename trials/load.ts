import http from 'node:http'
import { chromium } from '@playwright/test'
import type { Row } from '../speed/measure'
import { browser } from '../e2e/browser'
import { document, worked } from '../test/documents'
import { ladder, randomNetwork } from '../test/randomNetwork'
import { pasteRows } from '../src/ui/network/pasteRows'
import { made, pause, whileServed, type Served } from './server'

/** Fifty clients, each on a network of its own, reading and writing for a minute. */
export function loadRows(): Promise<Row[]> {
  return whileServed(async (served) => {
    const clients = 50
    const seconds = 60
    const mine = await Promise.all(
      Array.from({ length: clients }, async (_, i) => ({
        id: await made(served, randomNetwork(i, 12)),
        version: 1,
        attempt: 0,
      })),
    )
    const times: number[] = []
    let failed = 0
    const until = performance.now() + 1000 * seconds
    await Promise.all(
      mine.map(async (it, i) => {
        for (let n = i; performance.now() < until; n++) {
          const turn = n % 20
          const { status, text, ms } =
            turn < 8
              ? await served.ask('GET', `/api/networks/${it.id}`)
              : turn < 14
                ? await served.ask('PUT', `/api/networks/${it.id}`, {
                    version: it.version,
                    document: randomNetwork(n, 12),
                  })
                : turn < 16
                  ? await served.ask('PUT', `/api/attempts/${it.id}`, {
                      version: it.attempt,
                      document: { of: 'it', moves: [] },
                    })
                  : turn < 18
                    ? await served.ask('GET', `/api/networks/${it.id}/analysis`)
                    : turn < 19
                      ? await served.ask('GET', '/api/networks')
                      : await served.ask('GET', '/api/logbook?count=24')
          if (status !== 200) failed += 1
          else if (turn >= 8 && turn < 14) it.version = (JSON.parse(text) as { version: number }).version
          else if (turn >= 14 && turn < 16) it.attempt = (JSON.parse(text) as { version: number }).version
          times.push(ms)
        }
      }),
    )
    times.sort((a, b) => a - b)
    const rate = times.length / seconds
    const p99 = times[Math.floor(0.99 * times.length)]
    const page: number[] = []
    for (let i = 0; i < 20; i++) page.push((await served.ask('GET', `/networks/${mine[i].id}`)).ms)
    page.sort((a, b) => a - b)
    return [
      {
        what: `${clients} clients reading and writing for ${seconds} s, ${failed} failed`,
        measured: `${rate.toFixed(0)} requests/s`,
        wanted: '≥ 300 requests/s',
        holds: rate >= 300 && failed === 0,
      },
      { what: '  p50', measured: `${times[times.length >> 1].toFixed(0)} ms`, wanted: '', holds: null },
      { what: '  p99', measured: `${p99.toFixed(0)} ms`, wanted: '≤ 500 ms', holds: p99 <= 500 },
      {
        what: '  a worksheet’s page afterwards, alone',
        measured: `${page[10].toFixed(0)} ms`,
        wanted: '',
        holds: null,
      },
    ]
  })
}

/** What held the server up for seconds: it must answer others meanwhile. */
export function heldUpRows(): Promise<Row[]> {
  return whileServed(async (served) => {
    const rows: Row[] = []
    await warm(served)
    const measure = async (what: string, work: () => Promise<{ status: number; ms: number }>) => {
      await pause(300)
      await served.heldUp()
      const { status, ms } = await work()
      await pause(100)
      const heldUp = await served.heldUp()
      rows.push({
        what: `held up by ${what} (${status} after ${(ms / 1000).toFixed(1)} s)`,
        measured: `${heldUp.toFixed(0)} ms`,
        wanted: '≤ 50 ms',
        holds: heldUp <= 50 && status < 500,
      })
    }
    const small = await made(served, document(worked))
    const moves = (count: number) =>
      new Array(count).fill({ do: 'combine', members: [1, 2], kind: 'series', answer: '3' })
    const attempt = (all: unknown[]) => () =>
      served.ask('PUT', `/api/attempts/${small}`, { version: 0, document: { of: 'it', moves: all } })
    await measure('an attempt of 1,000,000 moves', attempt(new Array(1_000_000).fill(0)))
    await measure('an attempt of 5,000 moves', attempt(moves(5000)))
    const rungs = ladder(19_999)
    await measure('a ladder of 10,000 rungs, made', () => served.ask('POST', '/api/networks', { document: rungs }))
    const id = await made(served, rungs)
    await measure('  its page', () => served.ask('GET', `/networks/${id}`))
    await measure('  read', () => served.ask('GET', `/api/networks/${id}`))
    await measure('  analysed', () => served.ask('GET', `/api/networks/${id}/analysis`))
    await measure('  in the logbook', () => served.ask('GET', '/'))
    const long = withLongFractions(199)
    const longId = await made(served, long)
    await measure('199 fractions of 48 digits, analysed', () => served.ask('GET', `/api/networks/${longId}/analysis`))
    await measure('  exactly', () => served.ask('GET', `/api/networks/${longId}/analysis?arithmetic=exact`))
    await measure('  its page', () => served.ask('GET', `/networks/${longId}`))
    for (let i = 0; i < 20; i++) await made(served, long)
    await measure('  20 of them in the logbook', () => served.ask('GET', '/'))
    const many = await made(served, randomNetwork(4, 5000))
    await measure('5,000 parts, exactly', () => served.ask('GET', `/api/networks/${many}/analysis?arithmetic=exact`))
    const most = await made(served, randomNetwork(4, 20_000))
    await measure('20,000 parts, rounded:3', () =>
      served.ask('GET', `/api/networks/${most}/analysis?arithmetic=rounded:3`),
    )
    const drawn = await made(served, randomNetwork(4, 120))
    await measure('120 parts, their worksheet’s page', () => served.ask('GET', `/networks/${drawn}`))
    await measure('  their drawing’s page', () => served.ask('GET', `/networks/${drawn}/draw`))
    await measure('50 bodies that stop halfway', async () => {
      await Promise.all(Array.from({ length: 50 }, () => sendHalf(served.base)))
      return served.ask('GET', '/api/bin')
    })
    await measure('a body of 3 MiB', () =>
      served.ask('POST', '/api/networks', 'x'.repeat(3 * 2 ** 20)).catch(() => ({ status: 413, ms: 0 })),
    )
    return rows
  })
}

/** A request whose sender goes away in the middle of it. */
function sendHalf(base: string): Promise<void> {
  return new Promise((done) => {
    const headers = { 'content-type': 'application/json', 'content-length': 100_000 }
    const sent = http.request(`${base}/api/networks`, { method: 'POST', headers })
    sent.on('error', () => undefined)
    sent.on('close', () => done())
    sent.write('{"document":', () => setTimeout(() => sent.destroy(), 50))
  })
}

async function warm(served: Served): Promise<void> {
  const id = await made(served, document(worked))
  for (let i = 0; i < 20; i++)
    for (const path of [
      '/',
      `/networks/${id}`,
      `/networks/${id}/draw`,
      '/api/networks',
      `/api/networks/${id}/analysis`,
    ])
      await served.ask('GET', path)
}

function withLongFractions(count: number) {
  const of = randomNetwork(7, count)
  const digits = (seed: number) => Array.from({ length: 48 }, (_, i) => ((seed * 7 + i * i * 3 + i) % 9) + 1).join('')
  const parts = of.parts.map((it, i) =>
    it.kind === 'resistor' ? { ...it, resistance: `${digits(i)}/${digits(i + 5)}` } : it,
  )
  return { ...of, title: 'long fractions', parts }
}

/** A logbook of two thousand networks, opened in a browser; a spreadsheet of twenty thousand rows. */
export function largeRows(): Promise<Row[]> {
  return whileServed(async (served) => {
    const count = 2000
    for (let i = 0; i < count; i += 20)
      await Promise.all(
        Array.from({ length: 20 }, (_, k) => made(served, { ...randomNetwork(i + k, 12), title: `Strip ${i + k}` })),
      )
    const chrome = await chromium.launch(browser)
    try {
      const page = await chrome.newPage({ viewport: { width: 1280, height: 800 } })
      const opens: number[] = []
      for (let i = 0; i < 5; i++) {
        const began = performance.now()
        await page.goto(served.base)
        await page.getByRole('listitem').nth(11).locator('svg').first().waitFor()
        opens.push(performance.now() - began)
      }
      opens.sort((a, b) => a - b)
      const text = Array.from({ length: 20_000 }, (_, i) => `R${i}\tp${i}\tp${i + 1}\t4k7`).join('\n')
      const pastes = [0, 1, 2].map(() => {
        const began = performance.now()
        pasteRows({ ...document(['E1 A B 12']) }, text)
        return performance.now() - began
      })
      const paste = Math.min(...pastes)
      return [
        {
          what: `a logbook of ${count} networks: opened → a dozen cards drawn`,
          measured: `${opens[2].toFixed(0)} ms`,
          wanted: '≤ 1000 ms',
          holds: opens[2] <= 1000,
        },
        {
          what: '20,000 rows of a spreadsheet pasted',
          measured: `${paste.toFixed(0)} ms`,
          wanted: '≤ 500 ms',
          holds: paste <= 500,
        },
      ]
    } finally {
      await chrome.close()
    }
  })
}
