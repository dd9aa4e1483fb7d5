import { createNetwork, findNetworks, listIds, read, write } from '@/db'
import { answer, JsonText, readBody, recordText } from '../doors'

export const dynamic = 'force-dynamic'

/** How many networks are read at a time. */
const batch = 100

/** All networks, the last changed first. Sent as they are read, so that a long list holds nobody up. */
export function GET(request: Request): Promise<Response> {
  return answer(request, async () => {
    const ids = await read(listIds)
    const encoder = new TextEncoder()
    let at = 0
    let first = true
    const stream = new ReadableStream<Uint8Array>({
      async pull(controller) {
        const rows = await read((db) => findNetworks(db, ids.slice(at, at + batch)))
        const texts = rows.map((row) => recordText(row)).join()
        const opening = at === 0 ? '{"networks":[' : ''
        at += batch
        const text = `${opening}${!first && texts !== '' ? ',' : ''}${texts}${at >= ids.length ? ']}' : ''}`
        if (texts !== '') first = false
        if (text !== '') controller.enqueue(encoder.encode(text))
        if (at >= ids.length) controller.close()
      },
    })
    return new Response(stream, { headers: { 'Content-Type': 'application/json', 'Cache-Control': 'no-store' } })
  })
}

/** Keeps `{ document }`, or a document sent as it is, as a new network: 201 with the record. */
export function POST(request: Request): Promise<Response> {
  return answer(request, async () => {
    const columns = await readBody(request, 'create')
    return new JsonText(recordText(await write((db) => createNetwork(db, columns))), 201)
  })
}
