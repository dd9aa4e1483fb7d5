import { existsSync } from 'node:fs'
import { rm } from 'node:fs/promises'
import * as yup from 'yup'
import { choices, importAll, type Choice } from '@/server/archive'
import { incomingFile } from '@/server/incoming'
import { refuse } from '@/server/refusal'
import { answer, readJsonBody, type Context } from '../../answering'

const shape = yup
  .object({
    /** What becomes of what is here otherwise, unless its path says otherwise. */
    otherwise: yup.string<Choice>().oneOf(choices).required(),
    choices: yup.object().required(),
  })
  .required()

/** Takes in what an archive that was looked at holds: how many of each. */
export function POST(request: Request, { params }: Context): Promise<Response> {
  return answer(request, async () => {
    const file = incomingFile((await params).id, 'zip')
    if (file === null || !existsSync(file)) throw refuse(404, 'this archive is not here any more; choose it once more')
    const { otherwise, choices: own } = await readJsonBody(request, shape)
    const chosen = new Map(Object.entries(own as Readonly<Record<string, unknown>>))
    const of = (path: string): Choice => choices.find((it) => it === chosen.get(path)) ?? otherwise
    const imported = await importAll(file, of)
    await rm(file, { force: true })
    return imported
  })
}
