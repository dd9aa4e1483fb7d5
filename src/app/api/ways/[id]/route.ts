import { removeWay, write } from '@/db'
import { refuse } from '@/server/refusal'
import { answer, type Context } from '../../answering'

/** Deletes a named way: 204. */
export function DELETE(request: Request, { params }: Context): Promise<Response> {
  return answer(request, async () => {
    const { id } = await params
    if (!(await write((db) => removeWay(db, id)))) throw refuse(404, 'there is no such way, or it was deleted')
  })
}
