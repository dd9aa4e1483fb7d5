import { daysInBin, emptyBin, forgetOld, listBin, read, write } from '@/db'
import { answer } from '../answering'

export const dynamic = 'force-dynamic'

/** What lies in the bin, the last deleted first, and for how many days it does. */
export function GET(request: Request): Promise<Response> {
  return answer(request, async () => {
    await write((db) => forgetOld(db))
    return { days: daysInBin, networks: await read(listBin) }
  })
}

/** Deletes for good all that lies in the bin: 204. */
export function DELETE(request: Request): Promise<Response> {
  return answer(request, async () => {
    await write((db) => emptyBin(db))
  })
}
