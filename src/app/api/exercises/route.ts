import { clearExercises, listExercises, read, write } from '@/db'
import { answer, JsonText } from '../answering'

/** All that was practised, the last first: `{ exercises: [{ id, code, seconds, version, at, result }] }`. */
export function GET(request: Request): Promise<Response> {
  return answer(request, async () => {
    const rows = await read((db) => listExercises(db))
    const texts = rows.map(
      ({ id, code, seconds, version, updatedAt, result }) =>
        `${JSON.stringify({ id, code, seconds, version, at: updatedAt.getTime() }).slice(0, -1)},"result":${result}}`,
    )
    return new JsonText(`{"exercises":[${texts.join()}]}`)
  })
}

/** Forgets all that was practised: 204. */
export function DELETE(request: Request): Promise<Response> {
  return answer(request, async () => {
    await write(clearExercises)
  })
}
