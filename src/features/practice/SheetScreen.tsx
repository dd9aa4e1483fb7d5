'use client'

import { Main } from '@/ui/Main'
import type { Saved } from '@/ui/api'
import { useAwake } from '@/ui/awake'
import { PracticeFrame } from './PracticeFrame'
import { SheetEditor } from './SheetEditor'
import { SheetWork } from './SheetWork'
import { nextInTask } from './TaskView'
import { useSheet } from './useSheet'

/** One sheet: to be set, or to be worked at. */
export function SheetScreen({ record, code }: { readonly record: Saved<'sheet'>; readonly code: string | null }) {
  const isAwake = useAwake()
  return (
    <PracticeFrame screen="sheets">{isAwake && <Sheet key={record.id} record={record} code={code} />}</PracticeFrame>
  )
}

function Sheet({ record, code }: { readonly record: Saved<'sheet'>; readonly code: string | null }) {
  const state = useSheet(record)
  return (
    <Main
      next={(place) => (record.document.role === 'set' ? null : nextInTask(place))}
      className="grid content-start gap-4 p-4 pb-8"
      data-sheet={record.id}
    >
      {record.document.role === 'set' ? (
        <>
          <h1 className="sr-only">Edit the task sheet</h1>
          <SheetEditor id={record.id} state={state} />
        </>
      ) : (
        <SheetWork id={record.id} state={state} asked={code} />
      )}
    </Main>
  )
}
