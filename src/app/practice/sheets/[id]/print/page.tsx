import { notFound } from 'next/navigation'
import { findExercise, findSheet, read } from '@/db'
import type { TaskMove } from '@/core/learner'
import { SheetPrint } from '@/features/practice/SheetPrint'
import { Troubled } from '@/ui/Troubled'
import { said } from '../../../../pageData'
import { textOf, type SearchProps } from '../../../exercises'
import { recordOf } from '../../record'

export const dynamic = 'force-dynamic'
export const metadata = { title: 'Task sheet on paper' }

interface Props extends SearchProps {
  readonly params: Promise<{ readonly id: string }>
}

export default async function SheetPrintPage({ params, searchParams }: Props) {
  const { id } = await params
  const found = await said(
    read((db) => {
      const row = findSheet(db, id)
      const record = row && recordOf(row)
      if (!record) return null
      const codes = record.sheet.role === 'opened' ? record.sheet.variants[0].codes : []
      return { record, exercises: codes.flatMap((code) => findExercise(db, `${id}.${code}`) ?? []) }
    }),
  )
  if ('trouble' in found) return <Troubled message={found.trouble} />
  if (!found.value) notFound()
  const { record, exercises } = found.value
  const asked = textOf((await searchParams).what)
  const what = asked === 'key' || asked === 'attempt' ? asked : 'tasks'
  const attempts = exercises.map(({ code, moves, seconds }) => ({
    code,
    seconds,
    moves: JSON.parse(moves) as TaskMove[],
  }))
  return <SheetPrint id={id} sheet={record.sheet} what={what} attempts={attempts} />
}
