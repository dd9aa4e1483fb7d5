import { randomUUID } from 'node:crypto'
import { desc, eq } from 'drizzle-orm'
import type { Db } from './handle'
import { sheets } from './schema'

/** A sheet of tasks as it is kept; its document is JSON text. */
export type SheetRow = typeof sheets.$inferSelect

/** The most sheets that are kept. */
export const mostSheets = 500

/** All sheets, the last changed first. */
export function listSheets(db: Db): SheetRow[] {
  return db.select().from(sheets).orderBy(desc(sheets.updatedAt)).all()
}

export function findSheet(db: Db, id: string): SheetRow | null {
  return db.select().from(sheets).where(eq(sheets.id, id)).all()[0] ?? null
}

/** Keeps a new sheet, or a deleted one under its own id; null where there are too many, or one has this id. */
export function createSheet(
  db: Db,
  { id = randomUUID(), title, document }: Pick<SheetRow, 'title' | 'document'> & Partial<Pick<SheetRow, 'id'>>,
): SheetRow | null {
  const all = listSheets(db)
  if (all.length >= mostSheets || all.some((sheet) => sheet.id === id)) return null
  const now = new Date()
  const row = { id, title, document, version: 1, createdAt: now, updatedAt: now }
  db.insert(sheets).values(row).run()
  return row
}

export type SavedSheet =
  | { readonly result: 'saved' | 'conflict'; readonly sheet: SheetRow }
  | { readonly result: 'missing' }

/** Saves over the version it was based on; nothing is overwritten if that is not the newest. */
export function saveSheet(
  db: Db,
  id: string,
  basedOn: number,
  { title, document }: Pick<SheetRow, 'title' | 'document'>,
): SavedSheet {
  const before = findSheet(db, id)
  if (!before) return { result: 'missing' }
  if (before.version !== basedOn) return { result: 'conflict', sheet: before }
  const next = { title, document, version: basedOn + 1, updatedAt: new Date() }
  db.update(sheets).set(next).where(eq(sheets.id, id)).run()
  return { result: 'saved', sheet: { ...before, ...next } }
}

/** Deletes a sheet; whether it was there. What was done at its tasks stays in the progress. */
export function removeSheet(db: Db, id: string): boolean {
  return db.delete(sheets).where(eq(sheets.id, id)).run().changes > 0
}
