import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import type { ReactNode } from 'react'
import { database, findNetwork } from '@/db'
import { OpenNetwork } from '@/ui/network/OpenNetwork'

export const dynamic = 'force-dynamic'

interface Props {
  readonly params: Promise<{ readonly id: string }>
  readonly children: ReactNode
}

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: findNetwork(database(), (await params).id)?.title || 'Untitled network' }
}

/** The open network stays open while its screens change. */
export default async function NetworkLayout({ params, children }: Props) {
  const record = findNetwork(database(), (await params).id)
  if (!record) notFound()
  return (
    <OpenNetwork key={record.id} record={record}>
      {children}
    </OpenNetwork>
  )
}
