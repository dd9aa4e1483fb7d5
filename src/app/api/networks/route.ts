import { createNetwork, database, listNetworks } from '@/db'
import { answer, newNetwork, passDoor, readBody } from '../doors'

export const dynamic = 'force-dynamic'

/** All networks, the last changed first. */
export function GET(request: Request): Promise<Response> {
  return answer(request, () => ({ networks: listNetworks(database()) }))
}

/** Keeps `{ document }`, or a document sent as it is, as a new network: 201 with the record. */
export function POST(request: Request): Promise<Response> {
  return answer(request, async () => {
    const body = await readBody<object>(request, newNetwork)
    const document = passDoor('document' in body ? body.document : body)
    return Response.json(createNetwork(database(), document), { status: 201 })
  })
}
