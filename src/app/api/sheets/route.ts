import { createSheet, listSheets, mostSheets, read, write } from '@/db'
import { refuse } from '@/server/refusal'
import { answer, JsonText, readBody, sheetText } from '../answering'

/** All sheets of tasks, the last changed first: `{ sheets: [record] }`. */
export function GET(request: Request): Promise<Response> {
  return answer(request, async () => new JsonText(`{"sheets":[${(await read(listSheets)).map(sheetText).join()}]}`))
}

/** Keeps a new sheet, `{ version: 0, sheet }`, or a deleted one with its `id`: 201 and the record. */
export function POST(request: Request): Promise<Response> {
  return answer(request, async () => {
    const columns = await readBody(request, 'sheet')
    const row = await write((db) => createSheet(db, columns))
    if (!row) throw refuse(400, `this sheet is there already, or ${mostSheets} others are: delete one first`)
    return new JsonText(sheetText(row), 201)
  })
}
