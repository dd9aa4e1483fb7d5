'use client'

import { useEffect, useState, type ReactNode } from 'react'
import { isDocument } from '@/core/network'
import { api, problemText, type Saved } from '../api'
import { Button } from '../Button'
import { Notice } from '../Notice'
import { OpenNetwork } from './OpenNetwork'
import { useRouter } from 'next/navigation'
import { download, fileName } from '../download'
import { toast } from '../toast'

/** Opens a network whose document is too large to come with the page. */
export function FetchNetwork({ id, children }: { readonly id: string; readonly children: ReactNode }) {
  const [record, setRecord] = useState<Saved<'network'> | null>(null)
  const [trouble, setTrouble] = useState<string | null>(null)
  const [tries, setTries] = useState(0)
  useEffect(() => {
    void api.find('network', id).then((answer) => {
      if (!answer.ok) setTrouble(problemText(answer.problems))
      else if (!isDocument(answer.body.document)) setTrouble('what is kept of it is damaged')
      else setRecord(answer.body)
    })
  }, [id, tries])
  if (record)
    return (
      <OpenNetwork key={id} record={record} justFetched>
        {children}
      </OpenNetwork>
    )
  if (trouble === null)
    return (
      <Notice title="Opening a large network">
        <progress aria-label="Opening" className="w-60" />
      </Notice>
    )
  const again = () => {
    setTrouble(null)
    setTries(tries + 1)
  }
  return (
    <Notice title="This network cannot be opened">
      <p role="alert">{trouble}</p>
      <Button look="strong" onClick={again}>
        Try again
      </Button>
    </Notice>
  )
}

/** A network whose document is damaged: it is left as it is, and can be taken out as it stands. */
export function DamagedNetwork({
  id,
  title,
  kept,
}: {
  readonly id: string
  readonly title: string
  readonly kept: string
}) {
  const router = useRouter()
  const remove = async () => {
    const answer = await api.remove('network', id)
    if (answer.ok) router.push('/')
    else toast.error(problemText(answer.problems))
  }
  return (
    <Notice title={`“${title || 'Untitled network'}” is damaged`}>
      <p>
        What is kept of this network can no longer be read. It was left as it is. If you have it as a file, import that
        in the logbook.
      </p>
      <pre className="max-h-40 w-full overflow-auto rounded border border-line bg-sheet p-2 font-mono text-xs whitespace-pre-wrap">
        {kept.slice(0, 2000) || '(nothing)'}
      </pre>
      <div className="flex flex-wrap gap-2">
        <Button look="strong" onClick={() => download(fileName(title, '.txt'), 'text/plain', kept)}>
          Export what is there
        </Button>
        <Button onClick={() => void remove()}>Move it to the bin</Button>
        <Button onClick={() => router.push('/')}>Back to the logbook</Button>
      </div>
    </Notice>
  )
}
