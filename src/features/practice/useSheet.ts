import { useState } from 'react'
import { readKeptSheet, type KeptSheet } from '@/core/learner'
import type { Saved } from '@/ui/api'
import { useKept } from '@/ui/saving/useKept'

const isSheet = (content: unknown): content is KeptSheet => readKeptSheet(content).ok
const asItIs = (sheet: KeptSheet) => sheet

/** A sheet of tasks that is changed here: kept in the browser at once, and on the server. */
export function useSheet({ id, version, document }: Saved<'sheet'>) {
  const [sheet, setSheet] = useState(document)
  const { saving, put, ...kept } = useKept<'sheet', KeptSheet>({
    kind: 'sheet',
    id,
    known: { version, content: document },
    pack: asItIs,
    unpack: asItIs,
    fits: isSheet,
    become: setSheet,
  })
  const change = (next: KeptSheet) => {
    setSheet(next)
    put(next)
  }
  return { ...kept, saving: saving ?? ({ state: 'saved' } as const), sheet, change }
}
