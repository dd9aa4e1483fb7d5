import type { SheetRow } from '@/db'
import type { SavedSheet } from '@/ui/api'

/** A sheet as a page gives it to its screen. */
export function recordOf({ id, version, updatedAt, document }: SheetRow): SavedSheet {
  return { id, version, updatedAt: updatedAt.toISOString(), sheet: JSON.parse(document) as SavedSheet['sheet'] }
}
