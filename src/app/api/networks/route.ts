import { createNetwork, findNetworks, isThere, listInBatches, read, write } from '@/db'
import { answer, JsonText, readBody, recordText } from '../answering'

export const dynamic = 'force-dynamic'

/** All networks, the last changed first. Sent as they are read, so that a long list holds nobody up. */
export function GET(request: Request): Promise<Response> {
  return answer(request, async () => {
    const texts = listTexts(await read(listInBatches))
    const encoder = new TextEncoder()
    return new JsonText(
      new ReadableStream<Uint8Array>({
        async pull(controller) {
          const { done, value } = await texts.next()
          if (done) controller.close()
          else controller.enqueue(encoder.encode(value))
        },
      }),
    )
  })
}

async function* listTexts(batches: readonly (readonly string[])[]): AsyncGenerator<string, void> {
  yield '{"networks":['
  let comma = ''
  for (const ids of batches) {
    const rows = await read((db) => findNetworks(db, ids))
    // All of a batch may have been deleted since.
    if (rows.length === 0) continue
    yield comma + rows.map(recordText).join()
    comma = ','
  }
  yield ']}'
}

/** Keeps `{ document, origin }`, or a document sent as it is, as a new network: 201 with the record. */
export function POST(request: Request): Promise<Response> {
  return answer(request, async () => {
    const { origin, ...columns } = await readBody(request, 'create')
    const row = await write((db) => createNetwork(db, columns, origin && isThere(db, origin) ? origin : null))
    return new JsonText(recordText(row), 201)
  })
}
