import { readKeptSheet } from '@/core/learner'
import { readJson } from '@/core/network'
import type { SheetRow } from '@/db'
import type { SavedSheet } from '@/ui/api'

/** A sheet as a page gives it to its screen; null for one that was damaged from outside. */
export function recordOf({ id, version, updatedAt, document }: SheetRow): SavedSheet | null {
  const json = readJson(document)
  const read = json.ok ? readKeptSheet(json.value) : null
  return read?.ok ? { id, version, updatedAt: updatedAt.toISOString(), sheet: read.value } : null
}
