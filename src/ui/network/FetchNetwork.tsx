'use client'

import { useEffect, useState, type ReactNode } from 'react'
import { isDocument } from '@/core/network'
import { api, problemText, type Saved } from '../api'
import { Button } from '../Button'
import { Notice } from '../Notice'
import { OpenNetwork } from './OpenNetwork'

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
