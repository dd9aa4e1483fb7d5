import { findExercise, read, saveExercise, write, type ExerciseRow } from '@/db'
import { refuse } from '@/server/refusal'
import { answer, conflict, JsonText, readBody, type Context } from '../../answering'

const exerciseText = ({ code, moves, seconds, version }: ExerciseRow) =>
  `{"of":"${code}","moves":${moves},"seconds":${seconds},"version":${version}}`

/** What was done at a task: `{ of, moves, seconds, version }`; 204 where nothing was. */
export function GET(request: Request, { params }: Context): Promise<Response> {
  return answer(request, async () => {
    const { id } = await params
    const exercise = await read((db) => findExercise(db, id))
    return exercise ? new JsonText(exerciseText(exercise)) : undefined
  })
}

/** Keeps `{ of, moves, seconds, result, version }`; 409 with what is kept if `version` is not the newest. */
export function PUT(request: Request, { params }: Context): Promise<Response> {
  return answer(request, async () => {
    const { id } = await params
    const { version, ...columns } = await readBody(request, 'exercise')
    if (!/^(own|[\w-]{1,64})\.[0-9A-Z-]{14}$/.test(id) || !id.endsWith(`.${columns.code}`))
      throw refuse(400, 'an exercise is kept under its sheet, or own, a point, and its code')
    const saved = await write((db) => saveExercise(db, id, version, columns))
    if (saved.result === 'saved') return { version: saved.exercise.version }
    throw conflict(version, saved.exercise.version, exerciseText(saved.exercise))
  })
}
