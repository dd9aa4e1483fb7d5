import { createNetwork, database, listNetworks } from '@/db'
import { answer, newNetwork, passDoor, readBody } from '../doors'

export const dynamic = 'force-dynamic'

/** All networks, the last changed first. */
export function GET(request: Request): Promise<Response> {
  return answer(request, () => ({ networks: listNetworks(database()) }))
}

/** Keeps `{ document }` as a new network: 201 with the record. */
export function POST(request: Request): Promise<Response> {
  return answer(request, async () => {
    const { document } = await readBody(request, newNetwork)
    return Response.json(createNetwork(database(), passDoor(document)), { status: 201 })
  })
}
