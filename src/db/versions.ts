import { deflateRawSync, inflateRawSync } from 'node:zlib'
import { and, asc, desc, eq } from 'drizzle-orm'
import { type Db, kept, versions } from './schema'

/** A state that rested for so long is worth keeping; what is typed through is not. In milliseconds. */
const rest = 60_000
/** Whoever works on without a rest has a state of each such stretch. In milliseconds. */
const stretch = 10 * 60_000
/** How many earlier states a network has; the newest of them are never thinned out. */
const mostKept = 200
const newest = 40

/** An earlier state of a network; its document as JSON text. */
interface VersionRow {
  readonly version: number
  readonly at: Date
  readonly document: string
}

/** What a network becomes. */
interface Next {
  readonly document: string
  readonly resistors: number
}

/** What it is before it is saved over. */
interface Before extends Next {
  readonly version: number
  readonly updatedAt: Date
}

/**
 * Keeps a state that is about to be saved over, where it is one worth keeping: it rested, nothing was kept for long, resistors
 * go, or much changes at once, as when something is brought in or an earlier state is taken up.
 */
export function keepVersion(db: Db, networkId: string, before: Before, next: Next, now = Date.now()): void {
  const { version, document, updatedAt, resistors } = before
  const last = db
    .select({ at: versions.at })
    .from(versions)
    .where(eq(versions.networkId, networkId))
    .orderBy(desc(versions.version))
    .limit(1)
    .all()[0]
  const hasRested = now - updatedAt.getTime() >= rest
  const isLong = last === undefined || updatedAt.getTime() - last.at.getTime() >= stretch
  if (hasRested || isLong || next.resistors < resistors || changesMuch(document, next.document))
    putVersion(db, networkId, { version, document, at: updatedAt })
}

/** More parts than this are not changed by a hand at once. */
const byHand = 2
/** Longer documents are not compared part by part. In characters. */
const long = 200_000

function changesMuch(before: string, next: string): boolean {
  if (before.length > long || next.length > long) return false
  const kept = new Set(partsOf(next))
  return partsOf(before).filter((part) => !kept.has(part)).length > byHand
}

/** The parts of a document, each as a text. */
function partsOf(document: string): string[] {
  try {
    const { parts } = JSON.parse(document) as { readonly parts?: unknown }
    return Array.isArray(parts) ? parts.map((part) => JSON.stringify(part)) : []
  } catch {
    return []
  }
}

/** Keeps a state of a network, whatever it is. */
export function putVersion(db: Db, networkId: string, { version, document, at }: VersionRow): void {
  db.insert(versions)
    .values({ networkId, version, document: deflateRawSync(document), at })
    .onConflictDoNothing()
    .run()
  thinOut(db, networkId)
}

/** Of the older states the one goes that lies nearest to the one before it. */
function thinOut(db: Db, networkId: string): void {
  const kept = db
    .select({ version: versions.version, at: versions.at })
    .from(versions)
    .where(eq(versions.networkId, networkId))
    .orderBy(asc(versions.version))
    .all()
  if (kept.length <= mostKept) return
  let [nearest, least] = [1, Infinity]
  for (let i = 1; i < kept.length - newest; i++) {
    const gap = kept[i].at.getTime() - kept[i - 1].at.getTime()
    if (gap < least) [nearest, least] = [i, gap]
  }
  db.delete(versions)
    .where(and(eq(versions.networkId, networkId), eq(versions.version, kept[nearest].version)))
    .run()
}

/** The earlier states of a network, the newest first, without their documents. */
export function listVersions(db: Db, networkId: string): Omit<VersionRow, 'document'>[] {
  const { version, at } = versions
  return db.select({ version, at }).from(versions).where(eq(versions.networkId, networkId)).orderBy(desc(version)).all()
}

/** One earlier state, or the state of now; null if there is none. */
export function findVersion(db: Db, networkId: string, version: number): VersionRow | null {
  const row = db
    .select()
    .from(versions)
    .where(and(eq(versions.networkId, networkId), eq(versions.version, version)))
    .all()[0]
  if (row) return { version, at: row.at, document: inflateRawSync(row.document).toString('utf8') }
  const now = db
    .select({ version: kept.version, at: kept.updatedAt, document: kept.document })
    .from(kept)
    .where(and(eq(kept.kind, 'network'), eq(kept.id, networkId), eq(kept.version, version)))
    .all()[0]
  return now ?? null
}
