import { exportAll } from '@/server/archive'
import { answer, FileBody } from '../answering'

export const dynamic = 'force-dynamic'

/** Everything as one archive: networks with their readings and attempts, practice, ways. */
export function GET(request: Request): Promise<Response> {
  return answer(request, () => new FileBody(exportAll(), `nodrel-${today()}.zip`, 'application/zip'))
}

function today(): string {
  return new Date().toISOString().slice(0, 10)
}
