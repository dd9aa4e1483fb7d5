import { desc, eq } from 'drizzle-orm'
import type { Db } from './handle'
import { exercises } from './schema'

/** An attempt at a task as it is kept; moves and result are JSON text. */
export type ExerciseRow = typeof exercises.$inferSelect

/** So many of the last are given out: years of daily practice. */
const mostExercises = 10_000

/** What was practised last, without the moves, the last first. */
export function listExercises(db: Db, count = mostExercises): Omit<ExerciseRow, 'moves'>[] {
  const { id, code, seconds, result, version, updatedAt } = exercises
  return db
    .select({ id, code, seconds, result, version, updatedAt })
    .from(exercises)
    .orderBy(desc(updatedAt))
    .limit(count)
    .all()
}

export function findExercise(db: Db, id: string): ExerciseRow | null {
  return db.select().from(exercises).where(eq(exercises.id, id)).all()[0] ?? null
}

export type SavedExercise = { readonly result: 'saved' | 'conflict'; readonly exercise: ExerciseRow }

/** Keeps an attempt over the version it was based on (0 where there was none); another one is not overwritten. */
export function saveExercise(
  db: Db,
  id: string,
  basedOn: number,
  columns: Pick<ExerciseRow, 'code' | 'moves' | 'seconds' | 'result'>,
): SavedExercise {
  const before = findExercise(db, id)
  if (before && before.version !== basedOn) return { result: 'conflict', exercise: before }
  const row = { id, ...columns, version: basedOn + 1, updatedAt: new Date() }
  db.insert(exercises).values(row).onConflictDoUpdate({ target: exercises.id, set: row }).run()
  return { result: 'saved', exercise: row }
}

/** Forgets all that was practised; how many attempts that were. */
export function clearExercises(db: Db): number {
  return db.delete(exercises).run().changes
}
