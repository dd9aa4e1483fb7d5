import { randomUUID } from 'node:crypto'
import {
  aliasedTable,
  and,
  asc,
  count,
  desc,
  eq,
  exists,
  inArray,
  isNotNull,
  isNull,
  lt,
  sql,
  type SQL,
} from 'drizzle-orm'
import { kinds, type KindName } from '@/core/kept'
import type { Columns } from './columns'
import { type Db, kept } from './schema'
import { keepVersion, putVersion } from './versions'

/** A document as it is kept, as JSON text. */
export type KeptRow = Pick<
  typeof kept.$inferSelect,
  'id' | 'title' | 'document' | 'version' | 'createdAt' | 'updatedAt' | 'originId'
> & {
  /**
   * Whether the text is a document: of a network an object with a list of parts that are objects, or where it is long any JSON
   * with a list of parts; else JSON. Only what was damaged from outside is not.
   */
  readonly sound: boolean
}

/** Documents longer than this are not gone through part by part each time they are read. In characters. */
const long = 100_000

const { document } = kept
const sound = sql<number>`case when not json_valid(${document}) then 0
  when ${kept.kind} <> 'network' then 1
  when json_type(${document}, '$.parts') = 'array'
  then length(${document}) > ${long} or not exists (select 1 from json_each(${document}, '$.parts') as part where part.type <> 'object') else 0 end`
const row = {
  id: kept.id,
  title: kept.title,
  document,
  version: kept.version,
  createdAt: kept.createdAt,
  updatedAt: kept.updatedAt,
  originId: kept.originId,
  sound,
}

/** Days that what is deleted stays in the bin. */
export const daysInBin = 30

const network = aliasedTable(kept, 'network')

/** Those of a kind that are not in the bin, nor belong to a network that is; of one network, if it is named. */
export function there(kind: KindName, of?: string): SQL | undefined {
  return and(
    eq(kept.kind, kind),
    isNull(kept.deletedAt),
    of === undefined ? undefined : eq(kept.networkId, of),
    kinds[kind].isOfNetwork
      ? exists(
          sql`(select 1 from ${kept} as ${network} where ${network.kind} = 'network' and ${network.id} = ${kept.networkId} and ${network.deletedAt} is null)`,
        )
      : undefined,
  )
}

const orders = {
  changed: [desc(kept.updatedAt)],
  made: [asc(kept.createdAt), sql`rowid`],
  title: [asc(kept.title)],
}

/** How many documents are read at a time, and how many bytes of them: more would hold others up. */
const batch = { documents: 100, bytes: 512 * 1024 }

/** The ids of all of a kind, in its order, in batches that can each be read in a moment; of one network, if it is named. */
export function listInBatches(db: Db, kind: KindName, of?: string): string[][] {
  const all = db
    // The size is known without reading the document.
    .select({ id: kept.id, bytes: sql<number>`octet_length(${document})` })
    .from(kept)
    .where(there(kind, of))
    .orderBy(...orders[kinds[kind].order])
    .all()
  const batches: string[][] = []
  let [last, weight]: [string[], number] = [[], Infinity]
  for (const { id, bytes } of all) {
    if (last.length === batch.documents || weight + bytes > batch.bytes) {
      batches.push((last = []))
      weight = 0
    }
    last.push(id)
    weight += bytes
  }
  return batches
}

/** What a list has of some of a kind; see `listed` of a kind. */
export type ListedRow = Pick<
  typeof kept.$inferSelect,
  'id' | 'title' | 'version' | 'createdAt' | 'updatedAt' | 'listed'
>

/** What a list has of all of a kind, without their documents, in its order; at most so many. */
export function listShort(db: Db, kind: KindName, most = 10_000): ListedRow[] {
  const { id, title, version, createdAt, updatedAt, listed } = kept
  return db
    .select({ id, title, version, createdAt, updatedAt, listed })
    .from(kept)
    .where(there(kind))
    .orderBy(...orders[kinds[kind].order])
    .limit(most)
    .all()
}

/** All of a kind that are few and small, in its order; of one network, if it is named. */
export function listAll(db: Db, kind: Exclude<KindName, 'network' | 'exercise'>, of?: string): KeptRow[] {
  return soundRows(
    db
      .select(row)
      .from(kept)
      .where(there(kind, of))
      .orderBy(...orders[kinds[kind].order])
      .all(),
  )
}

const soundRows = (rows: readonly (Omit<KeptRow, 'sound'> & { readonly sound: number })[]): KeptRow[] =>
  rows.map((it) => ({ ...it, sound: it.sound === 1 }))

/** Those of the given ids that are there, in the given order. */
export function findAll(db: Db, kind: KindName, ids: readonly string[]): KeptRow[] {
  const rows = soundRows(
    db
      .select(row)
      .from(kept)
      .where(and(there(kind), inArray(kept.id, [...ids])))
      .all(),
  )
  const byId = new Map(rows.map((it) => [it.id, it]))
  return ids.flatMap((id) => byId.get(id) ?? [])
}

/** One document; null if there is none, or it is deleted. */
export function find(db: Db, kind: KindName, id: string): KeptRow | null {
  return findAll(db, kind, [id])[0] ?? null
}

/** The text of a document with its version, to be worked out; null if there is none, or it is deleted. */
export function findText(
  db: Db,
  kind: KindName,
  id: string,
): { readonly document: string; readonly version: number } | null {
  const { version } = kept
  return (
    db
      .select({ document, version })
      .from(kept)
      .where(and(there(kind), eq(kept.id, id)))
      .all()[0] ?? null
  )
}

/** Whether there is such a network, and not in the bin. */
export function isThere(db: Db, id: string): boolean {
  return (
    db
      .select({ id: kept.id })
      .from(kept)
      .where(and(there('network'), eq(kept.id, id)))
      .all().length > 0
  )
}

/** The document of a kind that has a title, where no two may have the same; null if none has it. */
export function findNamesake(db: Db, kind: KindName, title: string): KeptRow | null {
  if (!kinds[kind].isByTitle) return null
  const named = and(there(kind), eq(kept.title, title))
  const [same] = db.select({ id: kept.id }).from(kept).where(named).all()
  return same ? find(db, kind, same.id) : null
}

/** Where a document comes from, if it is not made here and now. */
interface Origin {
  readonly id?: string
  /** The network it belongs to. */
  readonly of?: string
  /** The network that it was made from, where it is another one with the same parts. */
  readonly originId?: string | null
  readonly createdAt?: Date
  readonly updatedAt?: Date
}

type Created =
  | { readonly result: 'created'; readonly row: KeptRow }
  /** Its network is not there; there are too many; another one has its title. */
  | { readonly result: 'missing' | 'full' }
  | { readonly result: 'taken'; readonly row: KeptRow }

/** Keeps a new document. */
export function create(db: Db, kind: KindName, columns: Columns, from: Origin = {}): Created {
  const { isOfNetwork, most } = kinds[kind]
  const { of, originId = null } = from
  if (isOfNetwork && (of === undefined || !isThere(db, of))) return { result: 'missing' }
  const all = there(kind, of)
  const namesake = findNamesake(db, kind, columns.title)
  if (namesake) return { result: 'taken', row: namesake }
  if (most < Infinity && db.select({ all: count() }).from(kept).where(all).all()[0].all >= most)
    return { result: 'full' }
  const now = new Date()
  const made = {
    id: from.id ?? randomUUID(),
    ...columns,
    version: 1,
    createdAt: from.createdAt ?? now,
    updatedAt: from.updatedAt ?? now,
    originId,
  }
  db.insert(kept)
    .values({ kind, networkId: of, ...made })
    .run()
  return { result: 'created', row: { ...made, sound: true } }
}

type Saved =
  | { readonly result: 'saved'; readonly version: number }
  /** Somebody saved in between: the document as it is now. Or another one has its title: that one. */
  | { readonly result: 'conflict' | 'taken'; readonly row: KeptRow }
  | { readonly result: 'missing' }

/**
 * Saves a document over the version it was based on; nothing is overwritten if that is not the newest. What has a name of its
 * own begins with its first save, over whatever version that thinks it is.
 */
export function save(db: Db, kind: KindName, id: string, basedOn: number, columns: Columns): Saved {
  const { version, updatedAt, resistors } = kept
  const before = db
    .select({ version, updatedAt, document, resistors })
    .from(kept)
    .where(and(there(kind), eq(kept.id, id)))
    .all()[0]
  if (!before) {
    if (kinds[kind].name === null) return { result: 'missing' }
    const of = kinds[kind].isOfNetwork ? id : undefined
    if (of !== undefined && !isThere(db, of)) return { result: 'missing' }
    // One that lies in the bin goes.
    db.delete(kept)
      .where(and(eq(kept.kind, kind), eq(kept.id, id)))
      .run()
    const now = new Date()
    db.insert(kept)
      .values({ kind, id, networkId: of, ...columns, version: basedOn + 1, createdAt: now, updatedAt: now })
      .run()
    return { result: 'saved', version: basedOn + 1 }
  }
  if (before.version !== basedOn) {
    const now = find(db, kind, id)
    return now ? { result: 'conflict', row: now } : { result: 'missing' }
  }
  const namesake = findNamesake(db, kind, columns.title)
  if (namesake && namesake.id !== id) return { result: 'taken', row: namesake }
  if (kind === 'network') keepVersion(db, id, before, columns)
  db.update(kept)
    .set({ ...columns, version: basedOn + 1, updatedAt: new Date() })
    .where(and(eq(kept.kind, kind), eq(kept.id, id)))
    .run()
  return { result: 'saved', version: basedOn + 1 }
}

/** Puts a document over a network, which keeps what it was as an earlier state, whatever that is. */
export function replaceNetwork(db: Db, { id, version, document: before, updatedAt }: KeptRow, columns: Columns): void {
  putVersion(db, id, { version, document: before, at: updatedAt })
  db.update(kept)
    .set({ ...columns, version: version + 1, updatedAt: new Date() })
    .where(and(eq(kept.kind, 'network'), eq(kept.id, id)))
    .run()
}

/** Puts a document into the bin, where it stays for {@link daysInBin} days. False if there is none. */
export function remove(db: Db, kind: KindName, id: string): boolean {
  forgetOld(db)
  return (
    db
      .update(kept)
      .set({ deletedAt: new Date() })
      .where(and(there(kind), eq(kept.id, id)))
      .run().changes > 0
  )
}

/** Takes a document out of the bin. Null if it is not there, or its network is not, or another one has its title now. */
export function restore(db: Db, kind: KindName, id: string): KeptRow | null {
  const one = and(eq(kept.kind, kind), eq(kept.id, id), isNotNull(kept.deletedAt))
  const binned = db.select({ title: kept.title }).from(kept).where(one).all()[0]
  if (!binned) return null
  if (findNamesake(db, kind, binned.title)) return null
  db.update(kept).set({ deletedAt: null }).where(one).run()
  return find(db, kind, id)
}

/** A network in the bin. */
interface Binned {
  readonly id: string
  readonly title: string
  readonly resistors: number
  readonly deletedAt: Date
}

/** The networks that lie in the bin, the last deleted first. */
export function listBin(db: Db): Binned[] {
  const { id, title, resistors, deletedAt } = kept
  return db
    .select({ id, title, resistors, deletedAt })
    .from(kept)
    .where(and(eq(kept.kind, 'network'), isNotNull(deletedAt)))
    .orderBy(desc(deletedAt))
    .all()
    .flatMap((it) => (it.deletedAt ? [{ ...it, deletedAt: it.deletedAt }] : []))
}

/** Deletes for good what networks lie in the bin: one, or all of them. How many that were. */
export function emptyBin(db: Db, id?: string): number {
  return forget(db, eq(kept.kind, 'network'), isNotNull(kept.deletedAt), id === undefined ? undefined : eq(kept.id, id))
}

/** Deletes for good what has lain in the bin for {@link daysInBin} days. */
export function forgetOld(db: Db, now = Date.now()): number {
  return forget(db, lt(kept.deletedAt, new Date(now - daysInBin * 24 * 3600 * 1000)))
}

/** Deletes all of a kind for good: how many that were. */
export function clear(db: Db, kind: KindName): number {
  return forget(db, eq(kept.kind, kind))
}

function forget(db: Db, ...which: readonly (SQL | undefined)[]): number {
  return db
    .delete(kept)
    .where(and(...which))
    .run().changes
}
