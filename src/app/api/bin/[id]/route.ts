import { emptyBin, write } from '@/db'
import { refuse } from '@/server/refusal'
import { answer } from '../../doors'

/** Deletes one network for good: 204. */
export function DELETE(
  request: Request,
  { params }: { readonly params: Promise<{ readonly id: string }> },
): Promise<Response> {
  return answer(request, async () => {
    const { id } = await params
    if ((await write((db) => emptyBin(db, id))) === 0) throw refuse(404, 'no deleted network has this id')
  })
}
