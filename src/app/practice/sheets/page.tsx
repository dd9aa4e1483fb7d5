import type { Metadata } from 'next'
import { listAll, read } from '@/db'
import { SheetList } from '@/features/practice/SheetList'
import { Troubled } from '@/ui/Notice'
import { said } from '../../pageData'
import { recordOf } from '../exercises'

export const dynamic = 'force-dynamic'
export const metadata: Metadata = { title: 'Task sheets' }

export default async function SheetsPage() {
  const rows = await said(read((db) => listAll(db, 'sheet')))
  if ('trouble' in rows) return <Troubled message={rows.trouble} />
  return <SheetList first={rows.value.flatMap((row) => recordOf(row) ?? [])} />
}
