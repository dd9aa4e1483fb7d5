import { database, restoreNetwork } from '@/db'
import { answer, refuse } from '../../../doors'

/** Takes a deletion back: the record. */
export function POST(
  request: Request,
  { params }: { readonly params: Promise<{ readonly id: string }> },
): Promise<Response> {
  return answer(request, async () => {
    const record = restoreNetwork(database(), (await params).id)
    if (!record) throw refuse(404, 'no deleted network has this id')
    return record
  })
}
