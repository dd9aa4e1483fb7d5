import { useCallback, useEffect, useRef, useState } from 'react'
import { readKeptSheet, type KeptSheet } from '@/core/learner'
import { api, type SavedSheet } from '@/ui/api'
import { claimPlace } from '@/ui/saving/draft'
import type { StorageTrouble } from '@/ui/saving/draftStorage'
import { saveGoesOn } from '@/ui/saving/underWay'
import { useFlush } from '@/ui/saving/useFlush'
import { draftOf, versionedSave, type Saver, type Saving } from '@/ui/saving/versionedSave'

const isSheet = (content: unknown): content is KeptSheet => readKeptSheet(content).ok

/** A sheet of tasks that is changed here: kept in the browser at once, and on the server. */
export function useSheet({ id, version, sheet }: SavedSheet) {
  const [content, setContent] = useState(sheet)
  const [kept, setKept] = useState<{
    readonly saving: Saving<KeptSheet>
    readonly notKept: StorageTrouble | null
  }>({ saving: { state: 'saved' }, notKept: null })
  const saver = useRef<Saver<KeptSheet> | null>(null)
  useEffect(() => {
    let gone = false
    const { place, left } = claimPlace('sheet', id)
    void left.then((found) => {
      if (gone) {
        void found?.leave()
        void place.release()
        return
      }
      const made = versionedSave<KeptSheet>({
        confirmed: { version, content: sheet },
        place,
        send: async (basedOn, next, leaving) => {
          const answer = await api.saveSheet(id, basedOn, next, leaving)
          if (answer.ok || !answer.current) return answer.ok ? answer : { ...answer, current: undefined }
          return { ...answer, current: { version: answer.current.version, content: answer.current.sheet } }
        },
        wrong: () => null,
        show: (saving, _version, notKept) => setKept({ saving, notKept }),
      })
      saver.current = made
      const draft = found && draftOf(found.text, isSheet)
      if (found && draft) {
        setContent(draft.content)
        made.takeUp(draft)
        found.take()
      } else void found?.leave()
    })
    return () => {
      gone = true
      if (saver.current) saveGoesOn(saver.current.stop())
      saver.current = null
    }
    // oxlint-disable-next-line react/exhaustive-deps -- the record as it was opened
  }, [id])
  useFlush(useCallback(async (leaving) => saver.current?.flush(leaving), []))
  const change = (next: KeptSheet) => {
    setContent(next)
    saver.current?.put(next)
  }
  return {
    ...kept,
    sheet: content,
    change,
    choose: (which: 'mine' | 'theirs') => {
      if (kept.saving.state === 'conflict' && which === 'theirs') setContent(kept.saving.theirs.content)
      saver.current?.choose(which)
    },
    goOn: (newest: number) => saver.current?.goOn(newest),
  }
}
