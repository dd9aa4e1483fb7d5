import type { Metadata } from 'next'
import { Practice } from '@/features/practice/Practice'
import { Troubled } from '@/ui/Notice'
import { readPractised, textOf, type SearchProps } from './exercises'

export const dynamic = 'force-dynamic'
export const metadata: Metadata = { title: 'Practice' }

export default async function PracticePage({ searchParams }: SearchProps) {
  const practised = await readPractised()
  if ('trouble' in practised) return <Troubled message={practised.trouble} />
  return <Practice practised={practised.value} code={textOf((await searchParams).code)} />
}
