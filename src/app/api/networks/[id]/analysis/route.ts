import { analyse, type ArithmeticName } from '@/core'
import { database, findNetwork } from '@/db'
import { analysisQuery, answer, refuse, Refused } from '../../../doors'

/** The analysis of a kept network; `?arithmetic=` and `?order=` as on the command line. */
export function GET(
  request: Request,
  { params }: { readonly params: Promise<{ readonly id: string }> },
): Promise<Response> {
  return answer(request, async () => {
    const record = findNetwork(database(), (await params).id)
    if (!record) throw refuse(404, 'there is no such network, or it was deleted')
    const query = Object.fromEntries(new URL(request.url).searchParams)
    const { arithmetic, order } = await analysisQuery.validate(query, { strict: true }).catch((error: Error) => {
      throw refuse(400, error.message)
    })
    const result = analyse(record.document, { arithmetic: arithmetic as ArithmeticName | undefined, order })
    if (result.status === 'refused') throw new Refused(400, result.problems)
    return result
  })
}
