import { refuse } from '@/server/refusal'
import { answer } from './answering'
import { doorFor } from './doors'

/** Answers a request for a path under `/api/` by its door. */
export function dispatch(request: Request, path: string): Promise<Response> {
  return answer(request, () => {
    const found = doorFor(request.method, path)
    if ('door' in found) {
      const { door, id, kind } = found
      return door.handle({ request, id, kind, most: door.most ?? 0 })
    }
    throw found.methods.length === 0
      ? refuse(404, 'there is no such door')
      : refuse(405, `this door takes ${found.methods.join(', ')}`)
  })
}
