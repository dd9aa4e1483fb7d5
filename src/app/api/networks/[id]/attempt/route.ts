import { findAttempt, isThere, read, saveAttempt, write, type AttemptRow } from '@/db'
import { answer, conflict, JsonText, missing, readBody, type Context } from '../../../answering'

const attemptText = ({ of, moves, version }: AttemptRow) =>
  `{"of":${JSON.stringify(of)},"moves":${moves},"version":${version}}`

/** What was done on a network in Try: `{ of, moves, version }`; 204 where nothing was. */
export function GET(request: Request, { params }: Context): Promise<Response> {
  return answer(request, async () => {
    const { id } = await params
    const attempt = await read((db) => (isThere(db, id) ? { kept: findAttempt(db, id) } : null))
    if (!attempt) throw missing()
    return attempt.kept ? new JsonText(attemptText(attempt.kept)) : undefined
  })
}

/** Keeps `{ of, moves, version }`; 409 with what is kept if `version` is not the one it was based on. */
export function PUT(request: Request, { params }: Context): Promise<Response> {
  return answer(request, async () => {
    const { id } = await params
    const { version, ...tried } = await readBody(request, 'attempt')
    const saved = await write((db) => saveAttempt(db, id, version, tried))
    if (saved.result === 'missing') throw missing()
    if (saved.result === 'saved') return { version: saved.attempt.version }
    throw conflict(version, saved.attempt.version, attemptText(saved.attempt))
  })
}
