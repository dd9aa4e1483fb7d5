import { logbookText } from '@/server/cards'
import { tryingIn } from '@/ui/trying'
import { answer, JsonText, logbookQuery, readQuery } from '../answering'

export const dynamic = 'force-dynamic'

/** A page of the logbook, with cards: `{ found, all, tags, pictures, entries }`. */
export function GET(request: Request): Promise<Response> {
  return answer(request, async () => {
    const { pictures, ...query } = await readQuery(request, logbookQuery)
    return new JsonText(await logbookText(query, tryingIn(request.headers.get('cookie')), pictures))
  })
}
