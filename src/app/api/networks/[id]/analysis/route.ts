import type { ArithmeticName } from '@/core/worksheet'
import { findText, read } from '@/db'
import { onThread } from '@/server/pool'
import { analyseIfQuick } from '@/server/task'
import { analysisQuery, answer, JsonText, missing, readQuery, type Context } from '../../../answering'

/** The analysis of a kept network; `?arithmetic=` and `?order=` as on the command line. 422 where it takes too long. */
export function GET(request: Request, { params }: Context): Promise<Response> {
  return answer(request, async () => {
    const { arithmetic, order } = await readQuery(request, analysisQuery)
    const { id } = await params
    const row = await read((db) => findText(db, id))
    if (!row) throw missing()
    const task = {
      task: 'analyse',
      document: row.document,
      arithmetic: arithmetic as ArithmeticName | undefined,
      order,
    } as const
    const { refused, bytes } = analyseIfQuick(task) ?? (await onThread(task))
    return new JsonText(bytes, refused ? 400 : 200)
  })
}
