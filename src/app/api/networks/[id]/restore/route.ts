import { restoreNetwork, write } from '@/db'
import { refuse } from '@/server/refusal'
import { answer, JsonText, recordText } from '../../../doors'

/** Takes a network out of the bin: the record. */
export function POST(
  request: Request,
  { params }: { readonly params: Promise<{ readonly id: string }> },
): Promise<Response> {
  return answer(request, async () => {
    const { id } = await params
    const row = await write((db) => restoreNetwork(db, id))
    if (!row) throw refuse(404, 'no deleted network has this id')
    return new JsonText(recordText(row))
  })
}
