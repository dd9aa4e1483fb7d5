import { notFound } from 'next/navigation'
import { find, read } from '@/db'
import { SheetScreen } from '@/features/practice/SheetScreen'
import { Troubled } from '@/ui/Notice'
import { said } from '../../../pageData'
import { textOf, type SearchProps, recordOf } from '../../exercises'

export const dynamic = 'force-dynamic'
export const metadata = { title: 'Task sheet' }

interface Props extends SearchProps {
  readonly params: Promise<{ readonly id: string }>
}

export default async function SheetPage({ params, searchParams }: Props) {
  const { id } = await params
  const found = await said(read((db) => find(db, 'sheet', id)))
  if ('trouble' in found) return <Troubled message={found.trouble} />
  const record = found.value && recordOf(found.value)
  if (!record) notFound()
  return <SheetScreen record={record} code={textOf((await searchParams).code)} />
}
