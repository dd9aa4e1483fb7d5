import { keepWay, listWays, mostWays, read, write, type WayRow } from '@/db'
import { refuse } from '@/server/refusal'
import { answer, JsonText, readBody } from '../answering'

const wayText = ({ id, name, choices }: WayRow) => `{"id":"${id}","name":${JSON.stringify(name)},"choices":${choices}}`

/** All named ways: `{ ways: [{ id, name, choices }] }`. */
export function GET(request: Request): Promise<Response> {
  return answer(request, async () => new JsonText(`{"ways":[${(await read(listWays)).map(wayText).join()}]}`))
}

/** Keeps `{ way, replace }`, a `nodrel-way`; 409 where its name is taken and it is not to be replaced. */
export function PUT(request: Request): Promise<Response> {
  return answer(request, async () => {
    const { replace, ...way } = await readBody(request, 'way')
    const kept = await write((db) => keepWay(db, way, replace))
    if (kept.result !== 'kept')
      throw kept.result === 'taken'
        ? refuse(409, `another way is called “${way.name}”`)
        : refuse(400, `${mostWays} ways are kept already; delete one first`)
    return new JsonText(wayText(kept.way))
  })
}
