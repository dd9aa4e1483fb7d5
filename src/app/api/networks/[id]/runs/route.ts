import { createRun, listRuns, mostRuns, read, write } from '@/db'
import { refuse } from '@/server/refusal'
import { answer, JsonText, missing, readBody, runText, type Context } from '../../../answering'

/** All runs of readings of a network: `{ runs: [{ id, version, updatedAt, document }] }`. */
export function GET(request: Request, { params }: Context): Promise<Response> {
  return answer(request, async () => {
    const { id } = await params
    const runs = await read((db) => listRuns(db, id))
    if (!runs) throw missing()
    return new JsonText(`{"runs":[${runs.map(runText).join()}]}`)
  })
}

/** Keeps `{ version: 0, document }`, a `nodrel-readings`, as a new run: 201 with the record. */
export function POST(request: Request, { params }: Context): Promise<Response> {
  return answer(request, async () => {
    const { id } = await params
    const { version: _none, ...columns } = await readBody(request, 'run')
    const made = await write((db) => createRun(db, id, columns))
    if (made.result === 'kept') return new JsonText(runText(made.run), 201)
    if (made.result === 'missing') throw missing()
    throw refuse(400, `${mostRuns} runs of this network are kept already; delete one first`)
  })
}
