import { notFound } from 'next/navigation'
import type { Exercise } from '@/core/kept'
import { find, findAll, read } from '@/db'
import { SheetPrint } from '@/features/practice/SheetPrint'
import { Troubled } from '@/ui/Notice'
import { said } from '../../../../pageData'
import { textOf, type SearchProps, recordOf } from '../../../exercises'

export const dynamic = 'force-dynamic'
export const metadata = { title: 'Task sheet on paper' }

interface Props extends SearchProps {
  readonly params: Promise<{ readonly id: string }>
}

export default async function SheetPrintPage({ params, searchParams }: Props) {
  const { id } = await params
  const found = await said(
    read((db) => {
      const row = find(db, 'sheet', id)
      const record = row && recordOf(row)
      if (!record) return null
      const codes = record.document.role === 'opened' ? record.document.variants[0].codes : []
      const ids = codes.map((code) => `${id}.${code}`)
      return { record, exercises: findAll(db, 'exercise', ids).filter(({ sound }) => sound) }
    }),
  )
  if ('trouble' in found) return <Troubled message={found.trouble} />
  if (!found.value) notFound()
  const { record, exercises } = found.value
  const asked = textOf((await searchParams).what)
  const what = asked === 'key' || asked === 'attempt' ? asked : 'tasks'
  const attempts = exercises.map(({ document }) => {
    const { of, seconds, moves } = JSON.parse(document) as Exercise
    return { code: of, seconds, moves }
  })
  return <SheetPrint id={id} sheet={record.document} what={what} attempts={attempts} />
}
