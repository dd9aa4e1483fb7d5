import { and, asc, eq, inArray, sql } from 'drizzle-orm'
import { type Db, kept } from './schema'
import { there } from './kept'

/** The most networks of a family that are told. */
const most = 50
/** So far back an origin is followed. */
const deepest = 20

/** Networks that were made from each other, the first one first: what this one comes from, and what was made from any of them. */
export function familyOf(db: Db, id: string): { readonly id: string; readonly title: string }[] {
  const rowOf = (one: string) =>
    db
      .select({ id: kept.id, originId: kept.originId })
      .from(kept)
      .where(and(eq(kept.kind, 'network'), eq(kept.id, one)))
      .all()[0]
  let root = rowOf(id)
  for (let i = 0; root?.originId && i < deepest; i++) {
    const before = rowOf(root.originId)
    if (!before || before.id === id) break
    root = before
  }
  if (!root) return []
  const found = new Set([root.id])
  let newest = [root.id]
  while (newest.length > 0 && found.size < most) {
    const made = db.select({ id: kept.id }).from(kept).where(inArray(kept.originId, newest)).limit(most).all()
    newest = made.map((it) => it.id).filter((it) => !found.has(it))
    newest.forEach((it) => found.add(it))
  }
  return db
    .select({ id: kept.id, title: kept.title })
    .from(kept)
    .where(and(inArray(kept.id, [...found].slice(0, most)), there('network')))
    .orderBy(asc(kept.createdAt), sql`rowid`)
    .all()
}
