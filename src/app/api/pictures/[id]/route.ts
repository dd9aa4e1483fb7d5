import { findPicture, read } from '@/db'
import { refuse } from '@/server/refusal'
import { answer, type Context } from '../../answering'

export const dynamic = 'force-dynamic'

/** A picture's bytes. What it is called by is what is in it, so that it never changes. */
export function GET(request: Request, { params }: Context): Promise<Response> {
  return answer(request, async () => {
    const { id } = await params
    const picture = await read((db) => findPicture(db, id))
    if (picture === null) throw refuse(404, 'there is no such picture')
    return new Response(new Uint8Array(picture.bytes), {
      headers: { 'Content-Type': picture.type, 'Cache-Control': 'private, max-age=31536000, immutable' },
    })
  })
}
