import { rm } from 'node:fs/promises'
import { planImport } from '@/server/archive'
import { takeIn } from '@/server/incoming'
import { answer } from '../answering'

/** Takes an archive in to look at it: `{ id, items }`; nothing is changed yet. */
export function POST(request: Request): Promise<Response> {
  return answer(request, async () => {
    const { id, file } = await takeIn(request, 'zip')
    try {
      return { id, items: await planImport(file) }
    } catch (error) {
      await rm(file, { force: true })
      throw error
    }
  })
}
