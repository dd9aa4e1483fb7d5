import { logbookText } from '@/server/cards'
import { tryingIn } from '@/ui/trying'
import { answer, JsonText, logbookQuery, readQuery } from '../answering'

export const dynamic = 'force-dynamic'

/** A page of the logbook, with cards: `{ found, all, entries }`. */
export function GET(request: Request): Promise<Response> {
  return answer(
    request,
    async () =>
      new JsonText(await logbookText(await readQuery(request, logbookQuery), tryingIn(request.headers.get('cookie')))),
  )
}
