import { createHash } from 'node:crypto'
import { eq, sql } from 'drizzle-orm'
import { type Db, networkPictures, pictures } from './schema'
import { isThere } from './kept'

/** A picture as it is kept. */
type PictureRow = typeof pictures.$inferSelect

/** The most bytes of all pictures of one network, those of earlier states too. */
const mostOfOne = 40 * 1024 * 1024

type KeptPicture =
  | { readonly result: 'kept'; readonly id: string }
  | { readonly result: 'missing' }
  /** The network has too many already. */
  | { readonly result: 'full' }

/** Keeps a picture for a network; the same one is kept once. */
export function keepPicture(db: Db, networkId: string, picture: Omit<PictureRow, 'id'>): KeptPicture {
  if (!isThere(db, networkId)) return { result: 'missing' }
  const id = createHash('sha256').update(picture.bytes).digest('hex').slice(0, 32)
  const kept = db
    .select({ id: pictures.id, size: sql<number>`length(${pictures.bytes})` })
    .from(networkPictures)
    .innerJoin(pictures, eq(pictures.id, networkPictures.pictureId))
    .where(eq(networkPictures.networkId, networkId))
    .all()
  const others = kept.filter((it) => it.id !== id).reduce((all, { size }) => all + size, 0)
  if (others + picture.bytes.length > mostOfOne) return { result: 'full' }
  db.insert(pictures)
    .values({ id, ...picture })
    .onConflictDoNothing()
    .run()
  db.insert(networkPictures).values({ networkId, pictureId: id }).onConflictDoNothing().run()
  return { result: 'kept', id }
}

/** A picture; null if there is none. */
export function findPicture(db: Db, id: string): PictureRow | null {
  return db.select().from(pictures).where(eq(pictures.id, id)).all()[0] ?? null
}
