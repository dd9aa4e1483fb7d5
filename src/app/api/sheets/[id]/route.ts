import { findSheet, read, removeSheet, saveSheet, write } from '@/db'
import { refuse } from '@/server/refusal'
import { answer, conflict, JsonText, readBody, sheetText, type Context } from '../../answering'

const gone = () => refuse(404, 'there is no such sheet, or it was deleted')

export function GET(request: Request, { params }: Context): Promise<Response> {
  return answer(request, async () => {
    const { id } = await params
    const sheet = await read((db) => findSheet(db, id))
    if (!sheet) throw gone()
    return new JsonText(sheetText(sheet))
  })
}

/** Saves `{ version, sheet }`; 409 with the newer record if `version` is not the newest. */
export function PUT(request: Request, { params }: Context): Promise<Response> {
  return answer(request, async () => {
    const { id } = await params
    const { version, ...columns } = await readBody(request, 'sheet')
    const saved = await write((db) => saveSheet(db, id, version, columns))
    if (saved.result === 'missing') throw gone()
    if (saved.result === 'saved') return { version: saved.sheet.version }
    throw conflict(version, saved.sheet.version, sheetText(saved.sheet))
  })
}

/** Deletes a sheet: 204. What was done at its tasks stays in the progress. */
export function DELETE(request: Request, { params }: Context): Promise<Response> {
  return answer(request, async () => {
    const { id } = await params
    if (!(await write((db) => removeSheet(db, id)))) throw gone()
  })
}
