import { database, deleteNetwork, findNetwork, saveNetwork } from '@/db'
import { answer, changedNetwork, passDoor, readBody, refuse } from '../../doors'

interface Context {
  readonly params: Promise<{ readonly id: string }>
}

export function GET(request: Request, { params }: Context): Promise<Response> {
  return answer(request, async () => findNetwork(database(), (await params).id) ?? refuseMissing())
}

/** Saves `{ version, document }`; 409 with the newer record if `version` is not the newest. */
export function PUT(request: Request, { params }: Context): Promise<Response> {
  return answer(request, async () => {
    const { version, document } = await readBody(request, changedNetwork)
    const saved = saveNetwork(database(), (await params).id, version, passDoor(document))
    if (saved.result === 'missing') return refuseMissing()
    if (saved.result === 'conflict')
      throw refuse(409, `version ${version} is not the newest, ${saved.record.version} is`, { current: saved.record })
    return saved.record
  })
}

/** Deletes so that it can be restored: 204. */
export function DELETE(request: Request, { params }: Context): Promise<Response> {
  return answer(request, async () => (deleteNetwork(database(), (await params).id) ? undefined : refuseMissing()))
}

function refuseMissing(): never {
  throw refuse(404, 'there is no such network, or it was deleted')
}
