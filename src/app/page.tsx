import { cookies } from 'next/headers'
import { database, listNetworks } from '@/db'
import { cardOf } from '@/features/logbook/card'
import { Logbook } from '@/features/logbook/Logbook'
import { readSettings } from '@/ui/readSettings'

export const dynamic = 'force-dynamic'

export default async function LogbookPage() {
  const settings = readSettings(await cookies())
  return <Logbook cards={listNetworks(database()).map((record) => cardOf(record, settings))} />
}
