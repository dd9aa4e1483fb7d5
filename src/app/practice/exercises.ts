import { readJson } from '@/core/network'
import { listExercises, read } from '@/db'
import type { ListedExercise } from '@/ui/api'
import { said } from '../pageData'

/** So many of the last tasks come with a page: what was learnt is told by them. */
const withPage = 1000

/** What was practised last, for a page; what was damaged from outside is left out. */
export async function readPractised() {
  return said(
    read((db) => listExercises(db, withPage)).then((rows) =>
      rows.flatMap(({ id, code, seconds, updatedAt, result }): ListedExercise[] => {
        const read = readJson(result)
        return read.ok
          ? [{ id, code, seconds, at: updatedAt.getTime(), result: read.value as ListedExercise['result'] }]
          : []
      }),
    ),
  )
}

/** One of a page's search parameters, cut to a length that means anything. */
export function textOf(value: string | string[] | undefined): string | null {
  return typeof value === 'string' ? value.slice(0, 60) : null
}

export interface SearchProps {
  readonly searchParams: Promise<Readonly<Record<string, string | string[] | undefined>>>
}
