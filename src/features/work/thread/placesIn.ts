import type { Stand } from '@/core/worksheet'

/** Finds where values stand on the page: all of them are looked up at once. */
interface Places {
  /**
   * Where in its row a value stands: where it is worked out, else the words that hand it on, else on the row's sheet. null
   * where its row is not drawn, or it has none.
   */
  readonly inRow: (id: number, stand: Stand | undefined) => Element | null
  /** The same, or anywhere it is drawn. */
  readonly anywhere: (id: number, stand: Stand | undefined) => Element | null
}

export function placesIn(place: HTMLElement): Places {
  const lines = new Map<string, Element[]>()
  const add = (id: string | null, element: Element) => {
    if (id === null) return
    const there = lines.get(id)
    if (there) there.push(element)
    else lines.set(id, [element])
  }
  for (const element of place.querySelectorAll('[data-line], [data-carries]')) {
    add(element.getAttribute('data-line'), element)
    for (const id of element.getAttribute('data-carries')?.split(' ') ?? []) add(id, element)
  }
  const inRow = (id: number, stand: Stand | undefined) => {
    if (!stand) return null
    const row = `${stand.row} ${stand.side}`
    const own = (lines.get(String(id)) ?? []).filter(
      (it) => it.closest('[data-stand]')?.getAttribute('data-stand') === row,
    )
    const worked = own.filter((it) => it.hasAttribute('data-formula'))
    return worked[worked.length - 1] ?? own.find((it) => it.hasAttribute('data-carries')) ?? own[0] ?? null
  }
  const drawn = (id: number) => lines.get(String(id))?.find((it) => it.getClientRects().length > 0)
  return { inRow, anywhere: (id, stand) => inRow(id, stand) ?? drawn(id) ?? null }
}
