import { readKeptSheet } from '@/core/learner'
import { readJson } from '@/core/format'
import type { KeptRow } from '@/db'
import type { Saved } from '@/ui/api'

/** A sheet as a page gives it to its screen; null for one that was damaged from outside. */
export function recordOf({ id, title, version, updatedAt, document }: KeptRow): Saved<'sheet'> | null {
  const json = readJson(document)
  const read = json.ok ? readKeptSheet(json.value) : null
  return read?.ok ? { id, title, version, updatedAt: updatedAt.toISOString(), document: read.value } : null
}
