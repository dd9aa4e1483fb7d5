'use client'

import { useRouter } from 'next/navigation'
import { api, problemText } from '../api'
import { Button } from '../Button'
import { download, fileName } from '../download'
import { Notice } from '../Notice'
import { toast } from '../toast'

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
        What is kept of this network is no network document any more. It was left as it is. If you have it as a file,
        import that in the logbook.
      </p>
      <pre className="max-h-40 w-full overflow-auto rounded border border-line bg-sheet p-2 font-mono text-xs whitespace-pre-wrap">
        {kept.slice(0, 2000) || '(nothing)'}
      </pre>
      <div className="flex flex-wrap gap-2">
        <Button look="strong" onClick={() => download(fileName(title, '.txt'), 'text/plain', kept)}>
          Save what is there as a file
        </Button>
        <Button onClick={() => void remove()}>Put it into the bin</Button>
        <Button onClick={() => router.push('/')}>Back to the logbook</Button>
      </div>
    </Notice>
  )
}
