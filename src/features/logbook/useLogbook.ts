import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { api, problemText, type LogbookPage, type LogbookQuery } from '@/ui/api'
import { savesAnswered } from '@/ui/saving/underWay'
import { onePage } from './onePage'

/** How long to wait before a search is asked for, in milliseconds. */
const typingPause = 150
/** How long to wait at first and at most between two looks at cards that are being worked out, in milliseconds. */
const firstLook = 400
const longestLook = 10_000

/** What of the logbook is shown: page after page, as far as the person has come. */
export interface ShownLogbook {
  readonly pages: readonly LogbookPage[]
  readonly trouble: string | null
  readonly more: () => void
  /** Reads again what is shown. */
  readonly refresh: () => Promise<void>
}

/**
 * The logbook as it stands on the server, read page by page. Cards that are being worked out are looked at again until
 * they are there.
 *
 * @param first the first page as the server sent it, in JSON
 */
export function useLogbook(first: string, query: Pick<LogbookQuery, 'search' | 'by' | 'nodes' | 'form'>): ShownLogbook {
  const { search, by, nodes, form } = query
  const [pages, setPages] = useState<readonly LogbookPage[]>(() => [JSON.parse(first) as LogbookPage])
  const [trouble, setTrouble] = useState<string | null>(null)
  const asked = useMemo(() => ({ search, by, nodes, form }), [search, by, nodes, form])
  /** Only the newest question's answer is shown. */
  const newest = useRef(0)
  const count = useRef(1)

  const load = useCallback(
    async (until: number) => {
      const mine = ++newest.current
      const found: LogbookPage[] = []
      for (let page = 0; page < until; page++) {
        const answer = await api.logbook({ ...asked, from: page * onePage, count: onePage })
        if (mine !== newest.current) return
        if (!answer.ok) return setTrouble(problemText(answer.problems))
        found.push(answer.body)
        if ((page + 1) * onePage >= answer.body.found) break
      }
      setTrouble(null)
      setPages(found)
    },
    [asked],
  )
  const refresh = useCallback(() => load(count.current), [load])

  const shown = useRef(asked)
  useEffect(() => {
    if (shown.current === asked) return
    shown.current = asked
    count.current = 1
    const timer = setTimeout(() => void load(1), typingPause)
    return () => clearTimeout(timer)
  }, [asked, load])

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
    trouble,
    more: useCallback(() => {
      count.current += 1
      void load(count.current)
    }, [load]),
    refresh,
  }
}
