import { restoreNetwork, write } from '@/db'
import { answer, JsonText, notInBin, recordText, type Context } from '../../../answering'

/** Takes a network out of the bin: the record. */
export function POST(request: Request, { params }: Context): Promise<Response> {
  return answer(request, async () => {
    const { id } = await params
    const row = await write((db) => restoreNetwork(db, id))
    if (!row) throw notInBin()
    return new JsonText(recordText(row))
  })
}
