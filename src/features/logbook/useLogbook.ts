import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { useRouter } from 'next/navigation'
import type { NetworkDocument } from '@/core/network'
import { toast } from '@/ui/toast'
import { api, problemText, type LogbookEntry, type LogbookPage, type LogbookQuery } from '@/ui/api'
import { holdTyping, typingArrived } from '@/ui/home'
import { sayBinned } from '@/ui/network/binned'
import { savesAnswered } from '@/ui/saving/underWay'
import type { EntryActions } from './NetworkList'
import { onePage } from './onePage'

/** How long to wait before a search is asked for, in milliseconds. */
const typingPause = 150
/** How long to wait at first and at most between two looks at cards that are being worked out, in milliseconds. */
const firstLook = 400
const longestLook = 10_000

/** What of the logbook is asked for. */
type Asked = Pick<LogbookQuery, 'search' | 'tag' | 'by' | 'nodes' | 'form'>

/** What of the logbook is shown: page after page, as far as the person has come. */
interface ShownLogbook {
  readonly pages: readonly LogbookPage[]
  /** The pages are those of what is asked for; else those of before, until the answer comes. */
  readonly isAnswered: boolean
  readonly trouble: string | null
  /** Reads again what is shown. */
  readonly refresh: () => Promise<void>
}

/**
 * The logbook as it stands on the server, read page by page. Cards that are being worked out are looked at again until
 * they are there.
 *
 * @param first the first page of everything as the server sent it, in JSON
 * @param upTo how many pages are shown
 */
export function useLogbook(first: string, query: Asked, upTo: number): ShownLogbook {
  const { search, tag, by, nodes, form } = query
  const [shown, setShown] = useState<{ readonly of: Asked | null; readonly pages: readonly LogbookPage[] }>(() => ({
    of: null,
    pages: [JSON.parse(first) as LogbookPage],
  }))
  const { pages } = shown
  const [trouble, setTrouble] = useState<string | null>(null)
  const asked = useMemo(() => ({ search, tag, by, nodes, form }), [search, tag, by, nodes, form])
  /** Only the newest question's answer is shown. */
  const newest = useRef(0)

  const load = useCallback(
    async (until: number) => {
      const mine = ++newest.current
      const found: LogbookPage[] = []
      for (let page = 0; page < until; page++) {
        const answer = await api.logbook({ ...asked, from: page * onePage, count: onePage, pictures: true })
        if (mine !== newest.current) return
        if (!answer.ok) return setTrouble(problemText(answer.problems))
        found.push(answer.body)
        if ((page + 1) * onePage >= answer.body.found) break
      }
      setTrouble(null)
      setShown({ of: asked, pages: found })
    },
    [asked],
  )
  const refresh = useCallback(() => load(upTo), [load, upTo])

  // The page came with the first cards of everything, without their drawings; a change of the question waits until it is typed.
  const before = useRef<Asked | null>(null)
  useEffect(() => {
    const isTyped = before.current !== null && before.current !== asked
    before.current = asked
    const timer = setTimeout(() => void load(upTo), isTyped ? typingPause : 0)
    return () => clearTimeout(timer)
  }, [asked, upTo, load])

  // What was being saved when its screen was left may be newer than what the page came with.
  useEffect(() => {
    void savesAnswered().then((saved) => (saved ? refresh() : undefined))
  }, [refresh])

  const waits = pages.some(({ entries }) => entries.some(({ fresh }) => !fresh))
  const look = useRef(firstLook)
  useEffect(() => {
    if (!waits) look.current = firstLook
    if (!waits) return
    const timer = setTimeout(() => void refresh(), look.current)
    look.current = Math.min(2 * look.current, longestLook)
    return () => clearTimeout(timer)
  }, [waits, pages, refresh])

  return {
    pages,
    isAnswered: shown.of === asked || (shown.of === null && search === '' && tag === '' && by === 'changed'),
    trouble,
    refresh,
  }
}

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

/** Remembers the place for the way back, and goes there once what stood there is there again. */
export function useKeptPlace(place: LogbookPlace, isThere: boolean, pages: number): void {
  const wanted = useRef<number | null>(null)
  useEffect(() => {
    if (!isThere) return
    keepPlace({ ...place, scroll: wanted.current === null ? place.scroll : window.scrollY })
  }, [place, isThere])
  useEffect(() => {
    if (!isThere || wanted.current !== null || pages < place.pages) return
    wanted.current = place.scroll
    window.scrollTo(0, place.scroll)
  }, [isThere, pages, place])
  useEffect(() => {
    const keep = () => {
      if (wanted.current !== null) keepPlace({ ...readPlace(), scroll: window.scrollY })
    }
    window.addEventListener('scroll', keep, { passive: true })
    return () => window.removeEventListener('scroll', keep)
  }, [])
}

/** What is done with networks of the logbook, and which are gone from the screen before the server has answered. */
export function useEntryActions(refresh: () => Promise<void>, onTags: (entry: LogbookEntry) => void) {
  const router = useRouter()
  const [gone, setGone] = useState<ReadonlySet<string>>(new Set())
  const create = async (document: NetworkDocument, then: 'open' | 'draw' | 'stay', origin?: string, typed = '') => {
    // What is typed meanwhile is for the new network.
    if (then !== 'stay') holdTyping(typed)
    const answer = await api.create('network', document, { origin })
    if (!answer.ok) {
      typingArrived()
      return void toast.error(problemText(answer.problems))
    }
    if (then === 'stay') await refresh()
    else router.push(`/networks/${answer.body.id}${then === 'draw' ? '/draw' : ''}`)
  }
  const duplicate = async ({ id }: LogbookEntry) => {
    const found = await api.find('network', id)
    if (!found.ok) return void toast.error(problemText(found.problems))
    const { document, title } = found.body
    await create({ ...document, title: `${title}, copy` }, 'stay', id)
    toast.success(`“${title}” duplicated`)
  }
  const seenAgain = (id: string) => setGone((before) => new Set([...before].filter((it) => it !== id)))
  const remove = async ({ id, title }: LogbookEntry) => {
    // Gone from the screen at once, so that it cannot be deleted twice.
    setGone((before) => new Set([...before, id]))
    const answer = await api.remove('network', id)
    if (!answer.ok && answer.status !== 404) {
      seenAgain(id)
      return void toast.error(problemText(answer.problems))
    }
    sayBinned(id, title, () => {
      seenAgain(id)
      void refresh()
    })
    await refresh()
  }

  const actions: EntryActions = {
    onTags,
    onDuplicate: (entry) => void duplicate(entry),
    onRemove: (entry) => void remove(entry),
  }
  return { create, gone, forget: () => setGone(new Set()), actions }
}
