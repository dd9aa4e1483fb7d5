import type { LogbookQuery } from '@/ui/api'

/** Where in the logbook a person is: what they look for, and how far they have come. */
export interface LogbookPlace extends Pick<LogbookQuery, 'search' | 'tag' | 'by'> {
  /** How many pages are shown. */
  readonly pages: number
  /** How far they scrolled, in CSS pixels. */
  readonly scroll: number
}

export const beginning: LogbookPlace = { search: '', tag: '', by: 'changed', pages: 1, scroll: 0 }

const key = 'nodrel-logbook'
const mostPages = 20

/** Where this window was in the logbook before it left it. */
export function readPlace(): LogbookPlace {
  try {
    const kept = JSON.parse(sessionStorage.getItem(key) ?? '{}') as Partial<LogbookPlace>
    const { search, tag, by, pages = 1, scroll = 0 } = kept
    return {
      search: typeof search === 'string' ? search.slice(0, 200) : '',
      tag: typeof tag === 'string' ? tag.slice(0, 60) : '',
      by: by === 'title' || by === 'resistors' ? by : 'changed',
      pages: Number.isInteger(pages) ? Math.max(1, Math.min(mostPages, pages)) : 1,
      scroll: Number.isFinite(scroll) ? scroll : 0,
    }
  } catch {
    return beginning
  }
}

/** Remembers it for the way back; a browser that keeps nothing begins at the top. */
export function keepPlace(place: LogbookPlace): void {
  try {
    sessionStorage.setItem(key, JSON.stringify(place))
  } catch {
    // It is a convenience alone.
  }
}
