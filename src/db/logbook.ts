import { and, asc, count, desc, eq, isNull, sql } from 'drizzle-orm'
import type { Db } from './handle'
import { fold } from '@/core/network'
import type { CardStyle } from './queries'
import { cards, networks } from './schema'

/** In which order the logbook is read. */
export const logbookOrders = ['changed', 'title', 'resistors'] as const

export interface LogbookQuery extends CardStyle {
  /** Words that must each stand in the title or the notes; none for all. */
  readonly search: string
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
  readonly version: number
  readonly updatedAt: Date
  readonly card: string | null
  /** The version that the card shows. */
  readonly cardOf: number | null
}

/** The most words that are searched for; more say nothing new. */
const mostWords = 10

/** A page of the logbook, how many there are that fit the search, and how many in all. */
export function readLogbook(
  db: Db,
  { search, by, from, count: most, nodes, form }: LogbookQuery,
): { entries: LogbookEntry[]; found: number; all: number } {
  const there = isNull(networks.deletedAt)
  const folded = (column: typeof networks.title | typeof networks.notes) => sql<string>`fold(${column})`
  const words = fold(search)
    .split(/\s+/)
    .filter((word) => word !== '')
    .slice(0, mostWords)
  const has = (word: string) =>
    sql`(instr(${folded(networks.title)}, ${word}) > 0 or instr(${folded(networks.notes)}, ${word}) > 0)`
  const fits = and(there, ...words.map(has))
  const order = {
    changed: [desc(networks.updatedAt)],
    title: [asc(folded(networks.title))],
    resistors: [asc(networks.resistors), desc(networks.updatedAt)],
  }[by]
  const { id, title, resistors, version, updatedAt } = networks
  const entries = db
    .select({ id, title, resistors, version, updatedAt, card: cards.card, cardOf: cards.version })
    .from(networks)
    .leftJoin(cards, and(eq(cards.networkId, networks.id), eq(cards.nodes, nodes), eq(cards.form, form)))
    .where(fits)
    .orderBy(...order, asc(networks.id))
    .limit(most)
    .offset(from)
    .all()
  const counted = (which: typeof fits) => db.select({ all: count() }).from(networks).where(which).all()[0].all
  return { entries, found: counted(fits), all: counted(there) }
}
