import { listExercises, read } from '@/db'
import type { ListedExercise } from '@/ui/api'
import { said } from '../pageData'

/** All that was practised, for a page. */
export async function readPractised() {
  return said(
    read(listExercises).then((rows) =>
      rows.map(({ id, code, seconds, updatedAt, result }): ListedExercise => ({
        id,
        code,
        seconds,
        at: updatedAt.getTime(),
        result: JSON.parse(result) as ListedExercise['result'],
      })),
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
