import type { Doors } from '@/server/serve'
import type { Context } from './answering'
import * as backup from './backup/route'
import * as restored from './backup/[id]/route'
import * as bin from './bin/route'
import * as binned from './bin/[id]/route'
import * as exercises from './exercises/route'
import * as exercise from './exercises/[id]/route'
import * as exported from './export/route'
import * as incoming from './import/route'
import * as imported from './import/[id]/route'
import * as logbook from './logbook/route'
import * as networks from './networks/route'
import * as network from './networks/[id]/route'
import * as analysis from './networks/[id]/analysis/route'
import * as attempt from './networks/[id]/attempt/route'
import * as runsOf from './networks/[id]/runs/route'
import * as versions from './networks/[id]/versions/route'
import * as family from './networks/[id]/family/route'
import * as picturesOf from './networks/[id]/pictures/route'
import * as restore from './networks/[id]/restore/route'
import * as picture from './pictures/[id]/route'
import * as run from './runs/[id]/route'
import * as sheets from './sheets/route'
import * as sheet from './sheets/[id]/route'
import * as ways from './ways/route'
import * as way from './ways/[id]/route'

type Handler = (request: Request, context: Context) => Promise<Response>

/** Every door by its path, as Next finds it by its folder. */
const doors: readonly (readonly [RegExp, Readonly<Record<string, unknown>>])[] = [
  [/^\/api\/networks$/, networks],
  [/^\/api\/networks\/([^/]+)$/, network],
  [/^\/api\/networks\/([^/]+)\/analysis$/, analysis],
  [/^\/api\/networks\/([^/]+)\/attempt$/, attempt],
  [/^\/api\/networks\/([^/]+)\/restore$/, restore],
  [/^\/api\/networks\/([^/]+)\/runs$/, runsOf],
  [/^\/api\/networks\/([^/]+)\/versions$/, versions],
  [/^\/api\/networks\/([^/]+)\/family$/, family],
  [/^\/api\/networks\/([^/]+)\/pictures$/, picturesOf],
  [/^\/api\/pictures\/([^/]+)$/, picture],
  [/^\/api\/runs\/([^/]+)$/, run],
  [/^\/api\/logbook$/, logbook],
  [/^\/api\/exercises$/, exercises],
  [/^\/api\/exercises\/([^/]+)$/, exercise],
  [/^\/api\/sheets$/, sheets],
  [/^\/api\/sheets\/([^/]+)$/, sheet],
  [/^\/api\/ways$/, ways],
  [/^\/api\/ways\/([^/]+)$/, way],
  [/^\/api\/export$/, exported],
  [/^\/api\/import$/, incoming],
  [/^\/api\/import\/([^/]+)$/, imported],
  [/^\/api\/backup$/, backup],
  [/^\/api\/backup\/([^/]+)$/, restored],
  [/^\/api\/bin$/, bin],
  [/^\/api\/bin\/([^/]+)$/, binned],
]

/** Gives a request to the handler that Next would give it to, without Next's routing. Others are left to Next. */
export const dispatch: Doors = (request, path) => {
  for (const [pattern, handlers] of doors) {
    const match = pattern.exec(path)
    if (!match) continue
    const handler = handlers[request.method]
    if (typeof handler !== 'function') return null
    return (handler as Handler)(request, { params: Promise.resolve({ id: decodeURIComponent(match[1] ?? '') }) })
  }
  return null
}
