import { cookies } from 'next/headers'
import { logbookText } from '@/server/cards'
import { Logbook } from '@/features/logbook/Logbook'
import { onePage } from '@/features/logbook/onePage'
import { readSettings } from '@/ui/readSettings'
import { readTrying, tryingCookie } from '@/ui/trying'
import { Troubled } from '@/ui/Notice'
import { said } from './pageData'

export const dynamic = 'force-dynamic'

export default async function LogbookPage() {
  const kept = await cookies()
  const { nodes, form } = readSettings(kept)
  const tried = readTrying(kept.get(tryingCookie)?.value)
  const query = { search: '', tag: '', by: 'changed', from: 0, count: onePage, nodes, form } as const
  // The drawings are most of a page: they come after it.
  const first = await said(logbookText(query, tried, false))
  return 'trouble' in first ? <Troubled message={first.trouble} /> : <Logbook first={first.value} />
}
