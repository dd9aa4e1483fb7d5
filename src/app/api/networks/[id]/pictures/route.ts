import { keepPicture, write } from '@/db'
import { readPicture } from '@/server/picture'
import { refuse } from '@/server/refusal'
import { answer, missing, type Context } from '../../../answering'

/** Keeps a picture to be traced, made anew: `{ id, width, height }`. */
export function POST(request: Request, { params }: Context): Promise<Response> {
  return answer(request, async () => {
    const { id: networkId } = await params
    const picture = await readPicture(request)
    const kept = await write((db) => keepPicture(db, networkId, picture))
    if (kept.result === 'missing') throw missing()
    if (kept.result === 'full') throw refuse(409, 'this network has 40 MiB of pictures already')
    return { id: kept.id, width: picture.width, height: picture.height }
  })
}
