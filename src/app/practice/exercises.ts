import { readJson } from '@/core/format'
import { listShort, read, type KeptRow } from '@/db'
import type { ListedExercise, Saved } from '@/ui/api'
import { said } from '../pageData'
import { readKeptSheet } from '@/core/learner'

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

/** A sheet as a page gives it to its screen; null for one that was damaged from outside. */
export function recordOf({ id, title, version, updatedAt, document }: KeptRow): Saved<'sheet'> | null {
  const json = readJson(document)
  const read = json.ok ? readKeptSheet(json.value) : null
  return read?.ok ? { id, title, version, updatedAt: updatedAt.toISOString(), document: read.value } : null
}
