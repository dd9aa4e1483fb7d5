import { deleteNetwork, findNetwork, read, saveNetwork, write } from '@/db'
import { answer, conflict, JsonText, missing, readBody, recordText, type Context } from '../../answering'

export function GET(request: Request, { params }: Context): Promise<Response> {
  return answer(request, async () => {
    const { id } = await params
    const row = await read((db) => findNetwork(db, id))
    if (!row) throw missing()
    return new JsonText(recordText(row))
  })
}

/** Saves `{ version, document }`; 409 with the newer record if `version` is not the newest. */
export function PUT(request: Request, { params }: Context): Promise<Response> {
  return answer(request, async () => {
    const { id } = await params
    const { version, ...columns } = await readBody(request, 'save')
    const saved = await write((db) => saveNetwork(db, id, version, columns))
    if (saved.result === 'missing') throw missing()
    if (saved.result === 'saved') return new JsonText(recordText(saved.row))
    throw conflict(version, saved.row.version, recordText(saved.row))
  })
}

/** Puts a network into the bin: 204. */
export function DELETE(request: Request, { params }: Context): Promise<Response> {
  return answer(request, async () => {
    const { id } = await params
    if (!(await write((db) => deleteNetwork(db, id)))) throw missing()
  })
}
