import { database, findAttempt, findNetwork, saveAttempt } from '@/db'
import { answer, changedAttempt, readBody, refuse } from '../../../doors'

interface Context {
  readonly params: Promise<{ readonly id: string }>
}

/** What was done on a network in Try: `{ of, moves, version }`; 204 where nothing was. */
export function GET(request: Request, { params }: Context): Promise<Response> {
  return answer(request, async () => findAttempt(database(), await existing(params)) ?? undefined)
}

/** Keeps `{ of, moves, version }`; 409 with what is kept if `version` is not the one it was based on. */
export function PUT(request: Request, { params }: Context): Promise<Response> {
  return answer(request, async () => {
    const { version, of, moves } = await readBody(request, changedAttempt)
    const { saved, attempt } = saveAttempt(database(), await existing(params), version, { of, moves })
    if (!saved) throw refuse(409, `version ${version} is not the newest, ${attempt.version} is`, { current: attempt })
    return { version: attempt.version }
  })
}

async function existing(params: Context['params']): Promise<string> {
  const { id } = await params
  if (!findNetwork(database(), id)) throw refuse(404, 'there is no such network, or it was deleted')
  return id
}
