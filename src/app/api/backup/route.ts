import { rm } from 'node:fs/promises'
import { backupStream, readBackup } from '@/server/backup'
import { takeIn } from '@/server/incoming'
import { answer, FileBody } from '../answering'

export const dynamic = 'force-dynamic'

/** A consistent copy of the whole database. */
export function GET(request: Request): Promise<Response> {
  return answer(request, async () => {
    const name = `nodrel-backup-${new Date().toISOString().slice(0, 16).replace(/[:T]/g, '-')}.db`
    return new FileBody(await backupStream(), name, 'application/vnd.sqlite3')
  })
}

/** Takes a backup in to look at it: `{ id, networks, deleted, changedAt }`; nothing is changed yet. */
export function POST(request: Request): Promise<Response> {
  return answer(request, async () => {
    const { id, file } = await takeIn(request, 'db')
    try {
      return { id, ...readBackup(file) }
    } catch (error) {
      await rm(file, { force: true })
      throw error
    }
  })
}
