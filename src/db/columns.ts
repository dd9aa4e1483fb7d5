import { kinds, type Documents, type KindName } from '@/core/kept'
import { foundBy, sortKey, type NetworkDocument } from '@/core/network'

/** The columns that a document fills; the document itself as JSON text, so that it is not parsed again to be sent. */
export interface Columns {
  readonly title: string
  readonly document: string
  readonly listed: string
  readonly resistors: number
  readonly sortKey: string
  readonly tags: string
  readonly found: string
}

/** The columns of a document that has been read. */
export function columnsOf<K extends KindName>(kind: K, document: Documents[K]): Columns {
  const { titleOf, listed } = kinds[kind]
  const title = titleOf(document)
  return {
    title,
    document: JSON.stringify(document),
    listed: listed === null ? '{}' : JSON.stringify(listed(document)),
    ...(kind === 'network'
      ? { resistors: resistorsOf(document as NetworkDocument), ...foundColumns(document as NetworkDocument) }
      : { resistors: 0, sortKey: sortKey(title), tags: '[]', found: '' }),
  }
}

function resistorsOf({ parts }: NetworkDocument): number {
  return parts.filter(({ kind }) => kind === 'resistor').length
}

/** What a network is listed and found by. */
export function foundColumns(document: NetworkDocument): Pick<Columns, 'sortKey' | 'tags' | 'found'> {
  return {
    sortKey: sortKey(document.title ?? ''),
    tags: JSON.stringify(document.tags ?? []),
    // Never empty, so that it is known to be worked out.
    found: `${foundBy(document)}\n`,
  }
}
