import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { database, findNetwork } from '@/db'
import { Work } from '@/features/work/Work'

export const dynamic = 'force-dynamic'

interface Props {
  readonly params: Promise<{ readonly id: string }>
}

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: findNetwork(database(), (await params).id)?.title || 'Untitled network' }
}

export default async function WorkPage({ params }: Props) {
  const record = findNetwork(database(), (await params).id)
  if (!record) notFound()
  return <Work key={record.id} record={record} />
}
