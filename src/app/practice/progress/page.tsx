import type { Metadata } from 'next'
import { Progress } from '@/features/practice/Progress'
import { Troubled } from '@/ui/Notice'
import { readPractised } from '../exercises'

export const dynamic = 'force-dynamic'
export const metadata: Metadata = { title: 'My progress' }

export default async function ProgressPage() {
  const practised = await readPractised()
  return 'trouble' in practised ? <Troubled message={practised.trouble} /> : <Progress practised={practised.value} />
}
