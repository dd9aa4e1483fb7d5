'use client'

import { formatDistanceToNow } from 'date-fns'
import { useCallback, useEffect, useState } from 'react'
import { api, problemText, type Bin as BinContent } from '@/ui/api'
import { Button } from '@/ui/Button'
import { Dialog } from '@/ui/Dialog'
import { toast } from '@/ui/toast'

/** What was deleted: it can be put back, or deleted for good. */
export function Bin({ onClose, onChange }: { readonly onClose: () => void; readonly onChange: () => void }) {
  const [bin, setBin] = useState<BinContent | null>(null)
  /** What is asked about before it is deleted for good: one network, or all. */
  const [asking, setAsking] = useState<string | 'all' | null>(null)
  const show = useCallback((answer: Awaited<ReturnType<typeof api.bin>>) => {
    if (answer.ok) setBin(answer.body)
    else toast.error(problemText(answer.problems))
  }, [])
  const load = () => api.bin().then(show)
  useEffect(() => void api.bin().then(show), [show])
  const putBack = async (id: string) => {
    const answer = await api.restore('network', id)
    if (!answer.ok && answer.status !== 404) toast.error(problemText(answer.problems))
    await load()
    onChange()
  }
  const forget = async (id?: string) => {
    setAsking(null)
    const answer = await api.emptyBin(id)
    if (!answer.ok && answer.status !== 404) toast.error(problemText(answer.problems))
    await load()
  }
  const networks = bin?.networks ?? []
  return (
    <Dialog title="Bin" open onOpenChange={onClose}>
      {bin === null ? (
        <progress aria-label="Reading the bin" className="w-40" />
      ) : (
        <p className="mb-3 text-soft">
          {networks.length === 0
            ? `The bin is empty. What you delete lies here for ${bin.days} days.`
            : `What you delete lies here for ${bin.days} days, then it is deleted for good.`}
        </p>
      )}
      <ul className="mb-3 divide-y divide-line">
        {networks.map(({ id, title, resistors, deletedAt }) => (
          <li key={id} className="flex flex-wrap items-center gap-2 py-2">
            <span className="min-w-40 flex-1">
              <span className="block truncate font-medium">{title || 'Untitled network'}</span>
              <span className="text-xs text-soft">
                {resistors.toLocaleString('en')} {resistors === 1 ? 'resistor' : 'resistors'} · deleted{' '}
                {formatDistanceToNow(deletedAt, { addSuffix: true })}
              </span>
            </span>
            {asking === id ? (
              <>
                <Button look="strong" onClick={() => void forget(id)}>
                  Delete it for good
                </Button>
                <Button onClick={() => setAsking(null)}>Keep it</Button>
              </>
            ) : (
              <>
                <Button aria-label={`Put ${title || 'Untitled network'} back`} onClick={() => void putBack(id)}>
                  Put back
                </Button>
                <Button
                  look="plain"
                  aria-label={`Delete ${title || 'Untitled network'} for good`}
                  onClick={() => setAsking(id)}
                >
                  Delete for good
                </Button>
              </>
            )}
          </li>
        ))}
      </ul>
      {networks.length > 0 &&
        (asking === 'all' ? (
          <div className="flex items-center gap-2">
            <Button look="strong" onClick={() => void forget()}>
              Delete all {networks.length} for good
            </Button>
            <Button onClick={() => setAsking(null)}>Keep them</Button>
          </div>
        ) : (
          <Button onClick={() => setAsking('all')}>Empty the bin</Button>
        ))}
    </Dialog>
  )
}
