import type { Metadata } from 'next'
import { Compare } from '@/features/logbook/Compare'

export const metadata: Metadata = { title: 'Side by side' }

const isId = (text: string) => /^[0-9a-f-]{36}$/.test(text)

interface Props {
  readonly searchParams: Promise<Readonly<Record<string, string | string[] | undefined>>>
}

/** `?of=` a network: with all that were made from each other; `?ids=`: those chosen, with commas between. */
export default async function ComparePage({ searchParams }: Props) {
  const { of, ids } = await searchParams
  const chosen = typeof ids === 'string' ? ids.split(',').filter(isId) : []
  return <Compare of={typeof of === 'string' && isId(of) ? of : null} ids={chosen} />
}
