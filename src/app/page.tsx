import { database, listNetworks } from '@/db'
import { cardOf } from '@/features/logbook/card'
import { Logbook } from '@/features/logbook/Logbook'

export const dynamic = 'force-dynamic'

export default function LogbookPage() {
  return <Logbook cards={listNetworks(database()).map(cardOf)} />
}
