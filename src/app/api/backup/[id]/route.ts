import { existsSync } from 'node:fs'
import { rm } from 'node:fs/promises'
import { restoreBackup } from '@/server/backup'
import { incomingFile } from '@/server/incoming'
import { refuse } from '@/server/refusal'
import { answer, type Context } from '../../answering'

/** Puts a backup that was looked at into the place of what is here: `{ kept, networks, … }`, with the file that keeps what was here. */
export function POST(request: Request, { params }: Context): Promise<Response> {
  return answer(request, async () => {
    const file = incomingFile((await params).id, 'db')
    if (file === null || !existsSync(file)) throw refuse(404, 'this backup is not here any more; choose it once more')
    const restored = await restoreBackup(file)
    await rm(file, { force: true })
    return restored
  })
}
