import { dispatch } from '../dispatch'

/** All doors in `npm run dev`; what was built answers without Next: see `server/serve.ts`. */
const handle = (request: Request): Promise<Response> => dispatch(request, new URL(request.url).pathname)

export const dynamic = 'force-dynamic'
export { handle as DELETE, handle as GET, handle as POST, handle as PUT }
