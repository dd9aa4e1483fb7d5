import { findText, read, readLogbook, saveCard, write, type CardStyle, type LogbookQuery } from '@/db'
import type { Form } from '@/core/picture'
import type { Naming } from '@/core/structure'
import { isStopped, onThread } from './pool'

/** A style that cards are drawn in. */
type Style = CardStyle & { readonly nodes: Naming; readonly form: Form }

const shortened = (text: string) => (text.length > 200 ? `${text.slice(0, 200)}…` : text)

/**
 * A page of the logbook as JSON text: `{ found, all, tags, pictures, entries }`. Cards stand as they were worked out before; those of
 * networks changed since are worked out on a thread afterwards, and `fresh` says which are waiting for that.
 *
 * @param tried networks that are being tried: their answers are not given away
 * @param pictures whether cards come with their drawings, which are most of them
 */
export async function logbookText(
  query: LogbookQuery & Style,
  tried: readonly string[],
  pictures: boolean,
): Promise<string> {
  const { entries, found, all, tags } = await read((db) => readLogbook(db, query))
  const stale = entries.filter(({ version, cardOf }) => version !== cardOf)
  workOut(
    stale.map(({ id }) => id),
    query,
  )
  const texts = entries.map(({ id, title, resistors, tags: own, version, updatedAt, hasFamily, card, cardOf }) => {
    const plain = JSON.stringify({
      id,
      title: shortened(title),
      resistors,
      version,
      updatedAt,
      hasFamily: hasFamily === 1,
      fresh: version === cardOf,
    })
    const isTried = tried.includes(id)
    const shown = card !== null && (isTried || !pictures) ? lessOf(card, isTried, pictures) : card
    return `${plain.slice(0, -1)},"tags":${own},"card":${shown ?? 'null'}}`
  })
  return `{"found":${found},"all":${all},"tags":${JSON.stringify(tags)},"pictures":${pictures},"entries":[${texts.join()}]}`
}

/** A card without its answer, or without its drawing. */
function lessOf(card: string, isTried: boolean, pictures: boolean): string {
  return JSON.stringify({
    ...(JSON.parse(card) as object),
    ...(isTried && { answer: 'being tried' }),
    ...(!pictures && { picture: null, nodeLabels: [] }),
  })
}

const held = globalThis as typeof globalThis & { nodrelCards?: Set<string> }
const keyOf = (id: string, { nodes, form }: Style) => `${id} ${nodes} ${form}`

/** Works out cards one after the other, beside everything else; those under way are not begun twice. */
function workOut(ids: readonly string[], style: Style): void {
  const underWay = (held.nodrelCards ??= new Set())
  const mine = ids.filter((id) => !underWay.has(keyOf(id, style)))
  mine.forEach((id) => underWay.add(keyOf(id, style)))
  void (async () => {
    for (const id of mine) {
      // What fails now is asked for again with the next look at the logbook.
      await workOutOne(id, style).catch(() => undefined)
      underWay.delete(keyOf(id, style))
    }
  })()
}

const tooLarge = JSON.stringify({ answer: 'too large for a card: open it', picture: null, nodeLabels: [] })

async function workOutOne(id: string, style: Style): Promise<void> {
  const row = await read((db) => findText(db, 'network', id))
  if (!row) return
  const { nodes, form } = style
  const card = await onThread({ task: 'card', document: row.document, nodes, form }).catch((error: unknown) => {
    if (isStopped(error) && error.why !== 'queue') return tooLarge
    throw error
  })
  await write((db) => saveCard(db, id, style, row.version, card))
}
