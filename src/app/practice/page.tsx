import type { Metadata } from 'next'
import { listExercises, read } from '@/db'
import { Practice } from '@/features/practice/Practice'
import type { ListedExercise } from '@/ui/api'
import { Troubled } from '@/ui/Troubled'
import { said } from '../pageData'

export const dynamic = 'force-dynamic'
export const metadata: Metadata = { title: 'Practice' }

export default async function PracticePage({
  searchParams,
}: {
  readonly searchParams: Promise<Readonly<Record<string, string | string[] | undefined>>>
}) {
  const rows = await said(read(listExercises))
  if ('trouble' in rows) return <Troubled message={rows.trouble} />
  const { code } = await searchParams
  const practised = rows.value.map(({ id, code: of, seconds, updatedAt, result }): ListedExercise => ({
    id,
    code: of,
    seconds,
    at: updatedAt.getTime(),
    result: JSON.parse(result) as ListedExercise['result'],
  }))
  return <Practice practised={practised} code={typeof code === 'string' ? code.slice(0, 60) : null} />
}
