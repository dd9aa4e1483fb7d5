import { familyOf, read } from '@/db'
import { answer, type Context } from '../../../answering'

export const dynamic = 'force-dynamic'

/** Networks that were made from each other: `{ networks: [{ id, title }] }`, the first one first. */
export function GET(request: Request, { params }: Context): Promise<Response> {
  return answer(request, async () => {
    const { id } = await params
    return { networks: await read((db) => familyOf(db, id)) }
  })
}
