import { emptyBin, write } from '@/db'
import { answer, notInBin, type Context } from '../../answering'

/** Deletes one network for good: 204. */
export function DELETE(request: Request, { params }: Context): Promise<Response> {
  return answer(request, async () => {
    const { id } = await params
    if ((await write((db) => emptyBin(db, id))) === 0) throw notInBin()
  })
}
