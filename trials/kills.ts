import { strToU8, zipSync } from 'fflate'
import type { Row } from '../speed/measure'
import { document, worked } from '../test/documents'
import { randomNumbers } from '../test/randomNetwork'
import { samples } from '../src/db/samples'
import { newFolder } from '../test/folder'
import { spawnServer, startServer } from '../test/served'
import { made, pause, serve, type Served } from './server'

/** The server is killed again and again while three writers write: whatever was acknowledged must be there. */
export async function killRows(kills = 100): Promise<Row[]> {
  const data = newFolder()
  const random = randomNumbers(17)
  let served = await serve(data)
  const writers = await Promise.all(
    [0, 1, 2].map(async (n) => ({
      id: await made(served, document(worked, { title: `writer ${n}` })),
      kept: 0,
      version: 1,
    })),
  )
  const born: string[] = []
  let acknowledged = 0
  let lost = 0
  for (let kill = 0; kill < kills; kill++) {
    let going = true
    const writing = writers.map(async (writer, n) => {
      for (let count = writer.kept + 1; going; count++) {
        const next = document(worked, { title: `writer ${n}`, notes: String(count) })
        const { status, text } = await served.ask('PUT', `/api/networks/${writer.id}`, {
          version: writer.version,
          document: next,
        })
        if (status === 409) {
          // Kept, but the answer was lost with the kill: go on from there.
          writer.version = (JSON.parse(text) as { current: { version: number } }).current.version
          continue
        }
        if (status !== 200) continue
        writer.kept = count
        writer.version = (JSON.parse(text) as { version: number }).version
        acknowledged += 1
        if (count % 10 === 0) born.push(await made(served, next))
      }
    })
    await pause(50 + 250 * random())
    const killing = served.kill()
    going = false
    await Promise.allSettled(writing)
    await killing
    served = await serve(data)
    for (const writer of writers) {
      const { text } = await served.ask('GET', `/api/networks/${writer.id}`)
      const found = JSON.parse(text) as { version: number; document: { notes: string } }
      if (Number(found.document.notes || 0) < writer.kept) lost += 1
      writer.version = found.version
    }
  }
  for (const id of born) if ((await served.ask('GET', `/api/networks/${id}`)).status !== 200) lost += 1
  await served.kill()
  return [
    {
      what: `${kills} kills while 3 writers write, ${acknowledged + born.length} writes acknowledged: lost`,
      measured: String(lost),
      wanted: '0',
      holds: lost === 0 && acknowledged > kills,
    },
  ]
}

/** First starts that are killed at any moment, and two at once: the samples must be there, whole and once. */
export async function startRows(starts = 20, pairs = 5): Promise<Row[]> {
  let wrong = 0
  const titles = samples.map(({ title }) => title).sort()
  const check = async (served: Served) => {
    const { networks } = JSON.parse((await served.ask('GET', '/api/networks')).text) as {
      networks: { title: string }[]
    }
    if (JSON.stringify(networks.map(({ title }) => title).sort()) !== JSON.stringify(titles)) wrong += 1
    await served.kill()
  }
  for (let start = 0; start < starts; start++) {
    const data = newFolder()
    const child = spawnServer(data)
    child.stdout?.resume()
    child.stderr?.resume()
    await pause(300 + 100 * start)
    const gone = new Promise((done) => child.once('exit', done))
    child.kill('SIGKILL')
    await gone
    await check(await serve(data))
  }
  for (let pair = 0; pair < pairs; pair++) {
    const data = newFolder()
    const both = await Promise.all([serve(data), serve(data)])
    await both[1].kill()
    await check(both[0])
  }
  return [
    {
      what: `${starts} first starts killed, ${pairs} times two at once: samples not whole and once`,
      measured: String(wrong),
      wanted: '0',
      holds: wrong === 0,
    },
  ]
}

/** A server that is killed while it takes in an archive or a backup has all of it, or nothing. */
export async function incomingRows(waits = [0, 15, 60, 150, 300]): Promise<Row[]> {
  const count = 600
  const one = (i: number) => document(['E1 A B 12 V', `R1 A B ${i + 1}`], { title: `Brought in ${i}` })
  const archive = zipSync(
    Object.fromEntries(Array.from({ length: count }, (_, i) => [`${i}.json`, strToU8(JSON.stringify(one(i)))])),
  )
  const data = newFolder()
  let server = await startServer(data)
  const send = async (path: string, body?: BodyInit) => {
    const answer = await fetch(`${server.url}/api${path}`, { method: 'POST', body })
    return (await answer.json()) as { id: string }
  }
  const titles = async () => {
    const { networks } = (await (await fetch(`${server.url}/api/networks`)).json()) as { networks: { title: string }[] }
    return JSON.stringify(networks.map(({ title }) => title).sort())
  }
  /** Begins what is sent, and kills the server after so many milliseconds. */
  const killAfter = async (wait: number, path: string, body?: string) => {
    const taking = send(path, body).catch(() => null)
    await pause(wait)
    await server.kill()
    await taking
    server = await startServer(data)
  }
  const backup = new Uint8Array(await (await fetch(`${server.url}/api/backup`)).arrayBuffer())
  const before = await titles()
  let halves = 0
  for (const wait of waits) {
    const looked = await send('/import', archive)
    await killAfter(wait, `/import/${looked.id}`, '{"otherwise":"both","choices":{}}')
    const after = await titles()
    if (after !== before && JSON.parse(after).length !== JSON.parse(before).length + count) halves += 1
    const held = await send('/backup', backup)
    await killAfter(wait, `/backup/${held.id}`)
    if (![before, after].includes(await titles())) halves += 1
    // On with what was before.
    const again = await send('/backup', backup)
    await send(`/backup/${again.id}`)
    if ((await titles()) !== before) halves += 1
  }
  await server.kill()
  return [
    {
      what: `${2 * waits.length} kills while an archive of ${count} or a backup is taken in: half of it there`,
      measured: String(halves),
      wanted: '0',
      holds: halves === 0,
    },
  ]
}
