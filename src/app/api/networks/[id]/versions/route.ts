import * as yup from 'yup'
import { findVersion, isThere, listVersions, read } from '@/db'
import { answer, JsonText, missing, readQuery, type Context } from '../../../answering'

export const dynamic = 'force-dynamic'

const query = yup.object({ of: yup.number().integer().min(1) }).required()

/** The earlier states of a network: `{ versions: [{ version, at }] }`; with `of`, the document of one of them. */
export function GET(request: Request, { params }: Context): Promise<Response> {
  return answer(request, async () => {
    const { id } = await params
    const { of } = await readQuery(request, query)
    if (of === undefined) {
      const versions = await read((db) => (isThere(db, id) ? listVersions(db, id) : null))
      if (versions === null) throw missing()
      return { versions }
    }
    const found = await read((db) => (isThere(db, id) ? findVersion(db, id, of) : null))
    if (found === null) throw missing()
    return new JsonText(found.document)
  })
}
