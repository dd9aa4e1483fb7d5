import { Button } from '@/ui/Button'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { newDrawing } from '@/core/entry'
import { readNetwork, readNetworkText, writeNetwork, type Problem, type ReadNetwork } from '@/core/network'
import { api } from '@/ui/api'
import { toast } from '@/ui/toast'

/** More problems of one file are counted. */
const mostListed = 20

/** How far bringing in has come, and what did not come in and why. */
export function ImportReport({ progress, refused, dismiss }: Pick<Import, 'progress' | 'refused' | 'dismiss'>) {
  return (
    <>
      {progress && (
        <p role="status" className="mb-3 flex items-center gap-3">
          <progress aria-label="Importing" value={progress.done} max={progress.of} className="w-40" />
          {progress.done} of {progress.of} files
        </p>
      )}
      {refused.map(({ file, problems }) => (
        <section key={file} role="alert" className="mb-3 rounded-md border-l-4 border-trouble bg-trouble-wash p-3">
          <div className="flex items-start justify-between gap-4">
            <h2 className="font-semibold">{file} was not imported</h2>
            <Button look="plain" onClick={() => dismiss(file)}>
              Dismiss
            </Button>
          </div>
          <ul className="ml-4 list-disc">
            {problems.slice(0, mostListed).map(({ part, message }, i) => (
              <li key={i}>{part ? `${part}: ${message}` : message}</li>
            ))}
          </ul>
          {problems.length > mostListed && <p>… and {problems.length - mostListed} more</p>}
        </section>
      ))}
    </>
  )
}

/** A file that did not come in, and why. */
interface RefusedFile {
  readonly file: string
  readonly problems: readonly Problem[]
}

/** Files that are brought in: each judged by itself, the good ones kept, the others told. */
interface Import {
  readonly take: (files: readonly File[]) => Promise<void>
  /** An archive waits to be looked at. */
  readonly archive: File | null
  readonly leaveArchive: () => void
  /** How many of how many files are done, while there are several. */
  readonly progress: { readonly done: number; readonly of: number } | null
  readonly refused: readonly RefusedFile[]
  readonly dismiss: (file: string) => void
}

/** Larger files are no documents. In bytes. */
const longestFile = 2 * 1024 * 1024

/** @param onKept some came in */
export function useImport(onKept: () => Promise<void>): Import {
  const router = useRouter()
  const [archive, setArchive] = useState<File | null>(null)
  const [progress, setProgress] = useState<Import['progress']>(null)
  const [refused, setRefused] = useState<readonly RefusedFile[]>([])
  const take = async (files: readonly File[]) => {
    const zip = files.find(({ name }) => /\.zip$/i.test(name))
    if (zip) setArchive(zip)
    const documents = files.filter((file) => file !== zip)
    if (documents.length === 0) return
    const bad: RefusedFile[] = []
    const made: string[] = []
    for (const [done, file] of documents.entries()) {
      if (documents.length > 1) setProgress({ done, of: documents.length })
      const read = await readFile(file)
      const answer = read.ok ? await api.create('network', writeNetwork(read.network)) : read
      if (!answer.ok) bad.push({ file: file.name, problems: answer.problems })
      else if ('body' in answer) made.push(answer.body.id)
    }
    setProgress(null)
    setRefused(bad)
    if (made.length > 0) toast.success(made.length === 1 ? 'One network imported' : `${made.length} networks imported`)
    if (made.length === 1 && bad.length === 0) router.push(`/networks/${made[0]}`)
    else await onKept()
  }
  return {
    take,
    archive,
    leaveArchive: () => setArchive(null),
    progress,
    refused,
    dismiss: (file) => setRefused((before) => before.filter((it) => it.file !== file)),
  }
}

async function readFile(file: File): Promise<ReadNetwork> {
  if (file.size > longestFile)
    return { ok: false, problems: [{ part: null, field: 'file', message: 'it is over the limit of 2 MiB' }] }
  return /\.(csv|tsv)$/i.test(file.name) ? readCsv(file) : readNetworkText(await file.text())
}

async function readCsv(file: File): Promise<ReadNetwork> {
  const { pasteRows } = await import('@/ui/network/pasteRows')
  const bare = file.name.replace(/\.[^.]*$/, '')
  const { document, added, refused } = pasteRows({ ...newDrawing, title: bare, parts: [] }, await file.text())
  const problems = refused.map((message) => ({ part: null, field: 'row', message }))
  return added === 0 || refused.length > 0 ? { ok: false, problems } : readNetwork(document)
}
