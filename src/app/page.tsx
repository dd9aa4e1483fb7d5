import { cookies } from 'next/headers'
import { logbookText } from '@/server/cards'
import { Logbook } from '@/features/logbook/Logbook'
import { onePage } from '@/features/logbook/onePage'
import { readSettings } from '@/ui/readSettings'
import { Troubled } from '@/ui/Troubled'
import { said } from './pageData'

export const dynamic = 'force-dynamic'

export default async function LogbookPage() {
  const { nodes, form } = readSettings(await cookies())
  const first = await said(logbookText({ search: '', by: 'changed', from: 0, count: onePage, nodes, form }))
  return 'trouble' in first ? <Troubled message={first.trouble} /> : <Logbook first={first.value} />
}
