import type { Metadata } from 'next'
import { cookies } from 'next/headers'
import { notFound } from 'next/navigation'
import type { ReactNode } from 'react'
import type { NetworkDocument } from '@/core/network'
import { DamagedNetwork, FetchNetwork } from '@/ui/network/FetchNetwork'
import { OpenNetwork } from '@/ui/network/OpenNetwork'
import { readTrying, tryingCookie } from '@/ui/trying'
import { Troubled } from '@/ui/Notice'
import { readNetworkRow } from '../../pageData'

export const dynamic = 'force-dynamic'

interface Props {
  readonly params: Promise<{ readonly id: string }>
  readonly children: ReactNode
}

/** A document up to this size comes with the page; a larger one is fetched by it. In characters. */
const withPage = 8 * 1024

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const found = await readNetworkRow((await params).id)
  return { title: ('value' in found && found.value?.title) || 'Untitled network' }
}

/** The open network stays open while its screens change. */
export default async function NetworkLayout({ params, children }: Props) {
  const found = await readNetworkRow((await params).id)
  if ('trouble' in found) return <Troubled message={found.trouble} />
  const row = found.value
  if (!row) notFound()
  const { id, title, version, document } = row
  if (!row.sound) return <DamagedNetwork id={id} title={title} kept={document} />
  const isTried = readTrying((await cookies()).get(tryingCookie)?.value).includes(id)
  if (document.length > withPage) return <FetchNetwork id={id}>{children}</FetchNetwork>
  const record = {
    id,
    title,
    version,
    updatedAt: row.updatedAt.toISOString(),
    document: JSON.parse(document) as NetworkDocument,
  }
  return (
    <OpenNetwork key={id} record={record} isTried={isTried}>
      {children}
    </OpenNetwork>
  )
}
