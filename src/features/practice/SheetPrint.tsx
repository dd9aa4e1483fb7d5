'use client'

import Link from 'next/link'
import { useMemo } from 'react'
import { taskOf, type KeptSheet, type Task, type TaskMove } from '@/core/learner'
import { Button } from '@/ui/Button'
import { Main } from '@/ui/Main'
import { Paper } from '@/ui/paper/Paper'
import { useAwake } from '@/ui/awake'
import { attemptsOf, markRow } from './markRows'
import { MarkedPaper } from './MarksTable'
import { KeyPaper, TaskPaper } from './TaskPaper'

interface Props {
  readonly id: string
  readonly sheet: KeptSheet
  readonly what: 'tasks' | 'key' | 'attempt'
  /** What was done at its tasks, where that is printed. */
  readonly attempts: readonly { readonly code: string; readonly moves: readonly TaskMove[]; readonly seconds: number }[]
}

/** A sheet on paper: its tasks, their key, or an attempt with its marks; every variant on pages of its own. */
export function SheetPrint(props: Props) {
  const isAwake = useAwake()
  const { id } = props
  return (
    <Main className="min-h-screen bg-desk p-4 print:bg-white print:p-0">
      <p className="mx-auto mb-4 flex max-w-[190mm] gap-2 print:hidden">
        <Button look="strong" disabled={!isAwake} onClick={() => window.print()}>
          Print
        </Button>
        <Link
          href={`/practice/sheets/${id}`}
          className="inline-flex min-h-8 items-center rounded-md border border-edge bg-sheet px-2.5 hover:bg-chosen-wash"
        >
          Back to the sheet
        </Link>
      </p>
      {isAwake && <Pages {...props} />}
    </Main>
  )
}

function Pages({ sheet, what, attempts }: Props) {
  const { title, marks, variants } = sheet
  const made = useMemo(
    () =>
      variants.map((variant) => {
        const tasks = variant.codes.flatMap((code): Task[] => {
          const task = taskOf(code)
          return task.ok ? [task.task] : []
        })
        // Every task counts the same.
        return { variant, tasks, each: Math.round((10 * marks) / variant.codes.length) / 10 }
      }),
    [variants, marks],
  )
  if (what === 'attempt') return <MarkedPaper row={markRow(attemptsOf(sheet, attempts))} />
  return made.map(({ variant, tasks, each }, i) => (
    <Paper
      key={variant.name}
      title={`${title}${variants.length > 1 ? ` · ${variant.name}` : ''}${what === 'key' ? ' · key' : ''}`}
      fields={
        what === 'key'
          ? []
          : [
              { name: 'name', value: '' },
              { name: 'class', value: '' },
              { name: 'date', value: '' },
            ]
      }
      note={<span>{marks} marks</span>}
      isNewPage={i > 0}
    >
      {tasks.map((task, k) =>
        what === 'key' ? (
          <KeyPaper key={task.code} task={task} number={k + 1} marks={each} />
        ) : (
          <TaskPaper key={task.code} task={task} number={k + 1} marks={each} />
        ),
      )}
    </Paper>
  ))
}
