import { and, asc, count, desc, eq, exists, inArray, sql } from 'drizzle-orm'
import { type Db, cards, kept, networkTags, searched } from './schema'
import { fold } from '@/core/network'
import { there } from './kept'

/** In which order the logbook is read. */
export const logbookOrders = ['changed', 'title', 'resistors'] as const

/** How the cards of the logbook are drawn. */
export interface CardStyle {
  readonly nodes: string
  readonly form: string
}

export interface LogbookQuery extends CardStyle {
  /** Words that must each stand somewhere in the title, the notes, the tags, or the parts' names and values; none for all. */
  readonly search: string
  /** Only those with this tag; empty for all. */
  readonly tag: string
  readonly by: (typeof logbookOrders)[number]
  /** How many to pass over, and how many to give. */
  readonly from: number
  readonly count: number
}

/** A network in the logbook. Its card is JSON text as it was last worked out, null before it was. */
export interface LogbookEntry {
  readonly id: string
  readonly title: string
  readonly resistors: number
  /** JSON text. */
  readonly tags: string
  readonly version: number
  readonly updatedAt: Date
  /** Whether it was made from another network, or another from it. */
  readonly hasFamily: number
  readonly card: string | null
  /** The version that the card shows. */
  readonly cardOf: number | null
}

export interface LogbookPage {
  readonly entries: LogbookEntry[]
  /** How many fit, and how many there are. */
  readonly found: number
  readonly all: number
  /** All tags with how many networks have each, the most used first. */
  readonly tags: { readonly tag: string; readonly count: number }[]
}

/** The most words that are searched for; more say nothing new. */
const mostWords = 10
/** The index knows texts by threes of letters; shorter words are looked for in what it was made from. */
const shortest = 3
const mostTags = 200

/** A page of the logbook. */
export function readLogbook(db: Db, { search, tag, by, from, count: most, nodes, form }: LogbookQuery): LogbookPage {
  const all = there('network')
  const words = fold(search)
    .split(/\s+/)
    .filter((word) => word !== '')
    .slice(0, mostWords)
  const indexed = words.filter((word) => [...word].length >= shortest)
  const match = indexed.map((word) => `"${word.replaceAll('"', '""')}"`).join(' AND ')
  const hit = db
    .select({ id: searched.networkId })
    .from(searched)
    .where(sql`${searched.number} in (select rowid from search where search match ${match})`)
  const tagged = db
    .select({ one: sql`1` })
    .from(networkTags)
    .where(and(eq(networkTags.networkId, kept.id), eq(networkTags.tag, tag)))
  const fits = and(
    all,
    indexed.length > 0 ? inArray(kept.id, hit) : undefined,
    ...words.filter((word) => !indexed.includes(word)).map((word) => sql`instr(${kept.found}, ${word}) > 0`),
    tag === '' ? undefined : exists(tagged),
  )
  const order = {
    changed: [desc(kept.updatedAt)],
    title: [asc(kept.sortKey)],
    resistors: [asc(kept.resistors), desc(kept.updatedAt)],
  }[by]
  const { id, title, resistors, tags, version, updatedAt } = kept
  const hasFamily = sql<number>`${kept.originId} is not null or exists (select 1 from ${kept} as made where made.origin_id = ${kept.id} and made.deleted_at is null)`
  const entries = db
    .select({ id, title, resistors, tags, version, updatedAt, hasFamily, card: cards.card, cardOf: cards.version })
    .from(kept)
    .leftJoin(cards, and(eq(cards.networkId, kept.id), eq(cards.nodes, nodes), eq(cards.form, form)))
    .where(fits)
    .orderBy(...order, asc(kept.id))
    .limit(most)
    .offset(from)
    .all()
  const counted = (which: typeof fits) => db.select({ all: count() }).from(kept).where(which).all()[0].all
  const uses = count()
  const known = db
    .select({ tag: networkTags.tag, count: uses })
    .from(networkTags)
    .innerJoin(kept, eq(kept.id, networkTags.networkId))
    .where(all)
    .groupBy(networkTags.tag)
    .orderBy(desc(uses), asc(networkTags.tag))
    .limit(mostTags)
    .all()
  const inAll = counted(all)
  return { entries, found: words.length === 0 && tag === '' ? inAll : counted(fits), all: inAll, tags: known }
}

/** Keeps the card of a network's version; that of one that was deleted for good meanwhile is dropped. */
export function saveCard(db: Db, networkId: string, { nodes, form }: CardStyle, version: number, card: string): void {
  const isKept = and(eq(kept.kind, 'network'), eq(kept.id, networkId))
  if (db.select({ id: kept.id }).from(kept).where(isKept).all().length === 0) return
  const row = { networkId, nodes, form, version, card }
  db.insert(cards)
    .values(row)
    .onConflictDoUpdate({ target: [cards.networkId, cards.nodes, cards.form], set: row })
    .run()
}
