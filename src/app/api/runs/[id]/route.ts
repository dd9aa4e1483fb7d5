import { findRun, read, removeRun, saveRun, write } from '@/db'
import { refuse } from '@/server/refusal'
import { answer, conflict, JsonText, readBody, runText, type Context } from '../../answering'

const gone = () => refuse(404, 'there is no such run, or it was deleted')

export function GET(request: Request, { params }: Context): Promise<Response> {
  return answer(request, async () => {
    const { id } = await params
    const run = await read((db) => findRun(db, id))
    if (!run) throw gone()
    return new JsonText(runText(run))
  })
}

/** Saves `{ version, document }`; 409 with the newer record if `version` is not the newest. */
export function PUT(request: Request, { params }: Context): Promise<Response> {
  return answer(request, async () => {
    const { id } = await params
    const { version, ...columns } = await readBody(request, 'run')
    const saved = await write((db) => saveRun(db, id, version, columns))
    if (saved.result === 'missing') throw gone()
    if (saved.result === 'saved') return { version: saved.version }
    throw conflict(version, saved.run.version, runText(saved.run))
  })
}

/** Deletes a run: 204. */
export function DELETE(request: Request, { params }: Context): Promise<Response> {
  return answer(request, async () => {
    const { id } = await params
    if (!(await write((db) => removeRun(db, id)))) throw gone()
  })
}
