import { readJson } from '@/core/format'
import { listShort, read } from '@/db'
import type { ListedExercise } from '@/ui/api'
import { said } from '../pageData'

/** So many of the last tasks come with a page: what was learnt is told by them. */
const withPage = 1000

/** What was practised last, for a page; what was damaged from outside is left out. */
export async function readPractised() {
  return said(
    read((db) => listShort(db, 'exercise', withPage)).then((rows) =>
      rows.flatMap(({ id, title, version, updatedAt, listed }): ListedExercise[] => {
        const read = readJson(listed)
        if (!read.ok) return []
        const { seconds, result } = read.value as Pick<ListedExercise, 'seconds' | 'result'>
        return [{ id, title, version, updatedAt: updatedAt.toISOString(), seconds, result }]
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
